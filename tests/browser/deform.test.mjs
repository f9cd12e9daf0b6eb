import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import {
  Desk,
  differing,
  drag,
  middleOf,
  near,
  restedPixels,
  setField,
  stagePixels,
  stageRested,
  until,
} from './harness.mjs'
import { areDrawnWhereTheyAre, drawn, points } from './vertices.mjs'

// Shapes are bent: on the graphics card as in the core, by the panel, by the lantern, and along time.

const kinds = ['bend', 'twist', 'taper', 'bulge', 'shear', 'stretch', 'flatten', 'wave', 'ripple']
const shapes = ['box', 'sphere', 'cylinder', 'cone', 'torus', 'plane']
const number = (value) => ({ value })
/** One of every kind, on every shape, in all three axes, with strengths of their own. */
const zoo = kinds.map((kind, i) => {
  const goes = kind === 'wave' || kind === 'ripple'
  const own = (channel, value) => [`deform.One.${channel}`, number(value)]
  return {
    name: kind,
    kind: shapes[i % shapes.length],
    parent: i % 2 ? 'Arch' : undefined,
    deformers: [
      { name: 'One', kind, axis: 'xyz'[i % 3], within: i % 4 !== 0, ...(kind === 'taper' ? { oneWay: true } : {}) },
      { name: 'Two', kind: 'twist', axis: 'xyz'[(i + 1) % 3] },
    ],
    channels: Object.fromEntries([
      ['position.x', number(i * 1.5 - 6)],
      ['position.y', number(2)],
      ['rotation.z', number(i * 11)],
      ['scale.y', number(1.3)],
      own(goes ? 'amount' : 'strength', kind === 'bend' || kind === 'twist' ? 70 : kind === 'taper' ? -0.6 : 0.4),
      ...(['bend', 'taper', 'bulge', 'shear', 'wave'].includes(kind) ? [own('direction', 25)] : []),
      ...(goes ? [own('count', 1.7), own('phase', 0.3)] : []),
      own('foot', -0.6),
      own('length', 1.3),
      ['deform.Two.strength', number(40)],
    ]),
  }
})
const scene = {
  format: 'zesty-scene',
  version: 2,
  name: 'Bent',
  rate: '24',
  range: [1, 48],
  objects: [
    {
      name: 'Arch',
      kind: 'group',
      deformers: [{ name: 'Bow', kind: 'bend', axis: 'x' }],
      channels: {
        'rotation.y': number(20),
        'deform.Bow.strength': number(60),
        'deform.Bow.length': number(8),
      },
    },
    ...zoo,
    {
      name: 'Pole',
      kind: 'box',
      channels: { 'position.z': number(4), 'position.y': number(1.5), 'shape.height': number(3) },
    },
    {
      name: 'Sail',
      kind: 'box',
      channels: { 'position.x': number(-3), 'position.z': number(6), 'position.y': number(1) },
    },
  ],
}

let desk, page
before(async () => {
  desk = await Desk.open(scene)
  page = desk.page
})
after(() => desk.close())

const values = () => page.getByRole('complementary', { name: 'Values' })
const head = (name) => values().locator(`[data-deformer="${name}"]`)
const objectOf = async (name) =>
  (await desk.server.get(`/api/scenes/${desk.id}/file`)).objects.find((each) => each.name === name)
const valueOf = async (name, channel) => (await objectOf(name)).channels?.[channel]?.value
const add = async (kind) => {
  await page.getByRole('button', { name: '+ Deformer' }).click()
  await desk.changing(() => page.getByRole('menuitem', { name: new RegExp(`^${kind}`) }).click())
}
test('the graphics card bends every shape by every deformer to where the core has it', async () => {
  await stageRested(page)
  for (const { name } of zoo) {
    await areDrawnWhereTheyAre(desk, name)
  }
})

test('a coarse box is bent from the menu, told of, and cut finely by one click', async () => {
  await desk.select('Pole')
  await add('bend')
  near(await valueOf('Pole', 'deform.Bend.length'), 3, 0, 'as long as the box is high')
  await values().getByText('1 segment along y, needs 3').waitFor()
  await desk.changing(() => values().getByRole('button', { name: 'Cut finely' }).click())
  assert.equal(await valueOf('Pole', 'shape.segmentsY'), 3)
  await until(
    () => values().getByText('needs').count(),
    (count) => count === 0,
    'nothing more is told',
  )
  await setField(page, 'Bend Strength', '90')
  await values().getByText('3 segments along y, needs 6').waitFor()
  await desk.changing(() => values().getByRole('button', { name: 'Cut finely' }).click())
  assert.equal(await valueOf('Pole', 'shape.segmentsY'), 6)
})

