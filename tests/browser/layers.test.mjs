import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, middleOf, restedPixels, setField, stagePixels, until } from './harness.mjs'

// Layers over dense motion, and bending an arc where it happens: on the stage, along the trail.

/** A hand that goes over an arc, keyed on every second frame as captured motion is, and a foot that does nothing. */
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
        'position.x': { keys: everySecond((part) => -4 + 8 * part) },
        'position.y': { keys: everySecond((part) => 1 + 2 * Math.sin(part * Math.PI)) },
        'shape.width': { value: 0.1 },
        'shape.height': { value: 0.1 },
        'shape.depth': { value: 0.1 },
      },
    },
    { name: 'Foot', kind: 'box', channels: { 'position.y': { value: -3 } } },
  ],
}

function everySecond(value) {
  return Array.from({ length: 51 }, (_, i) => ({ frame: 2 * i + 1, value: value(i / 50) }))
}

let desk, page

before(async () => {
  desk = await Desk.open(arc)
  page = desk.page
})
after(() => desk.close())

const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const baseOf = async (name = 'Hand') => (await file()).objects.find((each) => each.name === name).channels
const layersOf = async () => (await file()).layers ?? []
const tab = (name) => page.locator(`[data-layer="${name}"]`)
const reachField = () => page.locator('.layers').getByLabel('Reach of a change, in frames')
async function setReach(text) {
  await reachField().click()
  await page.keyboard.press('Control+a')
  await page.keyboard.type(text)
  await page.keyboard.press('Enter')
}
async function setStrength(name, text) {
  const field = page.locator('.layers').getByRole('textbox', { name: `Strength of ${name}`, exact: true })
  await field.click()
  await page.keyboard.press('Control+a')
  await page.keyboard.type(text)
  await page.keyboard.press('Enter')
}
/** No handles lie over the trail then. */
async function nothingSelected() {
  const { x, y, height } = await page.locator('.stage-canvas').boundingBox()
  await page.mouse.click(x + 40, y + height - 30)
  await page.getByText('Nothing is selected').waitFor()
}

const isLime = (r, g, b) => Math.abs(r - 0xb5) < 14 && Math.abs(g - 0xe0) < 14 && Math.abs(b - 0x48) < 22

const isLemon = (r, g, b) => Math.abs(r - 0xff) < 14 && Math.abs(g - 0xe1) < 14 && Math.abs(b - 0x4d) < 22

/** Where the lime mark of the playhead is on the trail, in pixels of the page. */
async function markAt() {
  const box = await page.locator('.stage-canvas').boundingBox()
  const { x, y } = await until(
    async () => middleOf(await stagePixels(page), isLime),
    ({ count }) => count > 8,
    'the mark of the playhead on the trail',
  )
  // The picture is without what lies over the stage's edges.
  return { x: box.x + 10 + x, y: box.y + 60 + y }
}

test('a layer takes the keys, and the base stays as it is to the byte', async () => {
  await desk.select('Hand')
  const base = await baseOf()
  await desk.changing(() => page.keyboard.press('Shift+L'))
  await tab('Layer 1').waitFor()
  await page.getByRole('button', { name: /Key .*in Layer 1/ }).waitFor()
  await setField(page, 'Frame', '51')
  await setField(page, 'Position Y', '5')
  await page.getByRole('button', { name: /^Position Y: changed/ }).waitFor()
  await desk.changing(() => page.getByRole('button', { name: /^Position Y: changed/ }).click())
  assert.deepEqual(await baseOf(), base)
  assert.equal((await desk.samples('Hand', 'position.y')).get(51), 5)
  // One key adds the same everywhere.
  const seen = await desk.samples('Hand', 'position.y')
  assert.ok(Math.abs(seen.get(1) - 3) < 1e-5)
  await tab('Layer 1').getByRole('button', { name: 'Select the 1 objects with keys in Layer 1' }).waitFor()
  await desk.lane('Layer 1').waitFor()
  await desk.undo()
  assert.equal((await layersOf())[0].channels, undefined)
})

