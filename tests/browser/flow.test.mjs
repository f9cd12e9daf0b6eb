import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, deskPoint, drag, near, setField, until } from './harness.mjs'
import { faultsOf } from './readable.mjs'

// The flow of time, in the demo: the ferry slows as it passes the pier, and no key is lost.
let desk, page
const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const points = async (name) => {
  const { warps } = await file()
  return warps.find((warp) => warp.name === name)?.keys.map(({ frame, source }) => [frame, source])
}
const flow = () => page.locator('.flow').first()
/** The place of a frame on a rail of the first ladder: the upper is played, the lower source. */
async function rail(frame, end) {
  const { x } = await deskPoint(page, frame)
  const { y, height } = await flow().boundingBox()
  return { x, y: end === 'played' ? y + 10 : y + height - 11 }
}
const dialog = () => page.getByRole('dialog')
const source = () => page.locator('.source').innerText()

before(async () => {
  desk = await Desk.open()
  page = desk.page
})
after(() => desk.close())

test('a warp is added for the ferry alone, and changes nothing yet', async () => {
  await desk.select('Ferry')
  const before = await desk.samples('Ferry', 'position.x')
  await desk.changing(() => command(page, 'Add a warp for the selected objects'))
  await flow().getByText('Ferry').waitFor()
  await page.locator('.head.object', { hasText: 'Ferry' }).getByRole('img', { name: 'Warped by Time flow' }).waitFor()
  assert.deepEqual(await points('Time flow'), [
    [1, 1],
    [240, 240],
  ])
  assert.deepEqual([...(await desk.samples('Ferry', 'position.x'))], [...before])
})

test('points are put on the ladder, and pulled by their source end to slow a passage', async () => {
  const plain = await desk.samples('Ferry', 'position.x')
  await setField(page, 'Frame', '60')
  await page.evaluate(() => document.activeElement.blur())
  await desk.changing(() => page.keyboard.press('w'))
  const middle = await rail(150, 'played')
  await desk.changing(() => page.mouse.dblclick(middle.x, middle.y + 20))
  assert.deepEqual(await points('Time flow'), [
    [1, 1],
    [60, 60],
    [150, 150],
    [240, 240],
  ])
  // From 60 to 150 the ferry shows only 60 to 100.
  await desk.changing(async () =>
    drag(page, await rail(150, 'source'), await rail(100, 'source'), {
      over: () => page.getByText('source 150 → 100').waitFor(),
    }),
  )
  assert.deepEqual((await points('Time flow'))[2], [150, 100])
  const slow = await desk.samples('Ferry', 'position.x')
  for (const [played, shown] of [
    [30, 30],
    [60, 60],
    [105, 80],
    [150, 100],
  ])
    near(slow.get(played), plain.get(shown), 1e-9, `played ${played}`)
  // The rest of the scene plays as before.
  assert.ok((await desk.samples('Crate 2', 'position.x')).size > 0)
})

test('the time bar shows the played and the source frame', async () => {
  await setField(page, 'Frame', '105')
  await until(source, (text) => text === 'source 80.0', 'the source frame')
  await desk.select('Crate 2')
  await until(
    () => page.locator('.source').count(),
    (count) => count === 0,
    'no source frame for what is not warped',
  )
  await desk.select('Ferry')
})

test('a played end pulled with Shift takes the rest along, and the scene is offered to grow', async () => {
  await desk.changing(async () =>
    drag(page, await rail(150, 'played'), await rail(170, 'played'), {
      keys: ['Shift'],
      over: () => page.getByText('played 150 → 170, the rest along').waitFor(),
    }),
  )
  assert.deepEqual((await points('Time flow')).slice(2), [
    [170, 100],
    [260, 240],
  ])
  await flow().getByText('ends at 260').waitFor()
  await desk.changing(() => page.getByRole('button', { name: 'End the scene at 260' }).click())
  assert.deepEqual((await file()).range, [1, 260])
  await until(
    () => flow().getByText('ends at').count(),
    (count) => count === 0,
    'no misfit',
  )
  await desk.undo()
  await desk.undo()
})

test('the warp is switched off and on', async () => {
  const warped = await desk.samples('Ferry', 'position.x')
  const toggle = page.getByRole('switch', { name: 'Time flow on' })
  await desk.changing(() => toggle.click())
  const plain = await desk.samples('Ferry', 'position.x')
  assert.ok(Math.abs(plain.get(105) - warped.get(105)) > 0.5)
  assert.equal(await page.locator('.source').count(), 0)
  await desk.changing(() => toggle.click())
  assert.deepEqual([...(await desk.samples('Ferry', 'position.x'))], [...warped])
})