/** The middle of a spot of a colour, and not of lines of it. */
function blobOf({ data, width, height }, holds, half = 2) {
  const is = (x, y) => holds(...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 3))
  const isAround = (x, y) => {
    for (let v = -half; v <= half; v++) for (let u = -half; u <= half; u++) if (!is(x + u, y + v)) return false
    return true
  }
  for (let y = half; y < height - half; y++)
    for (let x = half; x < width - half; x++) if (is(x, y) && isAround(x, y)) return { x, y }
  return null
}

/** Where the yellow grip of the lantern is on the page. */
async function grip() {
  const box = await page.locator('.stage-canvas').boundingBox()
  await page.mouse.move(box.x + 4, box.y + box.height - 4)
  const { x, y, count } = middleOf(await restedPixels(page), (r, g, b) => r > 240 && g > 210 && b < 100)
  assert.ok(count > 40, `the grip is seen: ${count}`)
  return { x: box.x + 10 + x, y: box.y + 60 + y }
}

test('the grip of the lantern sets strength and direction; Escape gives them back, undo too', async () => {
  await page.getByRole('button', { name: 'Select', exact: true }).click()
  await page.keyboard.press('f')
  await stageRested(page)
  const at = await grip()
  const before = await valueOf('Pole', 'deform.Bend.strength')
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.mouse.move(at.x - 90, at.y - 20, { steps: 6 })
  await page.locator('.stage-told').waitFor()
  assert.match(await page.locator('.stage-told').textContent(), /^Bend .*°, towards .*°$/)
  await page.keyboard.press('Escape')
  await page.mouse.up()
  assert.equal(await valueOf('Pole', 'deform.Bend.strength'), before)
  await desk.changing(() => drag(page, at, { x: at.x - 90, y: at.y - 20 }))
  const pulled = await objectOf('Pole')
  assert.notEqual(pulled.channels['deform.Bend.strength'].value, 90)
  // Where the hand let go, there the grip is.
  const now = await grip()
  near(now.x, at.x - 90, 45, 'the grip goes with the hand')
  await desk.undo()
  assert.equal(await valueOf('Pole', 'deform.Bend.strength'), before)
})

test('a click where the bent shape is selects it, and one where it was does not', async () => {
  await page.keyboard.press('f')
  await stageRested(page)
  const where = await page.evaluate(
    (id) => {
      const all = document.querySelector('.stage').verticesOf(id)
      const count = all.length / 3
      let [x, y, z, n] = [0, 0, 0, 0]
      for (let i = 0; i < count; i++)
        if (all[i * 3 + 1] > 1.5) [x, y, z, n] = [x + all[i * 3], y + all[i * 3 + 1], z + all[i * 3 + 2], n + 1]
      return [x / n, y / n, z / n]
    },
    (await desk.scene()).objects.find((each) => each.name === 'Pole').id,
  )
  assert.ok(where[0] > 0.4, `its head leans to +x: ${where}`)
  const g = await grip()
  const stage = await page.locator('.stage-canvas').boundingBox()
  await page.mouse.click(stage.x + 30, stage.y + stage.height - 20)
  await until(
    () => page.locator('.values .none').count(),
    (count) => count === 1,
    'nothing is selected',
  )
  // Just below the grip is its bent head.
  await page.mouse.click(g.x - 6, g.y + 12)
  await until(
    () => page.locator('.values .none').count(),
    (count) => count === 0,
    'something is selected',
  )
  await head('Bend').waitFor()
})

test('deformers are named, put in order with the keyboard, switched off, copied and deleted', async () => {
  await desk.select('Pole')
  await add('taper')
  assert.deepEqual(
    (await objectOf('Pole')).deformers.map(({ name }) => name),
    ['Bend', 'Taper'],
  )
  await head('Taper')
    .getByRole('button', { name: /^Taper/ })
    .focus()
  await desk.changing(() => page.keyboard.press('Alt+ArrowUp'))
  assert.deepEqual(
    (await objectOf('Pole')).deformers.map(({ name }) => name),
    ['Taper', 'Bend'],
  )
  await head('Bend').getByRole('button', { name: /^Bend/ }).dblclick()
  await page.getByRole('textbox', { name: 'Name' }).fill('Lean')
  await desk.changing(() => page.keyboard.press('Enter'))
  const renamed = await objectOf('Pole')
  assert.equal(renamed.deformers[1].name, 'Lean')
  assert.equal(renamed.channels['deform.Lean.strength'].value, 90)
  await desk.changing(() => head('Lean').getByRole('switch').click())
  assert.equal((await objectOf('Pole')).deformers[1].on, false)
  await desk.changing(() => head('Lean').getByRole('switch').click())
  await desk.changing(async () => {
    await head('Lean')
      .getByRole('button', { name: /What can be done/ })
      .click()
    await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  })
  assert.deepEqual(
    (await objectOf('Pole')).deformers.map(({ name }) => name),
    ['Taper', 'Lean', 'Lean 2'],
  )
  await desk.changing(async () => {
    await head('Lean 2')
      .getByRole('button', { name: /What can be done/ })
      .click()
    await page.getByRole('menuitem', { name: 'Delete' }).click()
  })
  const [from, to] = await Promise.all(
    ['Taper', 'Lean'].map(async (name) => {
      const box = await head(name).locator('.name').boundingBox()
      return { x: box.x + 40, y: box.y + box.height / 2 }
    }),
  )
  await desk.changing(() => drag(page, from, to))
  assert.deepEqual(
    (await objectOf('Pole')).deformers.map(({ name }) => name),
    ['Lean', 'Taper'],
  )
})

