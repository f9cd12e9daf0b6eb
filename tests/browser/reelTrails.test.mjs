import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { command, Desk, isLime, linear, middleOf, near, setField } from './harness.mjs'

// The trails that are on the stage are drawn into the pictures of a reel, each about its own frame.

/** A small thing goes evenly to the right before a camera; another carries it up. */
const scene = {
  format: 'zesty-scene',
  version: 2,
  name: 'Ways',
  rate: '24',
  range: [1, 41],
  objects: [
    {
      name: 'Camera',
      kind: 'camera',
      channels: { 'position.y': { value: 2 }, 'position.z': { value: 12 }, 'camera.fov': { value: 40 } },
    },
    { name: 'Raft', kind: 'group', channels: { 'position.y': { value: 2 } } },
    {
      name: 'Hand',
      kind: 'box',
      parent: 'Raft',
      channels: {
        'position.x': { keys: [linear(1, -4), linear(41, 4)] },
        ...Object.fromEntries(['width', 'height', 'depth'].map((side) => [`shape.${side}`, { value: 0.05 }])),
      },
    },
  ],
}
const [width, height] = [640, 360]
/** Pixels across from the picture's middle for a length at the distance of the hand. */
const pixels = (length) => (length / 12 / Math.tan((20 * Math.PI) / 180)) * (height / 2)
const xOn = (frame) => -4 + (frame - 1) * 0.2

const desk = new Desk()
let page

before(async () => {
  Object.assign(desk, await Desk.open(scene))
  page = desk.page
})
after(async () => {
  await desk.close()
  assert.deepEqual(page.faults, [])
})

const picture = async (reel, at) =>
  PNG.sync.read(
    Buffer.from(await (await fetch(`${desk.server.address}/api/reels/${reel}/pictures/${at}`)).arrayBuffer()),
  )
/** Cream of what is to come, and what is left of it in the past. */
const isLine = (r, g, b) => r > 90 && g > 85 && b > 75 && r - b > 4 && r - b < 50 && Math.abs(r - g) < 25
/** From where to where there is a line in the middle of the picture, as pixels from its middle. */
function line(png) {
  let [left, right] = [Infinity, -Infinity]
  for (let x = 0; x < png.width; x++)
    for (let y = height / 2 - 3; y < height / 2 + 3; y++) {
      const i = (y * png.width + x) * 4
      if (isLine(png.data[i], png.data[i + 1], png.data[i + 2])) [left, right] = [Math.min(left, x), Math.max(right, x)]
    }
  return [left - width / 2, right - width / 2]
}
const tick = () => page.getByRole('dialog').getByLabel('trails', { exact: true })
const shoot = (more = async () => {}) =>
  desk.shoot(async () => {
    await page.getByLabel('Which frames').selectOption('scene')
    await page.getByLabel('Background').selectOption('colour')
    await page.getByLabel('Colour behind').fill('#102030')
    await setField(page, 'Pixels across', String(width))
    await setField(page, 'Pixels down', String(height))
    await more()
  })

test('without trails on the stage there are none to be shot, and the dialog says so', async () => {
  await page.keyboard.press('Escape')
  await command(page, 'Shoot a reel…')
  await tick().waitFor()
  assert.ok(await tick().isDisabled())
  assert.match(await tick().locator('..').getAttribute('title'), /show some first/)
  await page.keyboard.press('Escape')
})

test('each picture has the way about its own frame, ten frames each way', async () => {
  await desk.select('Hand')
  await page.keyboard.press('t')
  const reel = await shoot(() => tick().check())
  assert.equal(reel.settings.trails, true)
  for (const frame of [1, 17, 30]) {
    const png = await picture(reel.id, frame - 1)
    const now = middleOf(png, isLime)
    assert.ok(now.count > 8, `the mark of frame ${frame}`)
    near(now.x - width / 2, pixels(xOn(frame)), 2.5, `where it is on frame ${frame}`)
    const [left, right] = line(png)
    near(right, pixels(xOn(Math.min(41, frame + 10))), 7, `how far it is to come from frame ${frame}`)
    // The far end of the past is faded too much to be told from the ground.
    assert.ok(left >= pixels(xOn(Math.max(1, frame - 10))) - 7, `${left} on frame ${frame}`)
    if (frame > 1) assert.ok(left < pixels(xOn(frame - 3)), `${left} on frame ${frame}`)
  }
})

test('of every eighth frame that is shot the way is still whole', async () => {
  const reel = await shoot(() => setField(page, 'Every so many frames', '8'))
  assert.equal(reel.pictures, 6)
  // Frame 17 is the third of them.
  const [left, right] = line(await picture(reel.id, 2))
  near(right, pixels(xOn(27)), 7, 'to come')
  assert.ok(left < pixels(xOn(14)), 'past')
})

test('unticked, or with trails hidden again, a reel has none', async () => {
  const plain = await shoot(async () => {
    await setField(page, 'Every so many frames', '40')
    await tick().uncheck()
  })
  assert.equal(plain.settings.trails, false)
  assert.equal(middleOf(await picture(plain.id, 0), isLime).count, 0)
  await page.keyboard.press('t')
  const hidden = await shoot()
  assert.equal(hidden.settings.trails, false)
  assert.equal(middleOf(await picture(hidden.id, 0), isLime).count, 0)
})
