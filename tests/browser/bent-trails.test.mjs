import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import {
  Desk,
  differing,
  goToFrame,
  isBox,
  keepTrail,
  limeMark,
  middleOf,
  restedPixels,
  stagePixels,
  stageRested,
} from './harness.mjs'

// The trail of what a bent group carries goes where it is seen to go, and is bent there by the hand.

const line = (values) => ({
  keys: values.map((value, i) => ({ frame: 1 + i * 24, value, in: 'linear', out: 'linear' })),
})
const climb = {
  format: 'zesty-scene',
  version: 2,
  name: 'Climb',
  rate: '24',
  range: [1, 49],
  objects: [
    {
      name: 'Mast',
      kind: 'group',
      deformers: [{ name: 'Bow', kind: 'bend', axis: 'y' }],
      channels: { 'deform.Bow.strength': { value: 80 }, 'deform.Bow.length': { value: 5 } },
    },
    {
      name: 'Lamp',
      kind: 'box',
      parent: 'Mast',
      channels: {
        'position.y': line([0.5, 3, 5]),
        'shape.width': { value: 0.4 },
        'shape.height': { value: 0.4 },
        'shape.depth': { value: 0.4 },
      },
    },
  ],
}

let desk, page
before(async () => {
  desk = await Desk.open(climb)
  page = desk.page
})
after(() => desk.close())

const goTo = async (frame) => {
  await goToFrame(page, frame)
  await stageRested(page)
}

test('the trail goes through where the thing is seen', async () => {
  const lamps = []
  for (const frame of [25, 49]) {
    await goTo(frame)
    lamps.push(middleOf(await stagePixels(page), isBox))
  }
  await keepTrail(desk, 'Lamp')
  for (const [i, frame] of [25, 49].entries()) {
    await goTo(frame)
    const [at, lamp] = [await limeMark(page), lamps[i]]
    assert.ok(Math.hypot(at.x - lamp.x, at.y - lamp.y) < 6, `${frame}: ${at.x}, ${at.y}, not ${lamp.x}, ${lamp.y}`)
  }
})

test('a point goes to where the hand leads it, through what bends it', async () => {
  await goTo(25)
  const bare = await stagePixels(page)
  const from = await limeMark(page)
  const stage = await page.locator('.stage-canvas').boundingBox()
  // The picture is without what lies over the stage's edges.
  const [x, y] = [stage.x + 10 + from.x, stage.y + 60 + from.y]
  await desk.changing(async () => {
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + 40, y + 25, { steps: 6 })
    await page.mouse.up()
  })
  // The point is let go of: it lies over the mark.
  await page.keyboard.press('Escape')
  assert.ok(differing(bare, await restedPixels(page)) > 20)
  const to = await limeMark(page)
  assert.ok(Math.hypot(to.x - from.x - 40, to.y - from.y - 25) < 4, `by ${to.x - from.x}, ${to.y - from.y}`)
})
