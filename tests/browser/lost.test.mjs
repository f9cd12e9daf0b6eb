import assert from 'node:assert/strict'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { command, deskPoint, Desk, drag, ferryScene, open, setField, until } from './harness.mjs'

// The server goes away in the middle of things, and comes back: nothing is lost, and every state is told.
let desk, page
const pill = (name) => page.getByRole('button', { name, exact: typeof name === 'string' })
const frames = async () => (await desk.keys('Ferry', 'position.x')).map(({ frame }) => frame)
const value = async (channel) =>
  (await desk.server.get(`/api/scenes/${desk.id}/file`)).objects.find(({ name }) => name === 'Ferry').channels[channel]
    ?.value
const field = (channel) => page.locator(`[data-channel="${channel}"] input.field`)

before(async () => {
  desk = await Desk.open(ferryScene('Lost and found', { 10: 0, 20: 4, 60: 2 }))
  page = desk.page
  await desk.select('Ferry')
})
after(() => desk.close())

/** Kills the server, does something, and starts it again. */
async function away(act) {
  await desk.server.kill()
  await pill(/^The server is away/).waitFor()
  await act()
  await desk.server.start()
}

test('a drag that the server dies under is kept here and made when it is back', async () => {
  const [from, to] = [await deskPoint(page, 20, 'Ferry'), await deskPoint(page, 30, 'Ferry')]
  await page.mouse.click(from.x, from.y)
  await drag(page, from, to, {
    over: async () => {
      await desk.server.kill()
      await pill('The server is away').waitFor()
      await page.mouse.move(to.x + 1, to.y)
      await page.mouse.move(to.x, to.y)
    },
  })
  await pill('The server is away · 1 change waits here').waitFor()
  await desk.server.start()
  await until(frames, (now) => JSON.stringify(now) === '[10,30,60]', 'the key at 30')
  await desk.heard()
  await desk.undo()
  assert.deepEqual(await frames(), [10, 20, 60])
})

test('Escape in a drag that the server died under leaves everything as it was', async () => {
  const { revision } = await desk.scene()
  const [from, to] = [await deskPoint(page, 20, 'Ferry'), await deskPoint(page, 40, 'Ferry')]
  await drag(page, from, to, {
    over: async () => {
      await desk.server.kill()
      await pill('The server is away').waitFor()
      await page.keyboard.press('Escape')
    },
  })
  await desk.server.start()
  await desk.heard()
  assert.equal((await desk.scene()).revision, revision)
  assert.deepEqual(await frames(), [10, 20, 60])
})

test('what is typed while it is away is sent, in its order', async () => {
  await away(async () => {
    for (const [channel, text] of [
      ['position.y', '3'],
      ['position.z', '5'],
      ['position.y', '7'],
    ]) {
      await field(channel).click()
      await field(channel).fill(text)
      await field(channel).press('Enter')
    }
    await pill('The server is away · 3 changes wait here').waitFor()
  })
  await until(
    () => value('position.y'),
    (now) => now === 7,
    'the last value typed',
  )
  assert.equal(await value('position.z'), 5)
  await desk.heard()
  const { entries } = await desk.server.get(`/api/scenes/${desk.id}/history`)
  assert.deepEqual(
    entries.slice(-3).map(({ title }) => title),
    ['Set Ferry Position Y', 'Set Ferry Position Z', 'Set Ferry Position Y'],
  )
})

test('undo while it is away takes back what was not sent, and then waits for its turn', async () => {
  await away(async () => {
    await field('rotation.y').click()
    await field('rotation.y').fill('45')
    await field('rotation.y').press('Enter')
    await pill('The server is away · 1 change waits here').waitFor()
    await page.evaluate(() => document.activeElement.blur())
    await page.keyboard.press('Control+z')
    await page.getByText('Taken back before it was sent: set values.').waitFor()
    await page.keyboard.press('Control+z')
    await page.getByText('Undo waits until it is back.').waitFor()
  })
  await until(
    () => value('position.y'),
    (now) => now === 3,
    'the value before',
  )
  assert.equal(await value('rotation.y'), undefined)
  await desk.heard()
})

test('a dialog that the server died under goes on when it is back', async () => {
  await command(page, 'Stretch time')
  const dialog = page.getByRole('dialog')
  await dialog.waitFor()
  const stretch = dialog.getByRole('button', { name: 'Stretch', exact: true })
  await away(async () => {
    await setField(page, 'Speed in percent', '50')
    assert.ok(await stretch.isDisabled(), 'what it would do is not told yet')
  })
  await stretch.click()
  await until(desk.scene, ({ range }) => range[1] === 199, 'the longer scene')
  await desk.heard()
  await desk.undo()
})

test('what somebody else did to the same meanwhile is asked about, not overwritten', async () => {
  // The page stays out until somebody else has been in.
  await page.route('**/live/negotiate**', (route) => route.abort())
  await away(async () => {
    await field('scale.x').click()
    await field('scale.x').fill('2')
    await field('scale.x').press('Enter')
  })
  const { revision } = await desk.scene()
  const [{ id }] = (await desk.scene()).objects
  await desk.server.post(`/api/scenes/${desk.id}/edits`, {
    revision,
    edit: { edit: 'setValues', values: [{ object: id, channel: 'scale.x', value: 9 }] },
    by: { author: 'mia', name: 'Mia', window: 'elsewhere' },
  })
  await page.unroute('**/live/negotiate**')
  const dialog = page.getByRole('dialog', { name: 'Changed meanwhile' })
  await dialog.getByText('Mia changed the same while you did this (set values): “Set Ferry Scale X”.').waitFor()
  assert.equal(await value('scale.x'), 9)
  await dialog.getByRole('button', { name: 'Make mine all the same' }).click()
  await until(
    () => value('scale.x'),
    (now) => now === 2,
    'one’s own value',
  )
  await desk.heard()
})

test('leaving the page is asked about while something waits', async () => {
  const { position } = await desk.scene()
  await away(async () => {
    await command(page, 'Key all')
    await pill(/waits here$/).waitFor()
    const asked = page.waitForEvent('dialog')
    const left = page.evaluate(() => void setTimeout(() => location.reload()))
    const dialog = await asked
    assert.equal(dialog.type(), 'beforeunload')
    await dialog.dismiss()
    await left
  })
  await until(desk.scene, (now) => now.position === position + 1, 'what waited')
  await desk.heard()
})

test('an import that the server died under is told, and tried again', async () => {
  const objects = Array.from({ length: 20_000 }, (_, n) => ({ name: `Crate ${n}`, kind: 'box', channels: {} }))
  const file = join(desk.server.folder, 'crates.zesty.json')
  writeFileSync(
    file,
    JSON.stringify({ format: 'zesty-scene', version: 2, name: 'Crates', rate: '24', range: [1, 2], objects }),
  )
  const list = await open(desk.context, desk.server.address)
  await list.getByText('Lost and found').waitFor()
  const sent = list.waitForRequest('**/import/told')
  await list.locator('input[type=file]').setInputFiles(file)
  await sent
  await desk.server.kill()
  await list.getByText('The server stopped while crates.zesty.json was sent; it is not imported.').waitFor()
  await desk.server.start()
  assert.equal((await desk.server.get('/api/scenes')).length, 1)
  await list.getByRole('button', { name: 'Try again' }).click()
  await list.getByText('crates.zesty.json is imported.').waitFor()
  assert.deepEqual((await desk.server.get('/api/scenes')).map(({ name }) => name).sort(), ['Crates', 'Lost and found'])
  assert.deepEqual(list.faults, [])
  await list.close()
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
