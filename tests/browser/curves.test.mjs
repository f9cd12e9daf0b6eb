import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { command, curvePoint, Desk, deskPoint, drag, near, setField, until } from './harness.mjs'
import { faultsOf } from './readable.mjs'

// Curves: tall lanes, keys and handles in time and value, modes, before and after, cleaning up, rotation, comparing.
let desk, page
const frames = async (object, channel) => (await desk.keys(object, channel)).map(({ frame }) => frame)
const values = async (object, channel) => (await desk.keys(object, channel)).map(({ value }) => value)
const at = (lane, frame, value) => curvePoint(page, lane, frame, value)
const tab = (name) => page.getByRole('group', { name: 'More for the selected keys' }).getByRole('button', { name })

async function select(lane, frame, value) {
  const point = await at(lane, frame, value)
  await page.mouse.click(point.x, point.y)
  await page.getByText(/^1 of /).waitFor()
}

/** Where pixels of a colour stand in a column of a lane, from the top of the page. */
async function heights(lane, x, holds) {
  const head = page.locator('.head', { has: page.getByRole('button', { name: lane, exact: true }) })
  const { y: top, height } = await head.boundingBox()
  const png = PNG.sync.read(await page.screenshot({ clip: { x: Math.round(x) - 2, y: top, width: 5, height } }))
  const found = []
  for (let pixel = 0; pixel < png.width * png.height; pixel++)
    if (holds(...png.data.subarray(pixel * 4, pixel * 4 + 3))) found.push(top + Math.floor(pixel / png.width))
  return found
}
const red = (r, g, b) => r > 170 && g < 140 && b < 140

before(async () => {
  const baked = Array.from({ length: 200 }, (_, i) => ({
    frame: i + 1,
    value: Math.round(1e6 * Math.sin(i / 20)) / 1e6,
    in: 'linear',
    out: 'linear',
  }))
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Harbour curves',
    rate: '24',
    range: [1, 200],
    objects: [
      {
        name: 'Ferry',
        kind: 'box',
        channels: {
          'position.x': {
            keys: [
              { frame: 20, value: 0, in: 'smooth', out: 'smooth' },
              { frame: 60, value: 10, in: 'smooth', out: 'smooth' },
              { frame: 100, value: 4, in: 'smooth', out: 'smooth' },
            ],
          },
        },
      },
      { name: 'Buoy', kind: 'sphere', channels: { 'position.y': { keys: baked } } },
      {
        name: 'Gull',
        kind: 'cone',
        channels: {
          'rotation.y': {
            keys: [
              { frame: 1, value: 0 },
              { frame: 50, value: 120 },
            ],
          },
        },
      },
    ],
  })
  page = desk.page
  await desk.lane('Ferry').click()
  await desk.lane('Position X').waitFor()
})

after(() => desk.close())

test('a lane whose edge is pulled down shows its curve where the values are', async () => {
  const head = page.locator('.head', { has: page.getByRole('button', { name: 'Position X', exact: true }) })
  const box = await head.boundingBox()
  const edge = { x: box.x + 100, y: box.y + box.height - 2 }
  await drag(page, edge, { x: edge.x, y: edge.y + 130 })
  await head.and(page.locator('.tall')).waitFor()
  near((await head.boundingBox()).height, 154, 2, 'height')
  const samples = await desk.samples('Ferry', 'position.x')
  for (const frame of [40, 80, 150]) {
    const point = await at('Position X', frame, samples.get(frame))
    const seen = await until(
      () => heights('Position X', point.x, red),
      (found) => found.length > 0,
      `the curve at ${frame}`,
    )
    near(seen.reduce((a, b) => a + b) / seen.length, point.y, 2.5, `height at ${frame}`)
  }
})

test('keys are dragged in time and value, or with Shift one way only', async () => {
  await desk.changing(async () => drag(page, await at('Position X', 60, 10), await at('Position X', 70, 7)))
  const [, moved] = await desk.keys('Ferry', 'position.x')
  assert.equal(moved.frame, 70)
  near(moved.value, 7, 0.15)
  await desk.undo()
  await desk.changing(async () =>
    drag(page, await at('Position X', 60, 10), await at('Position X', 64, 5), { keys: ['Shift'] }),
  )
  assert.equal((await desk.keys('Ferry', 'position.x'))[1].frame, 60)
  near((await desk.keys('Ferry', 'position.x'))[1].value, 5, 0.15)
  await desk.undo()
})

