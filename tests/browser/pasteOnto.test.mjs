import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, deskPoint, goToFrame, linear, near, open, setField, until } from './harness.mjs'

// Keys that were copied go onto other values than they are from: onto one by its name's menu, onto several by a dialog.

const scene = {
  format: 'zesty-scene',
  version: 2,
  name: 'Onto',
  rate: '24',
  range: [1, 48],
  objects: [
    {
      name: 'Boat',
      kind: 'box',
      channels: {
        'position.x': { keys: [linear(1, 1), linear(9, 2)] },
        'position.y': { keys: [linear(1, 3), linear(9, 5), linear(17, 4)] },
      },
    },
    { name: 'Buoy', kind: 'sphere', channels: { 'position.x': { value: 3 } } },
  ],
}

let desk, page

before(async () => {
  desk = await Desk.open(scene)
  page = desk.page
})
after(async () => {
  await desk.close()
  assert.deepEqual(page.faults, [])
})

const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const dialog = () => page.getByRole('dialog', { name: 'Paste keys onto other values' })
const tick = (name) => dialog().getByRole('checkbox', { name, exact: true })
const button = () => dialog().getByRole('button', { name: 'Paste', exact: true })
const placed = async (object, channel) =>
  (await desk.keys(object, channel)).map(({ frame, value }) => [frame, Number(value.toFixed(6))])
const menuOf = async (channel) => {
  await page.locator(`[data-channel="${channel}"] .value-name`).click()
  return page.getByRole('menuitem', { name: 'Paste the copied keys here' })
}
const copied = () =>
  page.evaluate(() => JSON.parse(localStorage.getItem('zesty-copied') ?? 'null')?.keys.channels.length)

/** Copies all keys of the boat's value in a lane, by its mouse-drawn frame. */
async function copyLane(...lanes) {
  await page.keyboard.press('Escape')
  await desk.select('Boat')
  const points = await Promise.all(lanes.map((lane) => deskPoint(page, 0, lane)))
  const to = await deskPoint(page, 20, lanes.at(-1))
  await page.mouse.move(points[0].x + 4, points[0].y - 7)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y + 7, { steps: 5 })
  await page.mouse.up()
  await page.keyboard.press('Control+c')
  await until(copied, (count) => count === lanes.length, 'the copied keys')
}

test('before anything is copied the menu and the finder say what is lacking', async () => {
  await desk.select('Boat')
  const item = await menuOf('scale.x')
  assert.equal(await item.getAttribute('title'), 'Copy keys of one value first')
  assert.ok(await item.isDisabled())
  await page.keyboard.press('Escape')
  await command(page, 'paste keys onto other')
  await page.getByText('Copy keys of an object first: select them and press Ctrl C.').waitFor()
  await page.keyboard.press('Escape')
})