test('a point of a trail is pulled down within a reach: the arc dips there and nowhere else', async () => {
  const base = JSON.stringify(await baseOf())
  const was = await desk.samples('Hand', 'position.y')
  await desk.select('Hand')
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'How trails are drawn' }).click()
  await page.getByText('The work range').click()
  await page.getByText('Keep the selected ones').click()
  await page.keyboard.press('Escape')
  await setReach('8')
  await nothingSelected()
  await setField(page, 'Frame', '51')
  const at = await markAt()
  await desk.changing(async () => {
    await page.mouse.move(at.x, at.y)
    await page.mouse.down()
    await page.mouse.move(at.x, at.y + 30, { steps: 4 })
    await page.mouse.move(at.x, at.y + 60, { steps: 4 })
    await page.mouse.up()
  })
  const now = await desk.samples('Hand', 'position.y')
  assert.ok(now.get(51) < was.get(51) - 0.5, `${now.get(51)} is below ${was.get(51)}`)
  assert.ok(now.get(47) < was.get(47) - 0.1 && now.get(55) < was.get(55) - 0.1, 'neighbours go along')
  for (const [frame, value] of was) if (Math.abs(frame - 51) >= 8) assert.equal(now.get(frame), value, `frame ${frame}`)
  assert.equal(JSON.stringify(await baseOf()), base)
  const [{ channels }] = await layersOf()
  assert.deepEqual(
    channels['Hand/position.y'].keys.map(({ frame }) => frame),
    [43, 51, 59],
  )
})

test('its strength makes it weaker, typed or keyed', async () => {
  const whole = await desk.samples('Hand', 'position.y')
  await desk.changing(() => setStrength('Layer 1', '0'))
  const none = await desk.samples('Hand', 'position.y')
  await desk.changing(() => setStrength('Layer 1', '50'))
  const half = await desk.samples('Hand', 'position.y')
  assert.ok(Math.abs(half.get(51) - (whole.get(51) + none.get(51)) / 2) < 1e-5)
  await desk.changing(() =>
    tab('Layer 1')
      .getByRole('button', { name: /^Strength of Layer 1: still/ })
      .click(),
  )
  await desk.lane('Strength of Layer 1').waitFor()
  await desk.undo()
  await desk.undo()
  await desk.undo()
  assert.deepEqual(await desk.samples('Hand', 'position.y'), whole)
})

test('while M is held, the motion is seen without the layer', async () => {
  await desk.select('Hand')
  await setField(page, 'Frame', '51')
  const field = page.getByLabel('Position Y', { exact: true })
  const shown = await field.inputValue()
  await page.locator('.stage').hover()
  await page.keyboard.down('m')
  await until(
    () => field.inputValue(),
    (now) => now === '3.00',
    'the base alone',
  )
  await page.keyboard.up('m')
  await until(
    () => field.inputValue(),
    (now) => now === shown,
    'the layer again',
  )
})

test('a tall lane has base, layer and result; hovering a value tells what each gives', async () => {
  await page.locator('[data-channel="position.y"]').hover()
  const field = page.getByLabel('Position Y', { exact: true })
  const title = await until(
    () => field.getAttribute('title'),
    (words) => words.includes('Layer 1 adds'),
    'what each gives',
  )
  assert.match(title, /^Base: 3\nLayer 1 adds -/)
  await desk.lane('Position Y').hover()
  await page.getByRole('button', { name: 'Curve of Position Y' }).click()
  await page.locator('.head.tall').getByText('Base', { exact: true }).waitFor()
  await page.locator('.head.tall').getByText('Layer 1', { exact: true }).waitFor()
  await page.getByRole('button', { name: 'Curve of Position Y' }).click()
})

test('layers are put in order by dragging, are renamed, switched off, and taken by Escape in the middle of nothing', async () => {
  await desk.changing(() => page.keyboard.press('Shift+L'))
  await tab('Layer 2').waitFor()
  const name = page.getByRole('button', { name: 'Keys go to Layer 2' })
  const { x, y } = await name.boundingBox()
  // Escape in the middle: nothing moves.
  await page.mouse.move(x + 20, y + 10)
  await page.mouse.down()
  await page.mouse.move(x + 20, y + 36, { steps: 5 })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  assert.deepEqual(
    (await layersOf()).map((layer) => layer.name),
    ['Layer 1', 'Layer 2'],
  )
  await desk.changing(async () => {
    await page.mouse.move(x + 20, y + 10)
    await page.mouse.down()
    await page.mouse.move(x + 20, y + 36, { steps: 5 })
    await page.mouse.up()
  })
  assert.deepEqual(
    (await layersOf()).map((layer) => layer.name),
    ['Layer 2', 'Layer 1'],
  )
  await name.dblclick()
  await page.getByLabel('Name', { exact: true }).fill('Mood')
  await desk.changing(() => page.keyboard.press('Enter'))
  await desk.changing(() => tab('Mood').getByRole('switch', { name: 'Mood on' }).click())
  // A key in a layer that is off would not be seen.
  await setField(page, 'Position Y', '4')
  await page.keyboard.press('n')
  await page.getByText('Mood is switched off; switch it on first').waitFor()
  // What the hand did last was that value: it is taken back first.
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: /^Position Y: changed/ }).waitFor({ state: 'detached' })
  await page.keyboard.press('PageUp')
  await page.getByRole('button', { name: 'Keys go to Layer 1', pressed: true }).waitFor()
})