test('Escape ends a drag in a curve and nothing has happened', async () => {
  const { position } = await desk.scene()
  await drag(page, await at('Position X', 60, 10), await at('Position X', 70, 4), {
    over: () => page.keyboard.press('Escape'),
  })
  assert.deepEqual(await values('Ferry', 'position.x'), [0, 10, 4])
  assert.equal((await desk.scene()).position, position)
})

test('Shift selects all keys of a curve from the last one to this', async () => {
  const count = (number) => page.getByText(`${number} of `).first().waitFor()
  const press = async (frame, value) => {
    const point = await at('Position X', frame, value)
    await page.mouse.click(point.x, point.y)
  }
  await press(20, 0)
  await count(1)
  await page.keyboard.down('Shift')
  await press(100, 4)
  await page.keyboard.up('Shift')
  await count(3)
  await press(60, 10)
  await count(1)
})

test('a double click puts a key on the curve, and the curve stays', async () => {
  const before = await desk.samples('Ferry', 'position.x')
  const point = await at('Position X', 40, before.get(40))
  await desk.changing(() => page.mouse.dblclick(point.x, point.y))
  assert.deepEqual(await frames('Ferry', 'position.x'), [20, 40, 60, 100])
  const now = await desk.samples('Ferry', 'position.x')
  for (const [frame, value] of before) near(now.get(frame), value, 1e-9, `frame ${frame}`)
})

test('and is taken out again keeping the curve', async () => {
  const before = await desk.samples('Ferry', 'position.x')
  await select('Position X', 40, before.get(40))
  await desk.changing(() => page.keyboard.press('Shift+Delete'))
  await page.getByText('The curve is the same as before.').waitFor()
  assert.deepEqual(await frames('Ferry', 'position.x'), [20, 60, 100])
  const now = await desk.samples('Ferry', 'position.x')
  for (const [frame, value] of before) near(now.get(frame), value, 1e-8, `frame ${frame}`)
  // One that was there from the beginning leaves its mark.
  await select('Position X', 60, before.get(60))
  await desk.changing(() => page.keyboard.press('Shift+Delete'))
  await page.getByText(/^The curve is kept, off by .* at most, at frame .* of Ferry Position X/).waitFor()
  await desk.undo()
  await desk.undo()
  await desk.undo()
})

test('a box of keys is spread in value by its edge', async () => {
  const low = await at('Position X', 15, -0.8)
  const high = await at('Position X', 66, 10.8)
  await drag(page, low, high)
  await page.getByText(/^2 of /).waitFor()
  // The box stands 12 pixels outside the keys; its upper edge goes from 10 to 5 while the lower one stays.
  const [from, to] = [await at('Position X', 40, 10), await at('Position X', 40, 5)]
  await desk.changing(() =>
    drag(
      page,
      { x: from.x, y: from.y - 12 },
      { x: to.x, y: to.y - 12 },
      { over: () => page.getByText('% value').waitFor() },
    ),
  )
  const now = await values('Ferry', 'position.x')
  near(now[0], 0, 1e-6)
  near(now[1], 5, 0.2)
  assert.equal(now[2], 4)
  assert.deepEqual(await frames('Ferry', 'position.x'), [20, 60, 100])
  await desk.undo()
})

test('a handle bends the curve, and the other side with it unless it is moved alone', async () => {
  await select('Position X', 60, 10)
  // A smooth key: both handles a third long, with the slope from 0 to 4 over 80 frames.
  const end = await at('Position X', 60 + 40 / 3, 10 + (40 / 3) * 0.05)
  await desk.changing(async () => drag(page, end, await at('Position X', 70, 12)))
  let [, key] = await desk.keys('Ferry', 'position.x')
  assert.equal(key.out, 'free')
  near(key.outHandle[0], 10, 0.3)
  near(key.outHandle[1], 2, 0.2)
  assert.equal(key.in, 'free')
  near(key.inHandle[1] / key.inHandle[0], key.outHandle[1] / key.outHandle[0], 1e-6, 'slope')
  const broken = await at('Position X', 60 + key.outHandle[0], 10 + key.outHandle[1])
  await desk.changing(async () => drag(page, broken, await at('Position X', 72, 6), { keys: ['Alt'] }))
  const before = key
  ;[, key] = await desk.keys('Ferry', 'position.x')
  assert.deepEqual(key.inHandle, before.inHandle)
  near(key.outHandle[1], -4, 0.3)
  await tab('Handles').click()
  await desk.changing(() => page.getByRole('button', { name: 'Join', exact: true }).click())
  ;[, key] = await desk.keys('Ferry', 'position.x')
  near(key.inHandle[1] / key.inHandle[0], key.outHandle[1] / key.outHandle[0], 1e-9, 'slope')
  for (let i = 0; i < 3; i++) await desk.undo()
})

