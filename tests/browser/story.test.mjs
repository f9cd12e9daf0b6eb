import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import {
  browse,
  deskPoint,
  differing,
  isBox,
  middleOf,
  open,
  Server,
  setField,
  stagePixels,
  until,
} from './harness.mjs'

// From an empty scene to a keyed move that plays, with mouse and keyboard, and through a kill of the server.
let server, browser, context, page
const stepsLeft = () => page.getByRole('list', { name: 'First steps' }).locator('li b').allTextContents()
const frameField = () => page.getByLabel('Frame', { exact: true })
const marker = (channel) => page.locator(`[data-channel="${channel}"] .marker`).getAttribute('data-state')

before(async () => {
  server = await new Server('serve').start()
  ;({ browser, context } = await browse())
  page = await open(context, server.address)
})

after(async () => {
  await browser.close()
  await server.dispose()
})

test('a new scene opens empty', async () => {
  await page.getByText('No scenes yet').waitFor()
  await page.getByRole('button', { name: 'New scene' }).click()
  await page.getByText('An empty stage').waitFor()
  await page.getByText('0 keys').waitFor()
  assert.deepEqual(await stepsLeft(), ['Add something', 'Key it, twice', 'Play'])
})

test('its rate and ranges are set', async () => {
  await page.getByRole('button', { name: '24 fps' }).click()
  await page.locator('.dropdown-item', { hasText: '30 web' }).click()
  await page.getByRole('button', { name: '30 fps' }).waitFor()
  await setField(page, "Scene's last frame", '60')
  await until(
    () => page.getByLabel("Work range's last frame").inputValue(),
    (v) => v === '60',
    'the fitted work range',
  )
  await setField(page, "Scene's first frame", '90')
  await page.getByRole('alert').getByText('comes before the first').waitFor()
  assert.equal(await page.getByLabel("Scene's first frame").inputValue(), '1')
  const scene = await server.get('/api/scenes/1')
  assert.deepEqual([scene.rate, scene.range], ['30', [1, 60]])
})

test('a box is added, moved by number and keyed', async () => {
  await page.getByRole('button', { name: '+ Add' }).click()
  await page.locator('.dropdown-item', { hasText: 'Box' }).click()
  await page.getByRole('button', { name: 'Box', exact: true }).first().waitFor()
  assert.deepEqual(await stepsLeft(), ['Key it, twice', 'Play'])
  await setField(page, 'Position X', '-2*2')
  await until(
    () => server.get('/api/scenes/1'),
    (s) => s.position >= 4,
    'the kept value',
  )
  assert.equal(await marker('position.x'), 'still')
  await page.keyboard.press('n')
  await until(
    () => marker('position.x'),
    (state) => state === 'keyed',
    'the key',
  )
  await page.getByText('3 keys').waitFor()
})

let atStart
test('on another frame it is moved on the stage and keyed', async () => {
  await setField(page, 'Frame', '31')
  await until(
    () => marker('position.x'),
    (state) => state === 'animated',
    'the animated marker',
  )
  const before = await stagePixels(page)
  atStart = middleOf(before, isBox)
  assert.ok(atStart.count > 100, `the box is on the stage (${atStart.count} pixels)`)
  // The red handle points along x from the box's middle.
  const canvas = await page.locator('.stage-canvas').boundingBox()
  const x = canvas.x + 10 + atStart.x
  const y = canvas.y + 60 + atStart.y
  const red = middleOf(before, (r, g, b) => r > 180 && g < 150 && b < 150 && r - g > 70)
  assert.ok(red.count > 5, 'the red handle is there')
  await page.mouse.move(canvas.x + 10 + red.x, canvas.y + 60 + red.y)
  await page.mouse.down()
  await page.mouse.move(x + 260, y + 90, { steps: 12 })
  await page.mouse.up()
  await until(
    () => marker('position.x'),
    (state) => state === 'changed',
    'the tangerine marker',
  )
  const moved = middleOf(await stagePixels(page), isBox)
  assert.ok(moved.x - atStart.x > 60, `the box went with the hand (${atStart.x} to ${moved.x})`)
  assert.equal((await server.samples(1, 'Box', 'position.x')).get(31), -4, 'nothing is kept before the key')
  await page.keyboard.press('n')
  await until(
    () => marker('position.x'),
    (state) => state === 'keyed',
    'the second key',
  )
  assert.deepEqual(await stepsLeft(), ['Play'])
  assert.ok((await server.samples(1, 'Box', 'position.x')).get(31) > -3)
})