test('baking says what it makes, keeps the motion and every key, and is one step to undo', async () => {
  const warped = await desk.samples('Ferry', 'position.x')
  const keysBefore = (await desk.keys('Ferry', 'position.x')).length
  await page.getByRole('button', { name: 'What can be done with Time flow' }).click()
  await page.getByText('Bake into keys…').click()
  const told = await until(
    () => dialog().getByRole('status').innerText(),
    (text) => /\d+ keys become \d+/.test(text),
    'what it would do',
  )
  await desk.changing(() => dialog().getByRole('button', { name: 'Bake', exact: true }).click())
  assert.equal((await file()).warps, undefined)
  const baked = await desk.samples('Ferry', 'position.x')
  for (const [frame, value] of warped) near(baked.get(frame), value, 0.001, `frame ${frame}`)
  assert.ok((await desk.keys('Ferry', 'position.x')).length >= keysBefore)
  assert.ok(Number(/become (\d+)/.exec(told)[1]) > 0)
  await desk.undo()
  assert.equal((await points('Time flow')).length, 4)
  assert.deepEqual([...(await desk.samples('Ferry', 'position.x'))], [...warped])
})

test('points are gone through, selected and nudged with the keyboard alone', async () => {
  await setField(page, 'Frame', '30')
  await page.evaluate(() => document.activeElement.blur())
  await page.keyboard.press(']')
  const field = page.getByLabel('Value of the selected keys')
  await until(
    () => field.inputValue(),
    (value) => value === '60',
    'the point at 60',
  )
  await page.keyboard.press(']')
  await until(
    () => field.inputValue(),
    (value) => value === '100',
    'the point at 150',
  )
  assert.equal(await page.getByLabel('Frame', { exact: true }).inputValue(), '150')
  await desk.changing(() => page.keyboard.press('.'))
  assert.deepEqual((await points('Time flow'))[2], [151, 100])
  await desk.undo()
  await page.keyboard.press('[')
  await until(
    () => field.inputValue(),
    (value) => value === '60',
    'the point before',
  )
  // Lane by lane the keyboard comes to the warp as well, above all others.
  const said = () => page.locator('.desk [role="status"].visually-hidden').innerText()
  await page.locator('canvas.lanes').focus()
  await page.keyboard.press('ArrowUp')
  await until(said, (text) => text === 'Time flow, 4 keys', 'the warp')
  await page.keyboard.press('End')
  await until(said, (text) => text.startsWith('Time flow Source, key at frame 240, value 240'), 'its last point')
  await page.keyboard.press('Space')
  await until(
    () => field.inputValue(),
    (value) => value === '240',
    'the last point selected',
  )
  await page.evaluate(() => document.activeElement.blur())
  await page.keyboard.press('Escape')
})

test('keys are shown where they are played, and moved there', async () => {
  await page.getByLabel('Find a lane').fill('Ferry')
  await desk.lane('Position X').waitFor()
  const [first, second] = (await desk.keys('Ferry', 'position.x')).filter(({ frame }) => frame > 60 && frame < 100)
  assert.ok(first)
  assert.equal(second, undefined)
  // Between 60 and 150 as played stand 60 to 100 in source.
  const played = 60 + ((first.frame - 60) * 90) / 40
  const inSource = await deskPoint(page, first.frame, 'Position X')
  await page.mouse.click(inSource.x, inSource.y)
  await page.getByText(/^1 of /).waitFor()
  await page.keyboard.press('Shift+S')
  await page.mouse.click(inSource.x, inSource.y)
  await until(
    () => page.getByText(/^\d+ of \d/).count(),
    (count) => count === 0,
    'nothing where the key stood in source',
  )
  const seen = await deskPoint(page, played, 'Position X')
  const later = await deskPoint(page, played + 9, 'Position X')
  await desk.changing(() => drag(page, seen, later))
  const moved = (await desk.keys('Ferry', 'position.x')).find(({ frame }) => frame > 60 && frame < 100)
  near(moved.frame ?? moved.tick / 29_400_000, first.frame + 4, 0.01, 'four source frames for nine played ones')
  await desk.undo()
  await page.keyboard.press('Shift+S')
  await page.getByLabel('Find a lane').press('Escape')
})