test('the in and out of a key are set by buttons and by keys', async () => {
  await select('Position X', 60, 10)
  const inward = page.getByRole('group', { name: 'In of the selected keys' })
  await desk.changing(() => inward.getByRole('button', { name: 'linear' }).click())
  await desk.changing(() => page.keyboard.press('Shift+Digit1'))
  const [, key] = await desk.keys('Ferry', 'position.x')
  assert.deepEqual([key.in, key.out], ['linear', 'hold'])
  assert.equal(await inward.getByRole('button', { name: 'linear' }).getAttribute('aria-pressed'), 'true')
  const samples = await desk.samples('Ferry', 'position.x')
  assert.equal(samples.get(99), 10)
  // The jump is drawn at the key where it lands: nothing red slants between.
  const middle = await at('Position X', 80, 10)
  const seen = await heights('Position X', middle.x, red)
  near(seen.reduce((a, b) => a + b) / seen.length, middle.y, 2, 'the held stretch')
  await desk.undo()
  await desk.undo()
})

test('values are zoomed with Ctrl and the wheel, fitted to the selection, and all shown again', async () => {
  const range = async () => JSON.parse(await page.locator('.curve-head').first().getAttribute('data-values'))
  const before = await range()
  const point = await at('Position X', 60, 10)
  await page.mouse.move(point.x, point.y)
  await page.keyboard.down('Control')
  await page.mouse.wheel(0, -300)
  await page.keyboard.up('Control')
  const zoomed = await until(range, (now) => now.high - now.low < 0.8 * (before.high - before.low), 'the zoom')
  assert.ok(zoomed.low < 10 && zoomed.high > 10)
  await page.getByRole('button', { name: 'All', exact: true }).click()
  const all = await until(range, (now) => Math.abs(now.high - before.high) < 1e-9, 'all values')
  near(all.low, before.low, 1e-9)
  await drag(page, await at('Position X', 56, 10.9), await at('Position X', 104, 3))
  await page.getByText(/^2 of /).waitFor()
  await page.getByRole('button', { name: 'Keys', exact: true }).click()
  const fitted = await until(range, (now) => now.low > 2, 'the selection')
  assert.ok(fitted.high > 10 && fitted.high < 12)
  await page.getByRole('button', { name: 'All', exact: true }).click()
})

test('before and after its keys a curve repeats, and the cycles are baked', async () => {
  await select('Position X', 60, 10)
  await tab('Before and after').click()
  await desk.changing(() => page.getByLabel('What happens after the keys').selectOption('mirror'))
  let samples = await desk.samples('Ferry', 'position.x')
  near(samples.get(140), 10, 1e-9)
  near(samples.get(180), 0, 1e-9)
  await desk.changing(() => page.getByRole('button', { name: 'Bake the cycles after the keys' }).click())
  assert.deepEqual(await frames('Ferry', 'position.x'), [20, 60, 100, 140, 180])
  const baked = await desk.samples('Ferry', 'position.x')
  for (const [frame, value] of samples) near(baked.get(frame), value, 1e-7, `frame ${frame}`)
  await desk.undo()
  await desk.undo()
})

test('dense keys are reduced, and it is told beforehand what that changes', async () => {
  await desk.select('Buoy')
  await desk.lane('Position Y').waitFor()
  await command(page, 'Select all keys')
  await page.getByText(/^200 of /).waitFor()
  await tab('Clean up').click()
  await setField(page, 'Reduce keys: Tolerance', '0.01')
  const told = await until(
    () => page.locator('.panel .told').last().innerText(),
    (text) => /^200 keys become \d\d?, at most 0\.00\d+ off/.test(text),
    'what it would do',
  )
  const before = await desk.samples('Buoy', 'position.y')
  await desk.changing(() => page.getByRole('button', { name: 'Do it' }).click())
  const left = (await frames('Buoy', 'position.y')).length
  assert.equal(left, Number(/become (\d+)/.exec(told)[1]))
  assert.ok(left < 40)
  const now = await desk.samples('Buoy', 'position.y')
  for (const [frame, value] of before) near(now.get(frame), value, 0.01, `frame ${frame}`)
  // Undo and redo give back which keys were selected.
  await desk.undo()
  await page.getByText(/^200 of /).waitFor()
  await desk.changing(() => page.keyboard.press('Control+Shift+z'))
  await page.getByText(new RegExp(`^${left} of `)).waitFor()
})

