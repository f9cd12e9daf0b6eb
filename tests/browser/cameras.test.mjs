import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, drag, ferryScene, middleOf, stagePixels, stageRested } from './harness.mjs'

// A view through a camera object: what a drag in it does to that camera.
let desk, page

const scene = {
  ...ferryScene('Through the lens', { 1: 0 }),
  objects: [
    { name: 'Box', kind: 'box' },
    { name: 'Crane', kind: 'group', channels: { 'rotation.y': { value: 90 } } },
    {
      // In the world it stands at 0, 0, 10 and looks along −z, rolled by ten degrees.
      name: 'Lens',
      kind: 'camera',
      parent: 'Crane',
      rotationOrder: 'yxz',
      channels: {
        'position.x': { value: -10 },
        'position.y': { value: 0 },
        'position.z': { value: 0 },
        'rotation.x': { value: 0 },
        'rotation.y': { value: -90 },
        'rotation.z': { value: 10 },
      },
    },
  ],
}
/** Whether a pixel is the box's, however dark the side is. */
const isWarm = (r, g, b) => r - b > 15
const axes = ['x', 'y', 'z']
const lens = async (group) => {
  const { objects } = await desk.server.get(`/api/scenes/${desk.id}/file`)
  const { channels } = objects.find(({ name }) => name === 'Lens')
  return axes.map((axis) => channels[`${group}.${axis}`]?.value ?? 0)
}
const middle = async () => {
  const { x, y, width, height } = await page.locator('.pane-hand').first().boundingBox()
  return { x: x + width / 2, y: y + height / 2 }
}
async function turn(by, { release = true } = {}) {
  const { x, y } = await middle()
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + by, y, { steps: 6 })
  if (release) await page.mouse.up()
}
const looks = (name) => page.locator('.stage-chips').first().getByRole('button', { name }).first()

before(async () => {
  desk = await Desk.open(scene)
  page = desk.page
  await looks('Lens').waitFor()
})
after(() => desk.close())

test('a drag that draws a path there is told nothing, and pulls a handle', async () => {
  const before = (await desk.scene()).position
  await command(page, 'Draw a path')
  const { x, y } = await middle()
  await page.mouse.click(x - 150, y + 60)
  await drag(page, { x: x + 100, y: y + 60 }, { x: x + 150, y: y + 60 })
  await desk.changing(() => page.keyboard.press('Enter'))
  const path = (await desk.server.get(`/api/scenes/${desk.id}/file`)).objects.find(({ kind }) => kind === 'path')
  assert.deepEqual(
    path.points.map(({ kind }) => kind),
    ['smooth', 'free'],
  )
  assert.equal(await page.getByText('which a drag here does not move').count(), 0)
  await desk.undo()
  assert.equal((await desk.scene()).position, before)
})

test('a drag says why nothing moves, and offers to look freely from there', async () => {
  const before = middleOf(await stagePixels(page), isWarm)
  await turn(80)
  await page.getByText('This view looks through Lens, which a drag here does not move.').waitFor()
  assert.equal((await desk.scene()).position, 0)
  await page.getByRole('button', { name: 'Look freely from here' }).click()
  await looks('Free view').waitFor()
  const after = middleOf(await stagePixels(page), isWarm)
  assert.ok(Math.hypot(after.x - before.x, after.y - before.y) < 12, 'the same picture, but for the roll')
})

test('where the view moves the camera, a drag turns it about what it looks at, and undo takes it back', async () => {
  await looks('Free view').click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: 'Lens' }).click()
  await looks('Lens').click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: 'The view moves the camera' }).click()
  await page.keyboard.press('Escape')
  await desk.changing(() => turn(120))
  const [place, turned] = [await lens('position'), await lens('rotation')]
  assert.ok(Math.abs(Math.hypot(...place) - 10) < 1e-3, `as far from the box as before: ${place}`)
  assert.ok(Math.abs(place[2]) > 1, `somewhere else: ${place}`)
  assert.ok(Math.abs(turned[2] - 10) < 1e-3 && Math.abs(turned[0]) < 1e-3, `rolled as before: ${turned}`)
  // Turned as far as it went round, it still looks at the box.
  const round = (Math.atan2(-place[2], -place[0]) * 180) / Math.PI
  assert.ok(
    Math.abs(turned[1] + 90 + round) < 1e-2 || Math.abs(turned[1] + 90 - round) < 1e-2,
    `${turned[1]}, ${round}`,
  )
  const picture = await stagePixels(page)
  const seen = middleOf(picture, isWarm)
  assert.ok(
    Math.abs(seen.x - picture.width / 2) < 10,
    `the box is in the middle: ${JSON.stringify(seen)} of ${picture.width}`,
  )
  await desk.undo()
  assert.deepEqual(await lens('position'), [-10, 0, 0])
})

test('Escape gives it up, the wheel is one change, and keys turn it as well', async () => {
  const { position } = await desk.scene()
  await turn(90, { release: false })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await page.mouse.move(5, 5)
  await stageRested(page)
  assert.equal((await desk.scene()).position, position)
  assert.deepEqual(await lens('position'), [-10, 0, 0])
  const { x, y } = await middle()
  await page.mouse.move(x, y)
  await desk.changing(async () => {
    for (let i = 0; i < 5; i++) await page.mouse.wheel(0, -120)
  })
  const nearer = await lens('position')
  assert.ok(nearer[0] > -9.5 && Math.abs(nearer[1]) < 1e-3 && Math.abs(nearer[2]) < 1e-3, `nearer: ${nearer}`)
  await page.locator('.pane-hand').first().focus()
  await desk.changing(() => page.keyboard.press('Shift+ArrowLeft'))
  assert.ok(Math.abs((await lens('position'))[2]) > 0.3)
  await desk.undo()
  await desk.undo()
  assert.deepEqual(await lens('position'), [-10, 0, 0])
})

test('while it plays the camera stays, which is said', async () => {
  await command(page, 'Play or stop')
  await page.locator('.stage-meter').waitFor()
  await turn(60)
  await page.getByText('Lens can be moved once playing has stopped.').waitFor()
  await page.keyboard.press('k')
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
