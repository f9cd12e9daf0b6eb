import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, deskPoint, drag, middleOf, near, open, restedPixels, setField, until } from './harness.mjs'
import { PNG } from 'pngjs'

// Paths: drawn on the stage, edited there and by number, and followed.
let desk, page, box
const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const bytes = async () => (await fetch(`${desk.server.address}/api/scenes/${desk.id}/file`)).text()
const objectOf = async (name) => (await file()).objects.find((each) => each.name === name)
const pointsOf = async (name) => (await objectOf(name)).points
const at = (x, y) => ({ x: box.x + box.width * x, y: box.y + box.height * y })
const click = ({ x, y }, options) => page.mouse.click(x, y, options)
const row = (point) => page.locator('.path tbody tr').nth(point)

/** Where an object is in the world on each frame. */
async function worldOf(name) {
  const text = await (
    await fetch(
      `${desk.server.address}/api/scenes/${desk.id}/samples.csv?world=true&object=${encodeURIComponent(name)}&channel=position.x&channel=position.y&channel=position.z`,
    )
  ).text()
  const places = new Map()
  for (const line of text.trim().split('\n').slice(1)) {
    const [, channel, frame, value] = line.split(',')
    if (!places.has(Number(frame))) places.set(Number(frame), {})
    places.get(Number(frame))[channel.at(-1)] = Number(value)
  }
  return places
}

const away = (a, b) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z)

/** Draws a path by clicks at places of the stage, and ends it with Enter. */
async function draw(...places) {
  await command(page, 'Draw a path')
  await page.getByText('Click to set points').waitFor()
  for (const place of places) {
    await page.mouse.move(place.x, place.y)
    await click(place)
  }
  await desk.changing(() => page.keyboard.press('Enter'))
}

const route = () => [at(0.2, 0.7), at(0.4, 0.5), at(0.6, 0.75), at(0.8, 0.5)]

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Routes',
    rate: '24',
    range: [1, 101],
    objects: [{ name: 'Boat', kind: 'box', channels: { 'position.y': { value: 0.5 }, 'position.x': { value: -7 } } }],
  })
  page = desk.page
  box = await page.locator('.pane-hand').first().boundingBox()
})
after(() => desk.close())

test('a path that is given up half-way leaves nothing', async () => {
  const before = await bytes()
  await command(page, 'Draw a path')
  await click(at(0.3, 0.6))
  await click(at(0.5, 0.6))
  await page.mouse.move(at(0.7, 0.7).x, at(0.7, 0.7).y)
  await desk.lane('Path').waitFor()
  await page.keyboard.press('Escape')
  await desk.lane('Path').waitFor({ state: 'detached' })
  assert.equal(await bytes(), before)
  assert.equal((await desk.scene()).position, 0)
})

test('a path is drawn by clicks on the ground, seen while it grows, and ended with Enter', async () => {
  await draw(...route())
  const points = await pointsOf('Path')
  assert.deepEqual(
    points.map(({ kind }) => kind),
    ['smooth', 'smooth', 'smooth', 'smooth'],
  )
  assert.ok(points.every((point) => point.at[1] === 0))
  await page.locator('.path .facts', { hasText: /long, 4 points/ }).waitFor()
  // The rope of what is selected is lemon, and goes through where the clicks were.
  for (const { x, y } of route()) {
    const clip = { x: x - 14, y: y - 14, width: 28, height: 28 }
    await until(
      async () => middleOf(PNG.sync.read(await page.screenshot({ clip })), (r, g, b) => r > 180 && g > 170 && b < 140),
      ({ count }) => count > 4,
      'the rope',
    )
  }
})

test('a double-click ends a path, a click on its first point closes it, a drag pulls handles, Ctrl Z takes a point back', async () => {
  const before = await bytes()
  const [a, b, c] = [at(0.25, 0.8), at(0.45, 0.85), at(0.6, 0.92)]
  await command(page, 'Draw a path')
  await click(a)
  await drag(page, b, { x: b.x + 50, y: b.y })
  await click(at(0.7, 0.6))
  await page.keyboard.press('Control+z')
  await desk.changing(() => page.mouse.dblclick(c.x, c.y))
  const points = await pointsOf('Path 2')
  assert.deepEqual(
    points.map(({ kind }) => kind),
    ['smooth', 'free', 'smooth'],
  )
  for (const part of [0, 1, 2]) near(points[1].in[part], -points[1].out[part], 1e-9, 'the handles of a drag')
  await desk.undo()
  await command(page, 'Draw a path')
  await click(a)
  await click(b)
  await click(c)
  await desk.changing(() => click(a))
  const closed = await objectOf('Path 2')
  assert.equal(closed.closed, true)
  assert.equal(closed.points.length, 3)
  await desk.undo()
  assert.equal(await bytes(), before)
})