test('keys get another rate, or as much time from each to the next, and undo gives them back', async () => {
  const before = await frames('Buoy', 'position.y')
  const curve = await desk.samples('Buoy', 'position.y')
  const clean = (way) => page.getByLabel('How to clean up').selectOption({ label: way })
  const done = () => desk.changing(() => page.getByRole('button', { name: 'Do it' }).click())
  await page.keyboard.press('Control+Shift+A')
  await command(page, 'Select all keys')
  await clean('Resample')
  await setField(page, 'Resample: A second', '6')
  await page
    .getByText(/keys become/)
    .last()
    .waitFor()
  await done()
  // Every fourth frame, from the first key to the last.
  const even = await frames('Buoy', 'position.y')
  assert.deepEqual([even[0], even.at(-1)], [before[0], before.at(-1)])
  for (let i = 2; i < even.length; i++) near(even[i - 1] - even[i - 2], 4, 1e-9)
  const now = await desk.samples('Buoy', 'position.y')
  for (const frame of even) near(now.get(Math.round(frame)), curve.get(Math.round(frame)), 1e-6, `frame ${frame}`)
  await desk.undo()
  assert.deepEqual(await frames('Buoy', 'position.y'), before)

  await clean('Spread evenly')
  await page
    .getByText(/keys become/)
    .last()
    .waitFor()
  await done()
  // Between frames a key stands at a tick.
  const spread = (await desk.keys('Buoy', 'position.y')).map(({ frame, tick }) => frame ?? tick / 29_400_000)
  assert.equal(spread.length, before.length)
  const gap = (spread.at(-1) - spread[0]) / (spread.length - 1)
  for (let i = 1; i < spread.length; i++) near(spread[i] - spread[i - 1], gap, 1e-6)
  await desk.undo()
  assert.deepEqual(await frames('Buoy', 'position.y'), before)
})

test('the curves of earlier are shown behind, and a part of them is taken back', async () => {
  await page.keyboard.press('c')
  await page.getByRole('dialog').getByRole('button', { name: 'Compare', exact: true }).click()
  await page.getByRole('button', { name: 'Take back…' }).click()
  await setField(page, 'Take back from', '50')
  await setField(page, 'Take back to', '60')
  await desk.changing(() => page.getByRole('dialog').getByRole('button', { name: 'Take back', exact: true }).click())
  const found = await frames('Buoy', 'position.y')
  for (let frame = 50; frame <= 60; frame++) assert.ok(found.includes(frame), `no key at ${frame}`)
  assert.ok(found.length < 60)
  await page.getByRole('button', { name: 'Stop comparing' }).click()
})

test('a turn that locks is warned of, and another order keeps the poses', async () => {
  await desk.select('Gull')
  const warning = page.getByRole('status').filter({ hasText: 'Gimbal lock at' })
  await warning.waitFor()
  await desk.changing(() => page.getByLabel('Rotation order').selectOption('yxz'))
  await warning.waitFor({ state: 'detached' })
  near((await values('Gull', 'rotation.y'))[1], 120, 1e-9)
  await desk.changing(() => page.getByLabel('quaternion interpolation').check())
  await desk.undo()
  await desk.undo()
})

test('one desk holds the curves only, with speeds and even heights', async () => {
  await desk.select('Ferry')
  await page.keyboard.press('Control+Shift+A')
  await page.keyboard.press('v')
  await page.getByRole('button', { name: 'Back to lanes' }).waitFor()
  await page.keyboard.press('s')
  const label = page.locator('canvas.lanes')
  const box = await label.boundingBox()
  // The speed's zero line and its curve lie in the lower third.
  const cream = (r, g, b) => r > 190 && g > 180 && b > 150
  const { x } = await deskPoint(page, 40)
  const below = async () => (await heights('Curves', x, cream)).filter((y) => y > box.y + box.height * 0.6)
  await until(below, (found) => found.length > 0, 'the speed')
  await page.keyboard.press('s')
  await until(below, (found) => found.length === 0, 'no speed')
  assert.deepEqual(await faultsOf(page, '.workspace'), [])
  await page.keyboard.press('v')
  await desk.lane('Ferry').waitFor()
  await page.keyboard.press('Escape')
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
