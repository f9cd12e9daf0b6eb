import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Desk, goToFrame, keepTrail, limeMark, stageRested } from './harness.mjs'

// A trail under the hand: its points in time, several of them turned and sized, and the handles of its way.

const free = (x, y) => [
  { in: 'free', out: 'free', inHandle: [-8, -x], outHandle: [8, x] },
  { in: 'free', out: 'free', inHandle: [-8, -y], outHandle: [8, y] },
]
const [freeX, freeY] = free(0.8, 0)
const frames = [1, 26, 51, 76, 101]
const keysOf = (values, middle) => ({
  keys: frames.map((frame, i) => ({ frame, value: values[i], ...(i === 2 ? middle : {}) })),
})

/** A hand that goes over an arc of five keys; the middle one has handles through space. */
const arc = {
  format: 'zesty-scene',
  version: 2,
  name: 'Arc',
  rate: '24',
  range: [1, 101],
  objects: [
    {
      name: 'Hand',
      kind: 'box',
      channels: {
        'position.x': keysOf([-4, -2, 0, 2, 4], freeX),
        'position.y': keysOf([1, 2.5, 3, 2.5, 1], freeY),
        'shape.width': { value: 0.1 },
        'shape.height': { value: 0.1 },
        'shape.depth': { value: 0.1 },
      },
    },
  ],
}

let desk, page
/** Where the trail's points are on the page, by frame. */
const spots = new Map()

before(async () => {
  desk = await Desk.open(arc)
  page = desk.page
  await keepTrail(desk, 'Hand')
  const stage = await page.locator('.stage-canvas').boundingBox()
  for (const frame of [26, 56, 76, 51]) {
    await goToFrame(page, frame)
    const { x, y } = await limeMark(page)
    // The picture is without what lies over the stage's edges.
    spots.set(frame, { x: stage.x + 10 + x, y: stage.y + 60 + y })
  }
})
after(() => desk.close())

const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
async function hand() {
  const { channels } = (await file()).objects[0]
  return { x: channels['position.x'].keys, y: channels['position.y'].keys, z: channels['position.z']?.keys ?? [] }
}
const near = (is, wanted, what) => assert.ok(Math.abs(is - wanted) < 1e-3, `${what}: ${is}, not ${wanted}`)

/** Drags through some places; the hand stays down. */
async function grip(...[first, ...others]) {
  await page.mouse.move(first.x, first.y)
  await page.mouse.down()
  for (const { x, y } of others) await page.mouse.move(x, y, { steps: 4 })
}

async function pointsOf(...points) {
  await page.keyboard.press('Escape')
  await stageRested(page)
  for (const [i, frame] of points.entries()) {
    const { x, y } = spots.get(frame)
    if (i) await page.keyboard.down('Control')
    await page.mouse.click(x, y)
    if (i) await page.keyboard.up('Control')
  }
}

test('with Shift, a point goes along the trail in time; Escape leaves it', async () => {
  const was = await file()
  const along = async () => {
    await grip(spots.get(51))
    await page.keyboard.down('Shift')
    await page.mouse.move(spots.get(56).x - 6, spots.get(56).y - 2, { steps: 4 })
    await page.mouse.move(spots.get(56).x, spots.get(56).y, { steps: 4 })
  }
  await along()
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await stageRested(page)
  await page.keyboard.up('Shift')
  assert.deepEqual(await file(), was)
  await desk.changing(async () => {
    await along()
    await page.mouse.up()
    await page.keyboard.up('Shift')
  })
  const { x, y } = await hand()
  for (const keys of [x, y])
    assert.deepEqual(
      keys.map(({ frame }) => frame),
      [1, 26, 56, 76, 101],
    )
  assert.deepEqual([x[2].value, y[2].value], [0, 3])
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('a point that lies beyond an arrow is selected, not dragged by it', async () => {
  await pointsOf(51)
  await pointsOf(26)
  await page.keyboard.press('2')
  await stageRested(page)
  const { x, y } = spots.get(26)
  await desk.changing(async () => {
    await grip({ x, y }, { x, y: y + 15 }, { x, y: y + 30 })
    await page.mouse.up()
  })
  const keys = await hand()
  assert.ok(keys.y[1].value < 2, `${keys.y[1].value}`)
  assert.equal(keys.y[2].value, 3)
  await desk.undo()
})

test('two points are turned about their common centre, and sized from it', async () => {
  const was = await file()
  await pointsOf(26, 76)
  const [a, b] = [spots.get(26), spots.get(76)]
  const centre = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
  await page.keyboard.press('3')
  await stageRested(page)
  const ring = (x, y) => ({ x: centre.x + x, y: centre.y + y })
  const turn = () => grip(ring(75, 6), ring(70, 35), ring(55, 58))
  await turn()
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await stageRested(page)
  assert.deepEqual(await file(), was)
  await desk.changing(async () => {
    await turn()
    await page.mouse.up()
  })
  const turned = await hand()
  const [one, two] = [1, 3].map((i) => [turned.x[i].value, turned.y[i].value, turned.z[i - (i === 1 ? 1 : 2)].value])
  // The centre and the distance are kept.
  one.forEach((value, axis) => near((value + two[axis]) / 2, [0, 2.5, 0][axis], `middle ${axis}`))
  near(Math.hypot(...one.map((value, axis) => value - two[axis])), 4, 'distance')
  assert.ok(Math.abs(one[1] - two[1]) > 0.5, 'it is turned')
  assert.equal(turned.x[2].value, 0)
  await desk.undo()
  assert.deepEqual(await file(), was)

  await page.keyboard.press('4')
  await stageRested(page)
  await desk.changing(async () => {
    await grip(ring(0, 2), ring(20, -10), ring(40, -40))
    await page.mouse.up()
  })
  const sized = await hand()
  assert.ok(sized.x[3].value > 3, `${sized.x[3].value}`)
  near(sized.x[1].value, -sized.x[3].value, 'the other side')
  near(sized.y[1].value, 2.5, 'height')
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('a handle of the way through space is pulled, both sides or with Alt one', async () => {
  const was = await file()
  await pointsOf(51)
  await page.keyboard.press('1')
  await stageRested(page)
  // A handle of 8 frames and 0.8 along X ends a fifth of the way's 4 between the keys away.
  const middle = spots.get(51)
  const end = { x: middle.x + 25, y: middle.y + 4 }
  const pull = async () => {
    await grip(end, { x: end.x + 3, y: end.y - 17 }, { x: end.x + 10, y: end.y - 40 })
  }
  await pull()
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await stageRested(page)
  assert.deepEqual(await file(), was)
  await desk.changing(async () => {
    await pull()
    await page.mouse.up()
  })
  const both = await hand()
  assert.ok(both.y[2].outHandle[1] > 0.5)
  near(both.y[2].inHandle[1], -both.y[2].outHandle[1], 'the other side')
  assert.deepEqual([both.y[2].outHandle[0], both.y[2].value], [8, 3])
  await desk.undo()
  assert.deepEqual(await file(), was)
  await desk.changing(async () => {
    await page.keyboard.down('Alt')
    await pull()
    await page.mouse.up()
    await page.keyboard.up('Alt')
  })
  const one = await hand()
  assert.ok(one.y[2].outHandle[1] > 0.5)
  assert.equal(one.y[2].inHandle[1], 0)
  await desk.undo()
  assert.deepEqual(await file(), was)
})
