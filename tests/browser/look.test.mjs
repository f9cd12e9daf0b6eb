import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, stagePixels, stageRested, setField, until } from './harness.mjs'

// What the stage looks like: sky and ground, shadows of the sun, the grid, the axes of flat views, and what lies over it.

let desk, page
before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Quay',
    rate: '24',
    range: [1, 48],
    objects: [
      { name: 'Crate', kind: 'box', channels: { 'position.y': { value: 2 } } },
      {
        name: 'Flag',
        kind: 'box',
        deformers: [{ name: 'Bend', kind: 'bend', axis: 'y' }],
        channels: {
          'position.x': { value: -4 },
          'position.y': { value: 1.5 },
          'shape.height': { value: 3 },
          'shape.segmentsY': { value: 12 },
          'deform.Bend.foot': { value: -1.5 },
          'deform.Bend.length': { value: 3 },
        },
      },
    ],
  })
  page = desk.page
})
after(() => desk.close())

const lightOf = ({ data, width }, x, y) => {
  const at = (Math.round(y) * width + Math.round(x)) * 4
  return data[at] + data[at + 1] + data[at + 2]
}
/** How many pixels are clearly darker than in another picture, and how far to the right they reach. */
function darker(now, before) {
  let count = 0
  const columns = new Array(now.width).fill(0)
  for (let i = 0; i < now.data.length; i += 4) {
    const pixel = i / 4
    const [px, py] = [pixel % now.width, Math.floor(pixel / now.width)]
    if (lightOf(before, px, py) - lightOf(now, px, py) < 25) continue
    columns[px]++
    count++
  }
  return { count, right: columns.findLastIndex((dark) => dark >= 4) }
}
const seen = async () => {
  await stageRested(page)
  return stagePixels(page)
}
const switchShadows = async () => {
  await page.getByRole('button', { name: 'Shaded', exact: true }).click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: 'Shadows' }).click()
  await page.keyboard.press('Escape')
}
const shades = (state) => page.locator(`.stage[data-shade="${state}"]`).waitFor()

/** The stage without shadows, and where it is clearly darker with them; they are off again afterwards. */
async function shade() {
  await shades('none')
  const plain = await seen()
  await switchShadows()
  await shades('done')
  const found = await until(
    async () => darker(await seen(), plain),
    ({ count }) => count > 200,
    'the shade',
  )
  await switchShadows()
  await shades('none')
  return found
}

test('the sun throws shadows once they are switched on, also of what is bent, and they move with what throws them', async () => {
  const first = await shade()

  // Higher up, its shadow is further from it: away from the sun, which stands to the left and in front.
  await desk.select('Crate')
  await page.keyboard.press('1')
  await desk.changing(() => setField(page, 'Position Y', '4'))
  const moved = await shade()
  assert.ok(moved.right > first.right + 10, `the shadow went to the right: ${moved.right}, from ${first.right}`)

  await desk.select('Flag')
  await desk.changing(() => setField(page, 'Bend Strength', '90'))
  const ofBent = await shade()
  assert.ok(Math.abs(ofBent.count - moved.count) > 100, 'a bent shape has another shadow')
  await page.getByRole('button', { name: 'Shaded', exact: true }).click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: 'Shadows' }).waitFor()
  await page.keyboard.press('Escape')
})

test('the sky is lighter at the horizon than above; lines of the grid fade where they would flicker', async () => {
  await command(page, 'select nothing')
  await page.keyboard.press('Escape')
  // From lower down the horizon is in sight.
  await page.locator('.pane-hand').first().focus()
  for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowDown')
  const picture = await seen()
  // How often neighbouring pixels of a row differ, at the left of the picture.
  const lines = (y) => {
    let count = 0
    for (let x = 1; x < 160; x++) if (Math.abs(lightOf(picture, x, y) - lightOf(picture, x - 1, y)) > 5) count++
    return count
  }
  const rows = Array.from({ length: picture.height }, (_, y) => y)
  const light = rows.map(
    (y) => Array.from({ length: 60 }, (_, x) => lightOf(picture, x, y)).reduce((a, b) => a + b) / 60,
  )
  const horizon = light.indexOf(Math.max(...light))
  assert.ok(horizon > 30, `the horizon is in sight, at ${horizon}`)
  assert.ok(light[0] < light[horizon] - 10, 'the sky grows darker upwards')
  assert.ok(light[horizon + 150] < light[horizon] - 10, 'the ground grows darker towards the viewer')
  for (let y = horizon; y < horizon + 20; y++)
    assert.ok(lines(y) <= 2, `no lines at the horizon, row ${y}: ${lines(y)}`)
  assert.ok(Math.max(...rows.slice(horizon + 90).map(lines)) >= 4, 'lines near by')
})

test('a flat view says which axes it shows, and a free one says nothing', async () => {
  const axes = page.locator('.pane:visible .flat-axes')
  for (const [side, words] of [
    ['top', 'X right, Z down'],
    ['front', 'X right, Y up'],
    ['side', 'Z left, Y up'],
  ]) {
    await command(page, `look from the ${side}`)
    await until(
      () => axes.getAttribute('aria-label'),
      (told) => told === words,
      words,
    )
  }
  await command(page, 'look from anywhere')
  await axes.waitFor({ state: 'detached' })
})

test("the stage's tools fold away, stay so after a reload, and their keys go on working", async () => {
  const tools = page.getByRole('group', { name: 'Tool' })
  const fold = page.getByRole('button', { name: "The stage's tools" })
  await fold.click()
  await tools.waitFor({ state: 'detached' })
  assert.equal(await page.getByRole('button', { name: 'Helpers' }).count(), 0)
  await page.reload()
  await page.locator('.desk').waitFor()
  assert.equal(await fold.getAttribute('aria-expanded'), 'false')
  await page.keyboard.press('3')
  await fold.click()
  await tools.getByRole('button', { name: 'Rotate', pressed: true }).waitFor()
})

test('nothing went wrong in the page', () => assert.deepEqual(page.faults, []))
