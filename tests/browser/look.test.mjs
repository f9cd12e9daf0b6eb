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
/** The pixels that are clearly darker than in another picture, and their middle. */
function darker(now, before) {
  let [x, y, count] = [0, 0, 0]
  for (let i = 0; i < now.data.length; i += 4) {
    const pixel = i / 4
    const [px, py] = [pixel % now.width, Math.floor(pixel / now.width)]
    if (lightOf(before, px, py) - lightOf(now, px, py) < 25) continue
    x += px
    y += py
    count++
  }
  return { x: x / count, y: y / count, count }
}
const seen = async () => {
  await stageRested(page)
  return stagePixels(page)
}
const switchShadows = async () => {
  await page.getByRole('button', { name: 'Shaded', exact: true }).click()
  await page.locator('.dropdown-menu.show .dropdown-item', { hasText: 'Shadows' }).click()
  await page.keyboard.press('Escape')
}
const shades = (state) => page.locator(`.stage[data-shade="${state}"]`).waitFor()

test('the sun throws shadows once they are switched on, also of what is bent, and they move with what throws them', async () => {
  const plain = await seen()
  await switchShadows()
  await shades('done')
  const first = darker(await seen(), plain)
  assert.ok(first.count > 300, `${first.count} pixels are in the shade`)

  // Higher up, its shadow is further from it: away from the sun, which stands to the left and in front.
  await desk.select('Crate')
  await page.keyboard.press('1')
  await desk.changing(() => setField(page, 'Position Y', '4'))
  await shades('done')
  const high = await seen()
  await switchShadows()
  await shades('none')
  const moved = darker(high, await seen())
  assert.ok(moved.count > 200 && moved.x > first.x + 10, `the shadow went to the right: ${moved.x}, from ${first.x}`)

  await desk.select('Flag')
  await desk.changing(() => setField(page, 'Bend Strength', '90'))
  const bent = await seen()
  await switchShadows()
  await shades('done')
  const ofBent = darker(await seen(), bent)
  assert.ok(Math.abs(ofBent.count - moved.count) > 100, 'a bent shape has another shadow')
  await page.getByRole('button', { name: 'Shaded', exact: true }).click()
  await page.getByText(/Shadows\s*(only at rest: drawing is slow here|not here: drawing is too slow)?/).waitFor()
  await page.keyboard.press('Escape')
  await switchShadows()
  await shades('none')
})

test('the sky is lighter at the horizon than above; lines of the grid fade where they would flicker', async () => {
  await command(page, 'select nothing')
  await page.keyboard.press('Escape')
  // From lower down the horizon is in sight.
  await page.locator('.pane-hand').first().focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowDown')
  const picture = await seen()
  // How often neighbouring pixels of a row differ clearly, at the picture's edge, where nothing stands.
  const lines = (y) => {
    let count = 0
    for (let x = 1; x < 160; x++) if (Math.abs(lightOf(picture, x, y) - lightOf(picture, x - 1, y)) > 14) count++
    return count
  }
  const rows = Array.from({ length: picture.height }, (_, y) => y)
  const horizon = rows.reduce((best, y) => (lightOf(picture, 4, y) > lightOf(picture, 4, best) ? y : best), 0)
  assert.ok(
    lightOf(picture, 4, Math.max(horizon - 60, 0)) < lightOf(picture, 4, horizon),
    'the sky grows darker upwards',
  )
  for (let y = horizon; y < horizon + 6 && y < picture.height; y++)
    assert.ok(lines(y) <= 6, `no lines but the axes' at the horizon, row ${y}: ${lines(y)}`)
  assert.ok(Math.max(...rows.slice(horizon + 60).map(lines)) >= 2, 'lines near by')
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
