import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Desk, restedPixels, stageRested } from './harness.mjs'

// F looks at what is selected: as a whole, and so near that it fills the view, whatever its size.
let desk, page
const isLemon = (r, g, b) => r > 200 && g > 180 && b < 140

/** From where to where there is lemon, the colour of what is selected, as shares of the stage. */
async function extent() {
  const { data, width, height } = await restedPixels(page)
  const found = { left: 1, right: 0, top: 1, bottom: 0 }
  for (let i = 0; i < data.length; i += 4) {
    if (!isLemon(data[i], data[i + 1], data[i + 2])) continue
    const [x, y] = [((i / 4) % width) / width, Math.floor(i / 4 / width) / height]
    found.left = Math.min(found.left, x)
    found.right = Math.max(found.right, x)
    found.top = Math.min(found.top, y)
    found.bottom = Math.max(found.bottom, y)
  }
  return found
}

before(async () => {
  const at = (x, y, z) => ({ 'position.x': { value: x }, 'position.y': { value: y }, 'position.z': { value: z } })
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Near and far',
    rate: '24',
    range: [1, 10],
    objects: [
      {
        name: 'Pier',
        kind: 'box',
        channels: { ...at(30, 1, -20), 'shape.width': { value: 80 }, 'shape.height': { value: 2 } },
      },
      { name: 'Bead', kind: 'sphere', channels: { ...at(-3, 1, 2), 'shape.radius': { value: 0.4 } } },
      { name: 'Sign', kind: 'text', text: ['LANTERN', 'BAY'], channels: { 'shape.size': { value: 6 } } },
      {
        name: 'Route',
        kind: 'path',
        channels: at(0, 0, 40),
        points: [
          { at: [0, 0, 0], kind: 'corner' },
          { at: [70, 0, 10], kind: 'corner' },
        ],
      },
      { name: 'Mote', kind: 'sphere', channels: { ...at(-3, 1, 6), 'shape.radius': { value: 0.1 } } },
      {
        name: 'Backdrop',
        kind: 'box',
        channels: { ...at(-40, 0, -40), 'shape.width': { value: 200 }, 'shape.height': { value: 200 } },
      },
      { name: 'Fleet', kind: 'group', channels: at(0, 0, 200) },
      { name: 'Skiff', kind: 'box', parent: 'Fleet', channels: at(5, 0, -200) },
      { name: 'Tug', kind: 'box', parent: 'Fleet', channels: at(9, 0, -200) },
    ],
  })
  page = desk.page
})
after(() => desk.close())

for (const name of ['Pier', 'Bead', 'Sign', 'Route', 'Fleet'])
  test(`${name} is seen as a whole and fills the view`, async () => {
    await desk.select(name)
    await page.keyboard.press('q')
    const stage = await page.locator('.stage-canvas').boundingBox()
    await page.mouse.move(stage.x + stage.width / 2, stage.y + stage.height - 20)
    await page.keyboard.press('f')
    const { left, right, top, bottom } = await extent()
    assert.ok(left > 0.02 && right < 0.98 && top > 0 && bottom < 1, `${[left, right, top, bottom]} is cut off`)
    assert.ok(Math.max(right - left, bottom - top) > (name === 'Bead' ? 0.12 : 0.2), `${[left, right]} is far away`)
  })

test('what stands beside what is drawn of the handles is clicked', async () => {
  await desk.select('Mote')
  await page.keyboard.press('2')
  const stage = await page.locator('.stage-canvas').boundingBox()
  await page.mouse.move(stage.x + stage.width / 2, stage.y + stage.height - 20)
  await page.keyboard.press('f')
  await stageRested(page)
  // Beside the upright arrow; behind it there is only the backdrop.
  const isOn = (name) => page.locator('.values').getByRole('button', { name, exact: true }).waitFor()
  await isOn('Mote')
  const [x, y] = [stage.x + stage.width / 2, stage.y + stage.height / 2]
  const before = await desk.keys('Mote', 'position.x')
  await page.mouse.click(x + 14, y - 55)
  await isOn('Backdrop')
  assert.deepEqual(await desk.keys('Mote', 'position.x'), before)
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