test('parts are retimed in ready ways, told beforehand', async () => {
  const plain = await desk.samples('Ferry', 'position.x')
  await page.keyboard.press('Shift+W')
  await dialog().getByText('Hold a frame').click()
  await setField(page, 'Frame that stands', '40')
  await setField(page, 'Frames of the hold', '10')
  await dialog().getByText('scene 1 to 250').waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Retime', exact: true }).click())
  const held = await desk.samples('Ferry', 'position.x')
  for (let frame = 40; frame <= 50; frame++) near(held.get(frame), plain.get(40), 1e-9, `frame ${frame}`)
  near(held.get(70), plain.get(60), 1e-9)
  await desk.undo()
  await page.keyboard.press('Shift+W')
  await dialog().getByText('Backwards', { exact: true }).click()
  await setField(page, 'Part from', '20')
  await setField(page, 'Part to', '50')
  await desk.changing(() => dialog().getByRole('button', { name: 'Retime', exact: true }).click())
  near((await desk.samples('Ferry', 'position.x')).get(30), plain.get(40), 1e-6)
  await desk.undo()
})

test('a warp is its curve as well, with points that are keys', async () => {
  await flow().getByRole('button', { name: 'curve', exact: true }).click()
  await flow().locator('.curve-head').waitFor()
  await flow().getByRole('button', { name: 'ladder', exact: true }).click()
  const at = await rail(60, 'played')
  await page.mouse.click(at.x, at.y)
  await page.locator('.foot').getByText('1 warp point').waitFor()
  await desk.changing(async () => {
    await page.getByLabel('Value of the selected keys').fill('50')
    await page.getByLabel('Value of the selected keys').press('Enter')
  })
  assert.deepEqual((await points('Time flow'))[1], [60, 50])
  await desk.undo()
  const again = await rail(60, 'played')
  await page.mouse.click(again.x, again.y)
  await page.locator('.foot').getByText('1 warp point').waitFor()
  await desk.changing(() => page.keyboard.press('Delete'))
  assert.equal((await points('Time flow')).length, 3)
  await desk.undo()
})

test('a right click on a warp point selects it and offers what can be done with it', async () => {
  const at = await rail(60, 'played')
  await page.mouse.click(at.x, at.y, { button: 'right' })
  const menu = page.locator('.dropdown-menu.context.show')
  await menu.waitFor()
  await page.locator('.foot').getByText('1 warp point').waitFor()
  const count = (await points('Time flow')).length
  await desk.changing(() => menu.getByRole('menuitem', { name: 'Delete Delete' }).click())
  assert.equal((await points('Time flow')).length, count - 1)
  await desk.undo()
  const beside = await rail(75, 'played')
  await page.mouse.click(beside.x, beside.y + 20, { button: 'right' })
  await desk.changing(() => menu.getByRole('menuitem', { name: 'Switch the warp on or off' }).click())
  await desk.undo()
})

test('another object joins a warp by dropping its lane’s name on it, and leaves it again', async () => {
  await page.getByLabel('Find a lane').fill('Crane')
  await desk.lane('Crane').waitFor()
  const crane = await desk.lane('Crane').boundingBox()
  const head = await flow().boundingBox()
  await desk.changing(() => drag(page, { x: crane.x + 20, y: crane.y + 10 }, { x: crane.x + 20, y: head.y + 30 }))
  assert.deepEqual((await file()).warps[0].covers, ['Ferry', 'Crane'])
  await page.getByLabel('Find a lane').press('Escape')
  await flow().getByText('Ferry, Crane').click()
  await desk.changing(() => dialog().getByRole('listitem').filter({ hasText: 'Crane' }).getByRole('button').click())
  await dialog().getByRole('button', { name: 'Done' }).click()
  assert.deepEqual((await file()).warps[0].covers, ['Ferry'])
})

test('a range that no longer ends with the warp is told of, and the warp refitted', async () => {
  await desk.changing(() => setField(page, "Scene's last frame", '300'))
  await flow().getByRole('button', { name: 'ends at 240' }).click()
  await desk.changing(() => page.getByText('Refit the warp to 1–300').click())
  assert.deepEqual((await points('Time flow')).at(-1), [300, 240])
  await desk.undo()
  await desk.undo()
})

test('the whole scene gets one speed without a key touched', async () => {
  const before = await desk.keys('Ferry', 'position.x')
  await desk.changing(async () => {
    await command(page, 'Speed of the whole scene')
    await setField(page, 'Speed of the scene', '1.5')
    await dialog().getByText('scene 1 to 160').waitFor()
    await dialog().getByRole('button', { name: 'Set the speed' }).click()
  })
  assert.deepEqual((await file()).range, [1, 160])
  assert.deepEqual(await desk.keys('Ferry', 'position.x'), before)
  await page.getByRole('switch', { name: 'Whole scene on' }).waitFor()
  await desk.undo()
})

test('the page with a ladder has no fault that axe can find', async () => {
  assert.deepEqual(await faultsOf(page, '.workspace'), [])
  assert.deepEqual(page.faults, [])
})