test('an object is put on it, goes from end to end over the work range, and looks along it', async () => {
  await desk.select('Boat')
  await desk.changing(() => page.getByLabel('Path that it follows').selectOption({ label: 'Path' }))
  const boat = await objectOf('Boat')
  assert.deepEqual(boat.follow, { path: 'Path', facing: '+x' })
  assert.deepEqual(
    boat.channels['follow.travel'].keys.map(({ frame, value }) => [frame, value]),
    [
      [1, 0],
      [101, 1],
    ],
  )
  const places = await worldOf('Boat')
  const steps = [...places.keys()].slice(1).map((frame) => away(places.get(frame), places.get(frame - 1)))
  const mean = steps.reduce((sum, step) => sum + step, 0) / steps.length
  for (const [i, step] of steps.entries()) near(step, mean, mean * 0.02, `the step to frame ${i + 2}`)
  near(places.get(1).y, 0.5, 1e-9, 'its height above the path')
})

test('a point that is put in by a double-click on the rope changes no place of the path', async () => {
  const before = await worldOf('Boat')
  await desk.select('Path')
  const spot = await until(
    async () => {
      const { x, y } = at(0.3, 0.4)
      const png = PNG.sync.read(await page.screenshot({ clip: { x, y, width: 1, height: box.height * 0.4 } }))
      const found = middleOf(png, (r, g, b) => r > 180 && g > 170 && b < 140)
      return found.count ? { x, y: y + found.y } : null
    },
    (found) => found !== null,
    'the rope',
  )
  await desk.changing(() => page.mouse.dblclick(spot.x, spot.y))
  assert.equal((await pointsOf('Path')).length, 5)
  await page.locator('.path .facts', { hasText: /long, 5 points/ }).waitFor()
  const now = await worldOf('Boat')
  for (const [frame, place] of before) assert.ok(away(place, now.get(frame)) < 1e-5, `frame ${frame}`)
  await desk.undo()
})

test('a point that is dragged takes the follower along; Escape gives it back, undo too', async () => {
  const before = await bytes()
  await setField(page, 'Frame', '101')
  await desk.select('Path')
  const [, , , last] = route()
  await page.mouse.move(last.x, last.y)
  await page.mouse.down()
  await page.mouse.move(last.x - 20, last.y + 60, { steps: 4 })
  const seen = () => row(3).getByLabel('Point 4 Z').inputValue()
  const kept = (await pointsOf('Path'))[3].at[2]
  await until(seen, (value) => Number(value) > kept + 0.2, 'the point under way')
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await until(seen, (value) => Math.abs(Number(value) - kept) < 0.006, 'the point where it was')
  assert.equal(await bytes(), before)
  const places = await worldOf('Boat')
  await desk.changing(() => drag(page, last, { x: last.x - 20, y: last.y + 60 }))
  assert.ok(away((await worldOf('Boat')).get(101), places.get(101)) > 0.5)
  await desk.undo()
  assert.equal(await bytes(), before)
})

test('points are moved by number, made corners, deleted, and the path is closed', async () => {
  const before = await bytes()
  await desk.changing(() => setField(page, 'Point 2 Y', '1.5'))
  assert.equal((await pointsOf('Path'))[1].at[1], 1.5)
  await desk.changing(() => page.getByLabel('Point 2 is').selectOption('corner'))
  assert.equal((await pointsOf('Path'))[1].kind, 'corner')
  await row(1).getByRole('button', { name: '2', exact: true }).click()
  await page.locator('.stage').hover()
  await desk.changing(() => page.keyboard.press('Delete'))
  assert.equal((await pointsOf('Path')).length, 3)
  await desk.changing(() => page.getByLabel('closed', { exact: true }).check())
  assert.equal((await objectOf('Path')).closed, true)
  await setField(page, 'Points to even out to', '8')
  await desk.changing(() => page.getByRole('button', { name: 'Even out to' }).click())
  assert.equal((await pointsOf('Path')).length, 8)
  for (let i = 0; i < 5; i++) await desk.undo()
  assert.equal(await bytes(), before)
  // Nonsense is refused at the field.
  await page.getByLabel('Point 1 X').fill('nowhere')
  await page.keyboard.press('Enter')
  assert.equal(await bytes(), before)
  await page.keyboard.press('Escape')
})

