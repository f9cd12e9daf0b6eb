import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { browse, command, deskPoint, Desk, ferryScene, open, until } from './harness.mjs'
import { faultsOf } from './readable.mjs'

// Two people on one scene, and what becomes of what they do: told, asked about, taken back, let go.
let desk, mia, jon, other
const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const channel = async (name) => (await file()).objects[0].channels[name]
const field = (page, name) => page.locator(`[data-channel="${name}"] input.field`)
const frames = async () => (await desk.keys('Ferry', 'position.x')).map(({ frame }) => frame)
const lane = (page) => page.locator('.body .heads').getByRole('button', { name: 'Ferry', exact: true })

async function set(page, name, text) {
  await field(page, name).click()
  await field(page, name).fill(text)
  await field(page, name).press('Enter')
  await page.evaluate(() => document.activeElement.blur())
  await until(
    () => channel(name),
    (now) => now?.value === Number(text),
    `${name} at ${text}`,
  )
}

const inMenu = (page, text) => page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: text }).first()

async function say(page, name) {
  await page.getByRole('button', { name: /^Kept/ }).click()
  await inMenu(page, /Say who you are/).click()
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.keyboard.press('Enter')
  await page.getByRole('dialog').waitFor({ state: 'detached' })
}

before(async () => {
  desk = await Desk.open(ferryScene('Two at once', { 10: 0, 20: 4 }))
  mia = desk.page
  other = await browse()
  jon = await open(other.context, `${desk.server.address}/scenes/${desk.id}`)
  for (const page of [mia, jon]) await lane(page).click()
  await say(mia, 'Mia')
  await say(jon, 'Jon')
})
after(async () => {
  await other.browser.close()
  await desk.close()
})

test('what a hand holds and somebody else changes is told at once and asked about at the end', async () => {
  const [from, to] = [await deskPoint(mia, 20, 'Ferry'), await deskPoint(mia, 35, 'Ferry')]
  await mia.mouse.move(from.x, from.y)
  await mia.mouse.down()
  await mia.mouse.move(to.x, to.y, { steps: 6 })
  await until(
    () => mia.locator('.told-drag, .readout').count(),
    () => true,
    'the drag',
  )
  // Jon moves the other key of the same curve meanwhile.
  const [first, later] = [await deskPoint(jon, 10, 'Ferry'), await deskPoint(jon, 5, 'Ferry')]
  await jon.mouse.move(first.x, first.y)
  await jon.mouse.down()
  await jon.mouse.move(later.x, later.y, { steps: 6 })
  await jon.mouse.up()
  await until(frames, (now) => now[0] === 5, 'Jon’s key')
  await mia
    .getByText('Jon changed what you hold: Move 1 key by -5 frames. You will be asked when you let go.')
    .waitFor()
  await mia.mouse.move(to.x + 1, to.y)
  await mia.mouse.move(to.x, to.y)
  await mia.mouse.up()
  const dialog = mia.getByRole('dialog', { name: 'Changed meanwhile' })
  await dialog.getByText('Which is to stay?').waitFor()
  assert.deepEqual(await frames(), [5, 20])
  assert.deepEqual(await faultsOf(mia, '[role=dialog]'), [])
  await dialog.getByRole('button', { name: 'Make mine all the same' }).click()
  await until(frames, (now) => JSON.stringify(now) === '[5,35]', 'both')
})

test('what is typed into a value that somebody else sets is asked about as well', async () => {
  await field(mia, 'position.y').click()
  await field(mia, 'position.y').fill('8')
  await set(jon, 'position.y', '3')
  await mia.getByText('Jon changed what you hold: Set Ferry Position Y. You will be asked when you let go.').waitFor()
  await field(mia, 'position.y').press('Enter')
  await mia.getByRole('button', { name: 'Leave what Jon did' }).click()
  await until(
    () => field(mia, 'position.y').inputValue(),
    (now) => now === '3.00',
    'Jon’s value',
  )
  assert.equal((await channel('position.y')).value, 3)
  // What was typed is not lost: it stays on offer.
  await mia.getByText('What Jon did stays. Yours was: Ferry Position Y at 8.').waitFor()
  await mia.getByRole('button', { name: 'Make mine after all' }).click()
  await until(
    () => channel('position.y'),
    (now) => now.value === 8,
    'Mia’s value after all',
  )
})

test('each sees where the other is, and what they have selected', async () => {
  const chip = mia.getByRole('button', { name: 'Go to where Jon is' })
  await chip.waitFor()
  await jon.keyboard.press('Home')
  for (let i = 0; i < 5; i++) await jon.keyboard.press('ArrowRight')
  const frame = 6
  await jon.locator(`.stage[data-frame="${frame}"]`).waitFor()
  await until(
    () => chip.getAttribute('title'),
    (title) => title.startsWith(`Jon: at ${frame}, with Ferry selected`),
    'where Jon is',
  )
  await mia.locator('.head .dot[title="Jon has it selected"]').waitFor()
  await mia.locator('.ruler ~ .line[data-person="Jon"]').waitFor()
  await chip.click()
  await mia.locator(`.stage[data-frame="${frame}"]`).waitFor()
  await jon.keyboard.press('Escape')
  await mia.locator('.head .dot').waitFor({ state: 'detached' })
  await lane(jon).click()
  // One's own other window is told as such, and goes when it goes.
  const own = mia.getByRole('button', { name: 'Go to where You, in another window is' })
  const second = await open(desk.context, mia.url())
  await own.waitFor()
  await second.close()
  await own.waitFor({ state: 'detached' })
})