test('scrubbing moves the picture with the hand', async () => {
  const from = await deskPoint(page, 31)
  const to = await deskPoint(page, 1)
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move((from.x + to.x) / 2, from.y, { steps: 5 })
  await until(
    () => frameField().inputValue(),
    (v) => v === '16',
    'frame 16',
  )
  const halfway = middleOf(await stagePixels(page), isBox)
  await page.mouse.move(to.x, to.y, { steps: 5 })
  await page.mouse.up()
  await until(
    () => frameField().inputValue(),
    (v) => v === '1',
    'frame 1',
  )
  const start = middleOf(await stagePixels(page), isBox)
  assert.ok(Math.abs(start.x - atStart.x) < 12, 'it is back where it started')
  assert.ok(halfway.x - start.x > 20, 'and was on its way between')
})

test('a changed value that is not keyed is told of on leaving the frame', async () => {
  await setField(page, 'Frame', '10')
  await setField(page, 'Position X', '7')
  await until(
    () => marker('position.x'),
    (state) => state === 'changed',
    'the tangerine marker',
  )
  await page.keyboard.press('ArrowRight')
  await page.getByText('A changed value was not keyed on frame 10.').waitFor()
  await until(
    () => marker('position.x'),
    (state) => state === 'animated',
    'the value let go',
  )
  await page.getByRole('button', { name: 'Key now' }).click()
  await page.getByText('7 keys').waitFor()
  assert.equal((await server.samples(1, 'Box', 'position.x')).get(10), 7)
  await page.keyboard.press('Control+z')
  await page.getByText('6 keys').waitFor()
})

test('it plays in real time, and the pixels move', async () => {
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  const meter = page.locator('.stage-meter')
  await meter.waitFor()
  const one = await stagePixels(page)
  const seen = new Set()
  await until(
    async () => seen.add(await page.locator('canvas.ruler').getAttribute('aria-valuenow')),
    ({ size }) => size > 20,
    'many frames',
  )
  const two = await stagePixels(page)
  assert.ok(differing(one, two) > 200, 'the picture moved')
  assert.match(await meter.textContent(), /playing \d+\.\d of 30 fps · \d+ dropped/)
  await page.keyboard.press('Space')
  await meter.waitFor({ state: 'detached' })
})

test('first steps that were done are over, in other new scenes too', async () => {
  assert.deepEqual(await stepsLeft(), [])
  const { id } = await server.post('/api/scenes', { name: 'Another' })
  const other = await open(context, `${server.address}/scenes/${id}`)
  await other.getByText('An empty stage').waitFor()
  assert.equal(await other.getByRole('list', { name: 'First steps' }).count(), 0)
  await other.close()
  await fetch(`${server.address}/api/scenes/${id}`, { method: 'DELETE' })
})

test('a key is dragged in time and deleted on the desk', async () => {
  const from = await deskPoint(page, 31, 'Position X')
  const to = await deskPoint(page, 41, 'Position X')
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 8 })
  await page.mouse.up()
  await until(
    () => server.get('/api/scenes/1/history'),
    (h) => h.entries.at(-1).title === 'Move 1 key by 10 frames',
    'the kept move',
  )
  const moved = await server.samples(1, 'Box', 'position.x')
  assert.equal(moved.get(41), moved.get(60))
  assert.notEqual(moved.get(31), moved.get(41))
  await page.keyboard.press('Delete')
  await page.getByText('5 keys').waitFor()
  await page.keyboard.press('Control+z')
  await page.getByText('6 keys').waitFor()
  assert.deepEqual(await server.samples(1, 'Box', 'position.x'), moved)
})

test('a second window follows', async () => {
  const other = await open(context, `${server.address}/scenes/1`)
  await other.getByText('6 keys').waitFor()
  await page.bringToFront()
  await page.getByRole('button', { name: 'Box', exact: true }).first().click()
  await setField(page, 'Rotation Y', '45')
  await other.bringToFront()
  await other.getByRole('button', { name: 'Box', exact: true }).first().click()
  await until(
    () => other.getByLabel('Rotation Y', { exact: true }).inputValue(),
    (v) => v === '45.0°',
    'the turn in the other window',
  )
  assert.deepEqual(other.faults, [])
  await other.close()
})

test('after kill -9 everything is there and undo still works', async () => {
  const beforeKill = await server.samples(1, 'Box', 'position.x')
  await server.kill()
  await server.start()
  await page.goto(`${server.address}/scenes/1`)
  await page.getByText('6 keys').waitFor()
  assert.deepEqual(await server.samples(1, 'Box', 'position.x'), beforeKill)
  await page.getByRole('button', { name: 'Undo' }).click()
  await until(
    () => server.samples(1, 'Box', 'rotation.y'),
    (turns) => turns.get(1) === 0,
    'the turn undone',
  )
  await page.getByRole('button', { name: 'Undo' }).click()
  await until(
    () => server.samples(1, 'Box', 'position.x'),
    (x) => x.get(31) === x.get(60),
    'the key back at 31',
  )
  await page.getByRole('button', { name: 'Redo' }).click()
  await until(
    () => server.samples(1, 'Box', 'position.x'),
    (x) => x.get(41) === x.get(60) && x.get(31) !== x.get(60),
    'the key at 41 again',
  )
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