test('its travel is a channel like any other: the last key is dragged, and it arrives there', async () => {
  await desk.select('Boat')
  const from = await deskPoint(page, 101, 'Path Travel')
  const to = await deskPoint(page, 61, 'Path Travel')
  const end = (await worldOf('Boat')).get(101)
  await desk.changing(() => drag(page, from, to))
  const places = await worldOf('Boat')
  assert.ok(away(places.get(61), end) < 1e-6)
  assert.ok(away(places.get(60), end) > 0.1)
  await desk.undo()
})

test('another window sees the path and what follows it', async () => {
  const other = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await other.locator('.head.object').first().waitFor()
  await desk.select('Path')
  await desk.changing(() => setField(page, 'Point 1 Y', '2'))
  await other.locator('.body .heads').getByRole('button', { name: 'Path', exact: true }).click()
  await until(
    () => other.getByLabel('Point 1 Y').inputValue(),
    (value) => Number(value) === 2,
    'the point there',
  )
  await desk.undo()
  assert.deepEqual(other.faults, [])
  await other.close()
})

test('it is taken off its path and stays where it is; a path that is deleted does the same', async () => {
  await setField(page, 'Frame', '51')
  const there = (await worldOf('Boat')).get(51)
  await desk.select('Boat')
  const before = await worldOf('Boat')
  await page.getByLabel('Path that it follows').selectOption({ label: 'none' })
  await page.getByRole('dialog').getByText('101 frames of the scene').waitFor()
  await page.keyboard.press('Escape')
  await page.getByRole('dialog').waitFor({ state: 'detached' })
  assert.equal(await page.getByLabel('Path that it follows').locator('option:checked').textContent(), 'Path')
  await page.getByLabel('Path that it follows').selectOption({ label: 'none' })
  await desk.changing(() => page.getByRole('button', { name: 'Keep the place' }).click())
  assert.ok(away((await worldOf('Boat')).get(1), there) < 1e-4)
  await desk.undo()
  await command(page, 'Take the selected objects off')
  await desk.changing(() => page.getByRole('button', { name: 'Keep the motion' }).click())
  const baked = await worldOf('Boat')
  for (const [frame, place] of before) assert.ok(away(place, baked.get(frame)) < 1e-6, `frame ${frame}`)
  await desk.undo()
  await desk.select('Path')
  await page.locator('.stage').hover()
  await desk.changing(() => page.keyboard.press('Delete'))
  assert.ok(away((await worldOf('Boat')).get(1), there) < 1e-4)
  assert.equal((await objectOf('Boat')).follow, undefined)
  await desk.undo()
})

test('a click on a rope puts what is selected on it, and on nothing with Escape', async () => {
  const [, , , last] = route()
  await desk.changing(() => command(page, 'Add a sphere'))
  const before = await bytes()
  await command(page, 'Put the selected objects on a path')
  await page.getByText('Click the rope').waitFor()
  await page.keyboard.press('Escape')
  await page.getByText('Click the rope').waitFor({ state: 'detached' })
  assert.equal(await bytes(), before)
  await command(page, 'Put the selected objects on a path')
  await desk.changing(() => click(last))
  assert.equal((await objectOf('Sphere')).follow.path, 'Path')
  await desk.undo()
  await desk.undo()
})

test('what keys hold beside the path is told, and is on it once they are deleted', async () => {
  await desk.changing(() => command(page, 'Add a cone'))
  for (const [frame, x] of [
    [1, -3],
    [51, 3],
  ]) {
    await setField(page, 'Frame', String(frame))
    await setField(page, 'Position X', String(x))
    await page.keyboard.press('n')
    await until(
      () => desk.keys('Cone', 'position.x'),
      (keys) => keys.some((key) => key.frame === frame),
      `a key at ${frame}`,
    )
  }
  await desk.heard()
  const before = await bytes()
  const { position } = await desk.scene()
  await desk.changing(() => page.getByLabel('Path that it follows').selectOption({ label: 'Path' }))
  await page.getByText('Cone keeps the keys of its position: they hold it beside the path.').waitFor()
  assert.notEqual((await desk.keys('Cone', 'position.x')).length, 0)
  await desk.changing(() => page.getByRole('button', { name: 'Delete them' }).click())
  assert.deepEqual(await desk.keys('Cone', 'position.x'), [])
  const [first, start] = [(await worldOf('Cone')).get(1), (await worldOf('Boat')).get(1)]
  assert.ok(Math.hypot(first.x - start.x, first.z - start.z) < 1e-6, 'both at the start of the path')
  await desk.undo()
  await desk.undo()
  assert.equal(await bytes(), before)
  for (let at = position; at > 0 && (await desk.scene()).objects.some(({ name }) => name === 'Cone'); at--)
    await desk.undo()
})