test('a swelling runs along a shape: the foot is keyed by auto-key, has a lane, and plays', async () => {
  await desk.select('Sail')
  await add('bulge')
  await setField(page, 'Bulge Length', '0.4')
  await page.getByRole('button', { name: 'Auto-key' }).click()
  await setField(page, 'Bulge Foot', '-0.5')
  await setField(page, 'Frame', '25')
  await setField(page, 'Bulge Foot', '0.1')
  await page.getByRole('button', { name: 'Auto-key' }).click()
  const { keys } = (await objectOf('Sail')).channels['deform.Bulge.foot']
  assert.deepEqual(
    keys.map(({ frame, value }) => [frame, value]),
    [
      [1, -0.5],
      [25, 0.1],
    ],
  )
  await desk
    .changing(() => setField(page, 'Segments Along y', '12'))
    .catch(async () => {
      await values().getByRole('button', { name: 'Segments' }).click()
      await desk.changing(() => setField(page, 'Segments Along y', '12'))
    })
  for (const [frame, high] of [
    [1, 0.7],
    [25, 1.3],
  ]) {
    await setField(page, 'Frame', String(frame))
    await stageRested(page)
    const wide = (await drawn(desk, 'Sail')).reduce((most, at) => (at[0] > most[0] ? at : most))
    near(wide[1], high, 0.1, `widest on frame ${frame}`)
  }
})

test('a fade is seen from its edge on, is dragged on the stage, and is the same in the pixels and in the core', async () => {
  await page.getByRole('button', { name: 'Select', exact: true }).click()
  await desk.select('Sail')
  await setField(page, 'Frame', '1')
  await desk.changing(() => values().getByRole('button', { name: 'fades' }).click())
  await setField(page, 'Fade Softness', '0')
  await setField(page, 'Fade Edge', '0')
  await page.keyboard.press('f')
  await stageRested(page)
  const seen = await points(desk, 'Sail')
  assert.ok(
    seen.every(([, y, , opacity]) => opacity === (y >= 1 - 1e-9 ? 1 : 0)),
    'what is above the edge is seen',
  )
  const half = await stagePixels(page)
  await setField(page, 'Fade Edge', '-5')
  const whole = await restedPixels(page)
  assert.ok(differing(half, whole) > 300, 'half of it was not there')
  await desk.undo()
  assert.ok(differing(half, await restedPixels(page)) < 30, 'undo shows it again')
  await desk.changing(() => values().getByRole('button', { name: 'inverted' }).click())
  assert.ok((await points(desk, 'Sail')).every(([, y, , opacity]) => opacity === (y >= 1 - 1e-9 ? 0 : 1)))
  await desk.undo()
  const box = await page.locator('.stage-canvas').boundingBox()
  const mint = blobOf(await stagePixels(page), (r, g, b) => g > 150 && g - r > 40 && b - r > 20)
  assert.ok(mint, 'the grip of the edge is seen')
  const [from, to] = [0, -40].map((up) => ({ x: box.x + 10 + mint.x, y: box.y + 60 + mint.y + up }))
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await page.locator('.stage-told').waitFor()
  await page.keyboard.press('Escape')
  await page.mouse.up()
  assert.equal((await valueOf('Sail', 'fade.edge')) ?? 0, 0, 'Escape gives the edge back')
  await desk.changing(() => drag(page, from, to))
  const dragged = await valueOf('Sail', 'fade.edge')
  assert.ok(dragged > 0.05, `dragged up it is higher: ${dragged}`)
  const moved = await points(desk, 'Sail')
  assert.ok(
    moved.every(([, y, , opacity]) => opacity === (y >= 1 + dragged - 1e-9 ? 1 : 0)),
    'and less is seen',
  )
})

test('nothing went wrong in the page', () => assert.deepEqual(page.faults, []))