test('merged down, the motion stays; and all of it is taken back to the byte', async () => {
  const was = await desk.samples('Hand', 'position.y')
  const before = JSON.stringify(await file())
  const { position } = await desk.scene()
  await command(page, 'Merge all layers…')
  const dialog = page.getByRole('dialog')
  await dialog
    .getByRole('status')
    .getByText(/keys become/)
    .waitFor()
  await desk.changing(() => dialog.getByRole('button', { name: 'Merge', exact: true }).click())
  const now = await desk.samples('Hand', 'position.y')
  for (const [frame, value] of was) assert.ok(Math.abs(now.get(frame) - value) < 0.001, `frame ${frame}`)
  assert.deepEqual(
    (await layersOf()).map((layer) => layer.name),
    ['Mood'],
  )
  await page.getByText('is not there any more. Keys go to the base.').waitFor()
  await desk.undo()
  assert.equal(JSON.stringify(await file()), before)
  // What comes back takes the keys again.
  await page.getByRole('button', { name: 'Keys go to Layer 1', pressed: true }).waitFor()
  for (let at = position; at > 0; at--) await desk.undo()
  assert.deepEqual(await layersOf(), [])
  assert.equal(JSON.stringify((await file()).objects[0].channels['position.y'].keys.length), '51')
})

test('selected points of a trail go together, Escape gives up, and off is one key', async () => {
  await desk.select('Hand')
  await page.getByRole('button', { name: 'Keys go to Base' }).click()
  await nothingSelected()
  await setField(page, 'Frame', '21')
  const first = await markAt()
  await page.mouse.click(first.x, first.y)
  await setField(page, 'Frame', '91')
  const second = await markAt()
  await page.keyboard.down('Control')
  await page.mouse.click(second.x, second.y)
  await page.keyboard.up('Control')
  const was = await desk.samples('Hand', 'position.y')
  await page.mouse.move(second.x + 60, second.y + 60)
  const { y: rested } = await until(
    async () => middleOf(await restedPixels(page), isLemon),
    ({ count }) => count > 16,
    'two selected points',
  )
  const pull = async () => {
    await page.mouse.move(second.x, second.y)
    await page.mouse.down()
    // Held to the upright axis.
    await page.keyboard.down('y')
    await page.mouse.move(second.x, second.y + 20, { steps: 4 })
    await page.mouse.move(second.x, second.y + 40, { steps: 4 })
  }
  await pull()
  await page.keyboard.press('Escape')
  await page.keyboard.up('y')
  await page.mouse.up()
  assert.deepEqual(await desk.samples('Hand', 'position.y'), was)
  await until(
    async () => middleOf(await restedPixels(page), isLemon).y,
    (y) => Math.abs(y - rested) < 2,
    'the points where they were',
  )
  await desk.changing(async () => {
    await pull()
    await page.mouse.up()
    await page.keyboard.up('y')
  })
  const now = await desk.samples('Hand', 'position.y')
  const [one, two] = [21, 91].map((frame) => now.get(frame) - was.get(frame))
  assert.ok(one < -0.2 && Math.abs(one - two) < 1e-4, `${one} and ${two}`)
  assert.equal(now.get(61), was.get(61))
  // What does not move gets no key.
  assert.equal((await baseOf())['position.z'], undefined)
  await desk.undo()
  assert.deepEqual(await desk.samples('Hand', 'position.y'), was)
  await page.keyboard.press('t')
  await page.getByText('Trails are hidden.').waitFor()
  await until(
    async () => middleOf(await stagePixels(page), isLime).count,
    (count) => count === 0,
    'no trail',
  )
})
