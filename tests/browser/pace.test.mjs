import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, deskPoint, drag, near, setField, until } from './harness.mjs'

// The pace table: who goes how fast, made as fast as another by number, by name and by hand.
let desk, page
const bytes = async () => (await fetch(`${desk.server.address}/api/scenes/${desk.id}/file`)).text()
const row = (name) => page.locator('.goer', { has: page.getByRole('button', { name, exact: true }) })
const middle = async (locator) => {
  const { x, y, width, height } = await locator.boundingBox()
  return { x: x + width / 2, y: y + height / 2 }
}
const lasts = async (name) =>
  (await desk.keys(name, 'follow.travel')).map(({ frame, tick }) => frame ?? tick / 29_400_000)

const straight = (name, z, length) => ({
  name,
  kind: 'path',
  points: [
    { at: [0, 0, z], kind: 'corner' },
    { at: [length, 0, z], kind: 'corner' },
  ],
})
const boat = (name, path) => ({
  name,
  kind: 'box',
  follow: { path, facing: '+x' },
  channels: {
    'follow.travel': {
      keys: [
        { frame: 1, value: 0, in: 'linear', out: 'linear' },
        { frame: 49, value: 1, in: 'linear', out: 'linear' },
      ],
    },
  },
})

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Regatta',
    rate: '24',
    range: [1, 241],
    objects: [
      straight('Near', 0, 10),
      straight('Middle', 3, 20),
      straight('Far', 6, 35),
      boat('Skiff', 'Near'),
      boat('Tug', 'Middle'),
      boat('Ferry', 'Far'),
      { name: 'Buoy', kind: 'sphere', channels: { 'position.x': { value: 15 }, 'position.z': { value: 4 } } },
    ],
  })
  page = desk.page
})
after(() => desk.close())

test('the table tells who goes how far and how fast', async () => {
  await command(page, 'Pace table')
  await row('Ferry').getByText('1 to 49 · 48 frames · 35 long · top 17.5').waitFor()
  await row('Skiff').getByText('10 long · top 5').waitFor()
  assert.equal(await page.getByLabel('Speed of Tug').inputValue(), '10 /s')
  assert.equal(await page.locator('.goer').count(), 3)
})

test('three of different lengths are made equally fast, and each arrives in its own time', async () => {
  const before = await bytes()
  await row('Tug').getByRole('button', { name: 'How fast Tug is to go' }).click()
  await desk.changing(() => page.getByRole('menuitem', { name: 'All others as fast as Tug' }).click())
  await until(
    () => page.getByLabel('Speed of Ferry').inputValue(),
    (value) => value === '10 /s',
    'the speed of the ferry',
  )
  assert.equal(await page.getByLabel('Speed of Skiff').inputValue(), '10 /s')
  // 35 lengths at 10 a second take 84 frames, 10 take 24.
  near((await lasts('Ferry'))[1], 85, 1e-6, 'the ferry arrives')
  near((await lasts('Skiff'))[1], 25, 1e-6, 'the skiff arrives')
  near((await lasts('Ferry'))[0], 1, 1e-6, 'the ferry sets off')
  await desk.undo()
  assert.equal(await bytes(), before)
  await desk.changing(() => setField(page, 'Speed of Ferry', '35'))
  near((await lasts('Ferry'))[1], 25, 1e-6, 'at the typed speed')
  await page.getByLabel('Speed of Skiff').fill('fast')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await desk.undo()
  assert.equal(await bytes(), before)
})

test('an end of its bar is dragged, its speed told on the way; Escape and undo give it back', async () => {
  const before = await bytes()
  const end = await middle(row('Tug').locator('.grip.end'))
  const far = (await deskPoint(page, 97)).x - (await deskPoint(page, 49)).x
  await page.mouse.move(end.x, end.y)
  await page.mouse.down()
  await page.mouse.move(end.x + far, end.y, { steps: 6 })
  await row('Tug').getByText('1 to 97 · 96 frames · 20 long · top 5').waitFor()
  await until(
    () => page.getByLabel('Speed of Tug').inputValue(),
    (value) => value === '5 /s',
    'the speed under way',
  )
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await row('Tug').getByText('1 to 49').waitFor()
  assert.equal(await bytes(), before)
  await desk.changing(() => drag(page, end, { x: end.x + far, y: end.y }))
  assert.deepEqual(await lasts('Tug'), [1, 97])
  await row('Tug').getByText('1 to 97').waitFor()
  await desk.undo()
  await row('Tug').getByText('1 to 49').waitFor()
  const bar = await middle(row('Tug').locator('.bar'))
  await desk.changing(() => drag(page, bar, { x: bar.x + far, y: bar.y }))
  assert.deepEqual(await lasts('Tug'), [49, 97])
  await desk.undo()
  assert.equal(await bytes(), before)
})

test('the frame is found at which two are nearest, and at which a point is passed', async () => {
  await desk.select('Buoy')
  await desk.lane('Ferry').click({ modifiers: ['Control'] })
  await command(page, 'two selected objects are nearest')
  // 15 of 35 lengths in 48 frames.
  const frame = 1 + (48 * 15) / 35
  await page.getByText(`Ferry is nearest to Buoy at ${frame.toFixed(2)}`).waitFor()
  assert.equal(await page.getByLabel('Frame', { exact: true }).inputValue(), String(Math.round(frame)))
  await desk.select('Far')
  await page.locator('.path tbody tr').nth(1).getByRole('button', { name: '2', exact: true }).click()
  await command(page, 'selected point is passed')
  await page.getByText('Point 2 of Far is passed by Ferry at 49').waitFor()
  assert.equal(await page.getByLabel('Frame', { exact: true }).inputValue(), '49')
})

test('what is selected can be looked at instead, and the table is closed', async () => {
  await page.getByLabel('Pace of').selectOption('selected')
  await page.getByText('Select what has keys').waitFor()
  await desk.select('Tug')
  await row('Tug').waitFor()
  assert.equal(await page.locator('.goer').count(), 1)
  await page.getByLabel('Pace of').selectOption('followers')
  await page.getByRole('button', { name: 'Close the pace table' }).click()
  await page.locator('.pace').waitFor({ state: 'detached' })
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