test('a path is split at a point and joined again', async () => {
  await desk.select('Path')
  const length = async () => Number(/([\d.]+) long/.exec(await page.locator('.path .facts').first().textContent())[1])
  const before = await length()
  await row(1).getByRole('button', { name: '2', exact: true }).click()
  await desk.changing(() => command(page, 'Split the path'))
  await desk.lane('Path 2').waitFor()
  assert.ok((await length()) < before)
  await desk.lane('Path 2').click({ modifiers: ['Control'] })
  await desk.changing(() => command(page, 'Join the two selected paths'))
  await desk.lane('Path 2').waitFor({ state: 'detached' })
  await until(length, (now) => Math.abs(now - before) < 0.02, 'its length')
  await desk.undo()
  await desk.undo()
})

test('places at even times are marked on the stage on demand', async () => {
  await desk.select('Boat')
  const pale = (r, g, b) => r > 190 && g > 200 && b > 150 && b < 225 && g >= r
  const count = async () => middleOf(PNG.sync.read(await page.screenshot({ clip: box })), pale).count
  const before = await count()
  await command(page, 'Places at even times')
  await page.getByText('Places are shown for every 3 frames').waitFor()
  await until(count, (now) => now > before + 150, 'the marks')
  await command(page, 'Places at even times')
  await until(count, (now) => now < before + 60, 'no marks')
})

test('the outlines of a drawing become paths, spread in depth, and are followed', async () => {
  const before = await bytes()
  await command(page, 'Bring in SVG')
  const dialog = page.getByRole('dialog')
  await page
    .getByLabel('SVG file')
    .setInputFiles({ name: 'broken.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('<svg') })
  await dialog.getByRole('alert').waitFor()
  await page.getByLabel('SVG file').setInputFiles({
    name: 'bay.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg"><line id="Quay" x2="100" y2="40"/><text id="Name">Bay</text></svg>',
    ),
  })
  await dialog.getByText('One path from bay.svg. Left out: Name (a text has no outline of its own).').waitFor()
  await dialog.getByRole('button', { name: 'take the harbour chart' }).click()
  await dialog.getByText('9 paths from the harbour chart.').waitFor()
  await setField(page, 'Width of the drawing', '20')
  await dialog.getByLabel('Spread in depth').selectOption('step')
  await setField(page, 'Depth of the drawing', '0.5')
  await dialog.getByText('9 paths').waitFor()
  await desk.changing(() => dialog.getByRole('button', { name: 'Bring in' }).click())
  const { objects } = await file()
  const coast = objects.find(({ name }) => name === 'Coast')
  assert.equal(coast.kind, 'path')
  const heights = ['Coast', 'Pier', 'Breakwater'].map(
    (name) => objects.find((each) => each.name === name).channels['position.y']?.value ?? 0,
  )
  assert.deepEqual(heights, [0, 0.5, 1])
  await desk.select('Boat')
  await desk.changing(() => page.getByLabel('Path that it follows').selectOption({ label: 'Channel' }))
  assert.equal((await objectOf('Boat')).follow.path, 'Channel')
  const places = await worldOf('Boat')
  near(places.get(101).y, 0.5 + 5 * 0.5, 1e-6, 'as high as the sixth outline')
  await desk.undo()
  await desk.undo()
  assert.equal(await bytes(), before)
})

test('a rope that is selected is thick; very many, which would take long to draw, are thin lines', async () => {
  const route = (name, z, more = {}) => ({
    name,
    kind: 'path',
    points: Array.from({ length: 8 }, (_, i) => ({ at: [i * 2 - 7, 0, z] })),
    ...more,
  })
  const { id } = await desk.server.post('/api/scenes/import', {
    format: 'zesty-scene',
    version: 2,
    name: 'Fairway',
    rate: '24',
    range: [1, 24],
    objects: [
      route('Fairway', 0),
      ...Array.from({ length: 11 }, (_, i) => route(`Hidden ${i}`, i, { channels: { visible: { value: 0 } } })),
    ],
  })
  const other = await open(desk.context, `${desk.server.address}/scenes/${id}`)
  const lemon = async () => {
    return middleOf(await restedPixels(other), (r, g, b) => r > 180 && g > 170 && b < 140).count
  }
  // One that is selected is thick, however many there are.
  await other.locator('.body .heads').getByRole('button', { name: 'Fairway', exact: true }).click()
  const one = await lemon()
  await other.keyboard.press('Control+a')
  const all = await lemon()
  assert.ok(one > 400 && one > 2 * all, `${one} and ${all} pixels`)
  assert.deepEqual(other.faults, [])
  await other.close()
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