test('what somebody deletes that one has selected is told', async () => {
  const { position } = await desk.scene()
  await command(jon, 'Add a box')
  const box = (page) => page.locator('.body .heads').getByRole('button', { name: 'Box', exact: true })
  await box(mia).click()
  await jon.keyboard.press('Escape')
  await box(jon).click()
  await jon.keyboard.press('Delete')
  await mia.getByText('Jon deleted Box, which you had selected. The history can take it back.').waitFor()
  await until(desk.scene, (now) => now.position === position + 2, 'both changes')
  for (const page of [mia, jon]) await lane(page).click()
})

test('one change of somebody else’s is taken back by itself', async () => {
  await set(jon, 'scale.z', '4')
  await set(mia, 'scale.y', '2')
  await mia.getByRole('button', { name: /^Kept/ }).click()
  await mia.getByRole('menuitem', { name: 'Take back only this: Set Ferry Scale Z' }).click()
  await until(
    () => channel('scale.z'),
    (now) => now === undefined,
    'Jon’s change taken back',
  )
  assert.equal((await channel('scale.y')).value, 2)
  await mia.keyboard.press('Control+z')
  await until(
    () => channel('scale.z'),
    (now) => now?.value === 4,
    'and given back',
  )
})

test('undo takes back one’s own change and leaves the other’s', async () => {
  await set(mia, 'position.z', '1')
  await set(jon, 'rotation.y', '45')
  await mia.keyboard.press('Control+z')
  await until(
    () => channel('position.z'),
    (now) => now === undefined,
    'Mia’s change taken back',
  )
  assert.equal((await channel('rotation.y')).value, 45)
  await mia.keyboard.press('Control+Shift+z')
  await until(
    () => channel('position.z'),
    (now) => now?.value === 1,
    'and made again',
  )
  await mia.getByRole('button', { name: /^Kept/ }).click()
  await inMenu(mia, /Set Ferry Rotation Y\s*Jon/).waitFor()
  await mia.keyboard.press('Escape')
})

test('undo that must touch the other’s change says so and asks', async () => {
  await lane(mia).click()
  await set(mia, 'scale.x', '2')
  await set(jon, 'scale.x', '3')
  await mia.keyboard.press('Control+z')
  const dialog = mia.getByRole('dialog', { name: 'Others built on it' })
  await dialog.getByText('“Set Ferry Scale X” by Jon').waitFor()
  await dialog.getByRole('button', { name: 'Leave everything' }).click()
  assert.equal((await channel('scale.x')).value, 3)
})

test('the room that the history takes is told, and what came before a change is let go', async () => {
  await mia.getByRole('button', { name: /^Kept/ }).click()
  await inMenu(mia, 'Room that the history takes…').click()
  const dialog = mia.getByRole('dialog')
  await dialog.getByText(/^\d+ changes take [\d.]+ (bytes|kB)/).waitFor()
  const letGo = dialog.getByRole('button', { name: 'Let go' })
  await dialog.getByLabel('Keep from this change on').selectOption({ index: 0 })
  assert.ok(await letGo.isDisabled())
  await dialog.getByRole('checkbox').check()
  assert.deepEqual(await faultsOf(mia, '[role=dialog]'), [])
  const [before, { position }] = [await file(), await desk.scene()]
  await letGo.click()
  await mia.getByText(/of the history are let go/).waitFor()
  assert.deepEqual(await file(), before)
  const { entries, floor } = await desk.server.get(`/api/scenes/${desk.id}/history`)
  assert.deepEqual([entries.length, floor], [1, position - 1])
  await jon.getByRole('button', { name: /^Kept/ }).click()
  await inMenu(jon, /As it was when older changes were let go/).waitFor()
  await jon.keyboard.press('Escape')
})

test('a deleted scene is brought back after a reload, or deleted for good, which is asked twice', async () => {
  const { id } = await desk.server.post('/api/scenes', { name: 'Sketch of the pier' })
  await fetch(`${desk.server.address}/api/scenes/${id}`, { method: 'DELETE' })
  const list = await open(desk.context, desk.server.address)
  await list.getByRole('button', { name: 'Deleted' }).click()
  const dialog = list.getByRole('dialog', { name: 'Deleted scenes' })
  await dialog.getByText('Sketch of the pier').waitFor()
  assert.deepEqual(await faultsOf(list, '[role=dialog]'), [])
  await dialog.getByRole('button', { name: 'Bring back' }).click()
  await dialog.getByText('None. A scene that you delete waits here').waitFor()
  assert.ok((await desk.server.get('/api/scenes')).some(({ name }) => name === 'Sketch of the pier'))
  await list.keyboard.press('Escape')
  await list.getByText('Sketch of the pier').first().waitFor()
  await fetch(`${desk.server.address}/api/scenes/${id}`, { method: 'DELETE' })
  await list.getByRole('button', { name: 'Deleted' }).click()
  await dialog.getByRole('button', { name: 'Delete for good' }).click()
  assert.equal((await desk.server.get('/api/scenes/deleted')).length, 1)
  await dialog.getByRole('button', { name: 'Really delete for good' }).click()
  await dialog.getByText('None. A scene that you delete waits here').waitFor()
  assert.equal((await desk.server.get('/api/scenes/deleted')).length, 0)
  assert.deepEqual(list.faults, [])
  await list.close()
})

test('nothing went wrong on either page', () => assert.deepEqual([...mia.faults, ...jon.faults], []))