test('onto one value by its menu, at the playhead, on whatever is selected', async () => {
  const was = await file()
  await copyLane('Position Y')
  await goToFrame(page, 21)
  await desk.changing(async () => (await menuOf('scale.z')).click())
  assert.deepEqual(await placed('Boat', 'scale.z'), [
    [21, 3],
    [29, 5],
    [37, 4],
  ])
  // What was pasted is selected: it can be moved at once.
  await desk.changing(() => page.keyboard.press('.'))
  assert.deepEqual((await placed('Boat', 'scale.z'))[0], [22, 3])
  await desk.undo()
  await desk.undo()
  assert.deepEqual(await file(), was)

  await page.keyboard.press('Escape')
  await desk.select('Buoy')
  await desk.changing(async () => (await menuOf('rotation.x')).click())
  assert.deepEqual((await placed('Buoy', 'rotation.x'))[1], [29, 5])
  const seen = await desk.samples('Buoy', 'rotation.x')
  near(seen.get(25), 4, 1e-9, 'half way')
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('onto several by the dialog: tried as it is chosen, left by Escape, one step when kept', async () => {
  const was = await file()
  await copyLane('Position Y')
  await command(page, 'paste keys onto other')
  await dialog().getByText('Copied: Position Y. They go onto what is chosen of Boat.').waitFor()
  await dialog().getByText('Choose at least one value.').waitFor()
  assert.ok(await button().isDisabled())
  await tick('Scale X').check()
  await dialog().getByText('3 new keys.').waitFor()
  await desk.lane('Scale X').waitFor()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  await desk.lane('Scale X').waitFor({ state: 'detached' })
  assert.deepEqual(await file(), was)

  await command(page, 'paste keys onto other')
  await tick('Scale').check()
  await dialog().getByText('9 new keys.').waitFor()
  await dialog().getByText('When they were.').click()
  await desk.changing(() => button().click())
  for (const axis of ['x', 'y', 'z'])
    assert.deepEqual(await placed('Boat', `scale.${axis}`), [
      [1, 3],
      [9, 5],
      [17, 4],
    ])
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('values that mean something else are multiplied and added to as they land', async () => {
  const was = await file()
  await copyLane('Position Y')
  await command(page, 'paste keys onto other')
  await tick('Rotation Z').check()
  const by = (label) => dialog().getByLabel(label, { exact: true })
  await setField(page, 'What each value is multiplied by', '-90/3')
  await setField(page, 'What is added to each value', '12')
  await dialog().getByText('When they were.').click()
  await dialog().getByText('3 new keys.').waitFor()
  assert.equal(await by('What each value is multiplied by').inputValue(), '-30')
  await desk.changing(() => button().click())
  assert.deepEqual(await placed('Boat', 'rotation.z'), [
    [1, -78],
    [9, -138],
    [17, -108],
  ])
  // Half way on a straight line, as the stage has it.
  near((await desk.samples('Boat', 'rotation.z')).get(5), -108, 1e-9, 'half way')
  await desk.undo()
  assert.deepEqual(await file(), was)

  await command(page, 'paste keys onto other')
  await tick('Attributes Opacity').check()
  await dialog().getByRole('alert').getByText('takes 0 to 1').waitFor()
  assert.ok(await button().isDisabled())
  await setField(page, 'What each value is multiplied by', '1/10')
  await dialog().getByText('3 new keys.').waitFor()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  assert.deepEqual(await file(), was)
})

test('keys of two values go onto two others, in order; where some stand, that is said', async () => {
  const was = await file()
  await copyLane('Position X', 'Position Y')
  await command(page, 'paste keys onto other')
  await dialog().getByText('Keys of 2 values: choose as many. They go in order.').waitFor()
  await tick('Rotation Z').check()
  await dialog().getByRole('alert').getByText('The keys are of 2 channels; choose as many').waitFor()
  assert.ok(await button().isDisabled())
  await tick('Rotation X').check()
  await dialog().getByText('5 new keys.').waitFor()
  await dialog().getByText('When they were.').click()
  await desk.changing(() => button().click())
  assert.deepEqual(await placed('Boat', 'rotation.x'), [
    [1, 1],
    [9, 2],
  ])
  assert.deepEqual((await placed('Boat', 'rotation.z'))[2], [17, 4])
  // Once more they would land on themselves.
  await command(page, 'paste keys onto other')
  await tick('Rotation X').check()
  await tick('Rotation Z').check()
  await dialog().getByText('When they were.').click()
  await dialog().getByRole('alert').waitFor()
  assert.ok(await button().isDisabled())
  await page.keyboard.press('Escape')
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('what another window copies meanwhile is what is pasted', async () => {
  const was = await file()
  await copyLane('Position X', 'Position Y')
  await command(page, 'paste keys onto other')
  await tick('Scale X').check()
  await dialog().getByRole('alert').waitFor()
  const beside = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await beside.evaluate(() => {
    const copied = JSON.parse(localStorage.getItem('zesty-copied'))
    copied.keys.channels = copied.keys.channels.filter(({ channel }) => channel === 'position.y')
    localStorage.setItem('zesty-copied', JSON.stringify(copied))
  })
  await dialog().getByText('Copied: Position Y.').waitFor()
  await dialog().getByText('3 new keys.').waitFor()
  await desk.changing(() => button().click())
  assert.deepEqual(
    (await placed('Boat', 'scale.x')).map(([, value]) => value),
    [3, 5, 4],
  )
  await desk.undo()
  assert.deepEqual(await file(), was)
  await beside.close()
})
