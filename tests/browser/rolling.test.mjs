import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, near, setField } from './harness.mjs'

// Wheels that roll as their cart goes.
let desk, page

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Wheels',
    rate: '24',
    range: [1, 120],
    objects: [
      {
        name: 'Cart',
        kind: 'group',
        channels: {
          'position.x': {
            keys: [
              { frame: 1, value: 0, out: 'linear' },
              { frame: 49, value: 12, in: 'linear', out: 'linear' },
              { frame: 97, value: 6, in: 'linear' },
            ],
          },
        },
      },
      {
        name: 'Wheel',
        kind: 'torus',
        parent: 'Cart',
        channels: { 'shape.radius': { value: 0.4 }, 'shape.tube': { value: 0.1 } },
      },
    ],
  })
  page = desk.page
})
after(() => desk.close())

test('a wheel rolls as far as its cart goes, and back, warped or not', async () => {
  await desk.select('Cart')
  await desk.select('Wheel')
  await desk.changing(() => page.getByLabel('Rolls about').selectOption('z'))
  assert.equal(await page.getByLabel('Radius that it rolls on').inputValue(), '0.5')
  await page.getByRole('button', { name: /^Rotation Z: moved by something else/ }).waitFor()
  const degrees = (way) => (-way / 0.5) * (180 / Math.PI)
  const rolls = async () => {
    const [x, turn] = [await desk.samples('Cart', 'position.x'), await desk.samples('Wheel', 'rotation.z')]
    for (const [frame, way] of x) near(turn.get(frame), degrees(way), 1e-5, `frame ${frame}`)
    return turn
  }
  near((await rolls()).get(49), degrees(12), 1e-6, 'the furthest turn')
  await page.evaluate(() => document.activeElement.blur())
  await desk.changing(() => command(page, 'Add a warp for the scene'))
  await command(page, 'Retime a part')
  await page.getByText('Another speed', { exact: true }).click()
  for (const [label, text] of [
    ['Part from', '30'],
    ['Part to', '60'],
    ['Speed of the part', '40'],
  ])
    await setField(page, label, text)
  await desk.changing(() => page.getByRole('dialog').getByRole('button', { name: 'Retime', exact: true }).click())
  const slow = await rolls()
  assert.ok(Math.abs(slow.get(49)) < Math.abs(degrees(11)), 'the wheel is late with its cart')
  assert.deepEqual(page.faults, [])
})
