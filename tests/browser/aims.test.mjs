import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { Desk, linear, middleOf, setField, until } from './harness.mjs'

// Aim: a camera that is turned at a boat has it in the middle of its picture, wherever that goes.
let desk, page
const bytes = async () => (await fetch(`${desk.server.address}/api/scenes/${desk.id}/file`)).text()
const objectOf = async (name) =>
  (await desk.server.get(`/api/scenes/${desk.id}/file`)).objects.find((each) => each.name === name)
const red = (r, g, b) => r > 90 && r > 2 * g && r > 2 * b
const picture = () => page.locator('.pane-hand').first().boundingBox()

/** Where the boat is seen, from the middle of the picture, in parts of its height; null where it is not. */
async function seen() {
  const box = await picture()
  const { x, y, count } = middleOf(PNG.sync.read(await page.screenshot({ clip: box })), red)
  return count < 20 ? null : Math.hypot(x - box.width / 2, y - box.height / 2) / box.height
}

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Watch',
    rate: '24',
    range: [1, 60],
    objects: [
      {
        name: 'Boat',
        kind: 'box',
        channels: {
          'position.x': { keys: [linear(1, -9), linear(60, 9)] },
          'position.y': { value: 0.5 },
          'look.red': { value: 1 },
          'look.green': { value: 0 },
          'look.blue': { value: 0 },
        },
      },
      {
        name: 'Camera',
        kind: 'camera',
        channels: { 'position.y': { value: 3 }, 'position.z': { value: 9 }, 'rotation.x': { keys: [linear(1, 40)] } },
      },
    ],
  })
  page = desk.page
})
after(() => desk.close())

test('a camera aims at a boat, and has it in the middle of its picture on every frame', async () => {
  const before = await bytes()
  await desk.select('Camera')
  await page.getByLabel('Aims at', { exact: true }).selectOption({ label: 'Boat' })
  await page.getByRole('button', { name: 'Do not aim' }).click()
  assert.equal(await bytes(), before)
  await page.getByLabel('Aims at', { exact: true }).selectOption({ label: 'Boat' })
  await desk.changing(() => page.getByRole('button', { name: 'Look straight at it' }).click())
  assert.deepEqual((await objectOf('Camera')).aim, { at: 'Boat' })
  assert.equal((await objectOf('Camera')).channels['rotation.x'], undefined)
  // The view looks through the only camera from the start.
  await page
    .getByRole('button', { name: /^Camera/ })
    .first()
    .waitFor()
  for (const frame of [1, 30, 60]) {
    await setField(page, 'Frame', String(frame))
    await until(seen, (away) => away !== null && away < 0.06, `the boat in the middle at ${frame}`)
  }
})

test('its weight is a value like any other; at 0 it looks where it did', async () => {
  await setField(page, 'Frame', '60')
  await desk.changing(() => setField(page, 'Aim Weight', '0'))
  await until(seen, (away) => away === null || away > 0.3, 'the boat elsewhere')
  await desk.undo()
  await until(seen, (away) => away !== null && away < 0.06, 'the boat in the middle')
})

test('its own rotation comes after, another direction looks there, and switched off it keeps its rotation or its motion', async () => {
  await desk.changing(() => setField(page, 'Rotation Y', '20'))
  await until(seen, (away) => away !== null && away > 0.2, 'the boat beside the middle')
  await desk.undo()
  await desk.changing(() => page.getByLabel('Direction that aims').selectOption('plusX'))
  assert.equal((await objectOf('Camera')).aim.axis, '+x')
  await desk.undo()
  const before = await bytes()
  await page.getByLabel('Aims at', { exact: true }).selectOption({ label: 'nothing' })
  await desk.changing(() => page.getByRole('button', { name: 'Keep the motion' }).click())
  assert.equal((await objectOf('Camera')).aim, undefined)
  for (const frame of [7, 60]) {
    await setField(page, 'Frame', String(frame))
    await until(seen, (away) => away !== null && away < 0.06, `the boat in the middle at ${frame}, by keys`)
  }
  await desk.undo()
  assert.equal(await bytes(), before)
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
