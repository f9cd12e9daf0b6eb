import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { command, Desk, deskPoint, drag, goToFrame, middleOf, near, open, setField, until } from './harness.mjs'

// Cues: one boat starts when another gets somewhere, made from what is seen, and still so when that is retimed.
let desk, page, box
const bytes = async () => (await fetch(`${desk.server.address}/api/scenes/${desk.id}/file`)).text()
const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const cues = async () => (await file()).cues ?? []
const at = (x, y) => ({ x: box.x + box.width * x, y: box.y + box.height * y })
const travelOf = async (name) => new Map(await desk.samples(name, 'follow.travel'))
const dialog = () => page.getByRole('dialog')
const told = () => dialog().getByRole('status')

/** The first frame, to the hundredth, at which a boat is so far along. */
async function frameAt(name, part) {
  const places = [...(await travelOf(name))]
  const i = places.findIndex(([, value]) => value >= part - 1e-6)
  if (i <= 0) return places[i]?.[0]
  const [[f0, v0], [f1, v1]] = [places[i - 1], places[i]]
  return f0 + ((part - v0) / (v1 - v0)) * (f1 - f0)
}
/** The last frame on which a boat has not moved yet. */
async function startOf(name) {
  const places = [...(await travelOf(name))]
  return places[places.findIndex(([, value]) => value > 1e-9) - 1][0]
}

/** The lower end of a thread: on the upper edge of the lane of what is started. */
async function threadEnd(frame, lane) {
  const { x, y } = await deskPoint(page, frame, lane)
  return { x, y: y - 12 }
}
const mint = (r, g, b) => g > 170 && b > 140 && b < 220 && r < 150
const grapefruit = (r, g, b) => r > 200 && g > 70 && g < 150 && b > 60 && b < 150
async function coloursAt({ x, y }, is, size = 12) {
  const clip = { x: x - size / 2, y: y - size / 2, width: size, height: size }
  return middleOf(PNG.sync.read(await page.screenshot({ clip })), is).count
}

/** The boat's keys, drawn and set by hand. */
async function launch(name, places, last) {
  await command(page, 'Draw a path')
  for (const place of places) {
    await page.mouse.move(place.x, place.y)
    await page.mouse.click(place.x, place.y)
  }
  await desk.changing(() => page.keyboard.press('Enter'))
  const path = (await file()).objects.filter(({ kind }) => kind === 'path').at(-1).name
  await desk.select(name)
  await desk.changing(() => page.getByLabel('Path that it follows').selectOption({ label: path }))
  const [from, to] = [await deskPoint(page, 101, name), await deskPoint(page, last, name)]
  await desk.changing(() => drag(page, from, to))
}

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Two boats',
    rate: '24',
    range: [1, 101],
    objects: [
      { name: 'Skiff', kind: 'box', channels: { 'position.y': { value: 0.5 }, 'position.x': { value: -7 } } },
      { name: 'Tug', kind: 'box', channels: { 'position.y': { value: 0.5 }, 'position.x': { value: 7 } } },
    ],
    bookmarks: [{ name: 'Horn', frame: 20 }],
  })
  page = desk.page
  box = await page.locator('.pane-hand').first().boundingBox()
})
after(() => desk.close())

test('two boats are put on drawn routes, the first eased and there at 60', async () => {
  await launch('Skiff', [at(0.2, 0.6), at(0.45, 0.5), at(0.8, 0.6)], 60)
  await launch('Tug', [at(0.2, 0.8), at(0.5, 0.9), at(0.8, 0.75)], 41)
  await desk.select('Skiff')
  const a = await deskPoint(page, 1, 'Skiff')
  await page.mouse.click(a.x, a.y)
  await desk.changing(() => command(page, 'In and out: flat'))
  near((await travelOf('Skiff')).get(60), 1, 1e-6, 'there at 60')
  assert.ok((await travelOf('Skiff')).get(5) < (4 / 59) * 0.6, 'it starts slowly')
})

test('a cue is given up with Escape, and made from what is seen on the frame', async () => {
  const half = Math.round(await frameAt('Skiff', 0.5))
  await setField(page, 'Frame', String(half))
  await desk.select('Tug')
  const before = await bytes()
  await page.keyboard.press('Shift+C')
  await dialog().getByText('Skiff is at').waitFor()
  await told()
    .getByText(new RegExp(`Happens at ${half}`))
    .waitFor()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  assert.equal(await bytes(), before)
  await command(page, 'Start here, whenever')
  await dialog().getByText('Skiff is at').waitFor()
  // The value is what is seen; somebody wants exactly half the way, two frames later.
  await dialog().getByLabel('something else').check()
  await setField(page, 'Value that is reached', '50')
  await setField(page, 'Frames later', '2')
  await told().getByText('is seen at').waitFor()
  await desk.changing(() => page.keyboard.press('Enter'))
  const [cue] = await cues()
  assert.deepEqual(cue.when, { travel: 'Skiff', reaches: 0.5 })
  assert.equal(cue.offset, 2)
  assert.deepEqual(cue.starts, ['Tug'])
  near(await startOf('Tug'), (await frameAt('Skiff', 0.5)) + 2, 1, 'the second boat starts')
})

test('its thread lies on the desk; its end is dragged to another offset, Escape and undo give it back', async () => {
  const before = await bytes()
  const calls = await frameAt('Skiff', 0.5)
  const end = await threadEnd(calls + 2, 'Tug')
  await until(
    () => coloursAt(end, mint),
    (count) => count > 12,
    'the thread',
  )
  const to = await threadEnd(calls + 12, 'Tug')
  await page.mouse.move(end.x, end.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 5 })
  await page.getByText(/12 later, at/).waitFor()
  await until(
    () => coloursAt(to, mint),
    (count) => count > 12,
    'the thread under the hand',
  )
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await until(
    () => coloursAt(end, mint),
    (count) => count > 12,
    'the thread where it was',
  )
  assert.equal(await bytes(), before)
  await desk.changing(() => drag(page, end, to))
  assert.equal((await cues())[0].offset, 12)
  near(await startOf('Tug'), calls + 12, 1, 'it starts later')
  await desk.undo()
  assert.equal(await bytes(), before)
})

test('what it waits for is dragged later, and it starts later by itself', async () => {
  const before = await startOf('Tug')
  const keys = await desk.keys('Tug', 'follow.travel')
  await desk.select('Skiff')
  const [from, to] = [await deskPoint(page, 60, 'Skiff'), await deskPoint(page, 100, 'Skiff')]
  const half = await frameAt('Skiff', 0.5)
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 6 })
  // The thread goes along with the hand.
  // Moment and thread are read together, as both still move on.
  const thread = async () => {
    const start = Number(/later: at ([\d.]+)/.exec(await page.locator('.cue .moment').textContent())?.[1])
    return start > half + 17 ? coloursAt(await threadEnd(start, 'Tug'), mint) : 0
  }
  await until(thread, (count) => count > 12, 'the thread under way')
  await desk.changing(() => page.mouse.up())
  near((await travelOf('Skiff')).get(100), 1, 1e-6, 'the first is there at 100')
  const now = await frameAt('Skiff', 0.5)
  assert.ok(now > half + 15)
  near(await startOf('Tug'), now + 2, 1, 'the second starts where the thread says')
  assert.ok((await startOf('Tug')) > before + 15)
  assert.deepEqual(await desk.keys('Tug', 'follow.travel'), keys)
  await desk.undo()
})

test('keys of what is started are gone to, counted and shown where they are seen', async () => {
  await desk.select('Tug')
  const seen = Math.round((await frameAt('Skiff', 0.5)) + 2)
  const on = () => page.locator('[data-frame]').first().getAttribute('data-frame')
  await goToFrame(page, 2)
  for (const frame of [seen, seen + 40]) {
    await page.keyboard.press('Alt+ArrowRight')
    await until(on, (now) => now === String(frame), `the key that is seen at ${frame}`)
  }
  const beyond = page.getByText('1 key beyond the scene range, not played')
  assert.equal(await beyond.count(), 0)
  await desk.changing(() => setField(page, "Scene's last frame", String(seen + 30)))
  await page.keyboard.press('Escape')
  await beyond.waitFor()
  // The selected keys are shown where they stand on the desk.
  await page.getByRole('button', { name: 'Work', exact: true }).click()
  await page.keyboard.press('Control+Shift+A')
  await page.getByRole('button', { name: 'Keys', exact: true }).click()
  await until(
    async () => JSON.parse(await page.locator('.desk').getAttribute('data-view')).last,
    (last) => Math.abs(last - seen - 42) < 1,
    'the view up to the last key',
  )
  await desk.undo()
  await page.getByRole('button', { name: 'All', exact: true }).click()
})

test('its bar in the pace table goes along while the other is dragged', async () => {
  await command(page, 'Pace table')
  const words = () => page.locator('.goer', { hasText: 'Tug' }).locator('.words').textContent()
  const before = await words()
  const start = Number(/^[\d.]+/.exec(before)[0])
  const box = await page.locator('.goer', { hasText: 'Skiff' }).locator('.grip.end').boundingBox()
  const [from, to] = [await deskPoint(page, 60), await deskPoint(page, 100)]
  const end = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  await page.mouse.move(end.x, end.y)
  await page.mouse.down()
  await page.mouse.move(end.x + to.x - from.x, end.y, { steps: 6 })
  await until(words, (now) => Number(/^[\d.]+/.exec(now)[0]) > start + 15, 'the other bar')
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await until(words, (now) => now === before, 'the other bar as it was')
  await command(page, 'Pace table')
})

test('keys of what is started are dragged where they are seen', async () => {
  await desk.select('Tug')
  const calls = await frameAt('Skiff', 0.5)
  const seen = (await desk.keys('Tug', 'follow.travel')).at(-1).frame - 1 + calls + 2
  const last = (await desk.keys('Tug', 'follow.travel')).at(-1).frame
  await desk.changing(async () =>
    drag(page, await deskPoint(page, seen, 'Tug'), await deskPoint(page, seen + 10, 'Tug')),
  )
  near((await desk.keys('Tug', 'follow.travel')).at(-1).frame, last + 10, 0.6, 'the key in source')
  await desk.undo()
  // The frame of a selected key is the one on which it is shown, and typed.
  const { x, y } = await deskPoint(page, seen, 'Tug')
  await page.mouse.click(x, y)
  await page.getByText('Selected key', { exact: true }).waitFor()
  const field = page.getByLabel('Frame of the selected keys')
  near(Number(await field.inputValue()), seen, 0.6, 'its frame')
  await desk.changing(() => setField(page, 'Frame of the selected keys', String(Math.round(seen) + 5)))
  near(Number(await field.inputValue()), Math.round(seen) + 5, 0.01, 'its frame then')
  const { frame, tick } = (await desk.keys('Tug', 'follow.travel')).at(-1)
  near(frame ?? tick / 29_400_000, last + 5, 1.1, 'the key in source then')
  await desk.undo()
})

test('it is switched off and on, changed to what never happens, and told so', async () => {
  const before = await bytes()
  await desk.select('Tug')
  await desk.changing(() => page.getByLabel('Tug starts on').uncheck())
  assert.equal(await startOf('Tug'), 1)
  await desk.changing(() => page.getByLabel('Tug starts on').check())
  assert.equal(await bytes(), before)
  await page.locator('.cue .words').click()
  await setField(page, 'Value that is reached', '150')
  await told()
    .getByText(/never; nearest is 100 %/)
    .waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Change', exact: true }).click())
  assert.deepEqual(new Set((await travelOf('Tug')).values()), new Set([0]))
  await page.locator('.cue.never').waitFor()
  // The thread hangs loose from where it came nearest.
  const loose = await deskPoint(page, 60, 'Skiff')
  await until(
    () => coloursAt({ x: loose.x + 4, y: loose.y + 20 }, grapefruit, 36),
    (count) => count > 8,
    'the loose thread',
  )
  await desk.undo()
  assert.equal(await bytes(), before)
})

test('what makes no sense is refused with its reason, and nothing is changed', async () => {
  const before = await bytes()
  await desk.select('Skiff')
  await page.keyboard.press('Shift+C')
  await dialog().getByLabel('something else').check()
  await page.getByLabel('What is watched').selectOption({ label: 'Tug' })
  await dialog().getByText('cannot wait for itself').waitFor()
  await dialog().getByText('Tug starts').first().waitFor()
  assert.ok(await dialog().getByRole('button', { name: 'Add the cue' }).isDisabled())
  await page.getByLabel('What happens', { exact: true }).selectOption('near')
  await setField(page, 'Distance', 'far')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await until(
    () => dialog().count(),
    (count) => count === 0,
    'the dialog closed',
  )
  assert.equal(await bytes(), before)
})

test('a bookmark starts something too; a cue is listed, renamed, baked and deleted', async () => {
  const before = await bytes()
  await desk.changing(() => command(page, 'Add a sphere'))
  // What has no keys yet starts with those that it gets: that is said, and nothing else.
  await setField(page, 'Frame', '20')
  await page.keyboard.press('Shift+C')
  await dialog().getByLabel('bookmark Horn').check()
  await told().getByText('Sphere has no keys yet; those that it gets start there.').waitFor()
  await page.keyboard.press('Escape')
  await setField(page, 'Frame', '1')
  await desk.changing(() => setField(page, 'Position Y', '1'))
  await desk.changing(() => command(page, 'Key what is selected'))
  await setField(page, 'Frame', '20')
  await page.keyboard.press('Shift+C')
  await dialog().getByLabel('bookmark Horn').check()
  await told().getByText('is seen at').waitFor()
  await setField(page, 'Name of the cue', 'Ball drops')
  await desk.changing(() => dialog().getByRole('button', { name: 'Add the cue' }).click())
  assert.deepEqual((await cues())[1].when, { bookmark: 'Horn' })
  await command(page, 'Cues of the scene')
  await dialog().locator('b', { hasText: 'Ball drops' }).waitFor()
  assert.equal(await dialog().locator('.cue').count(), 2)
  await dialog().getByRole('button', { name: 'What can be done with Ball drops' }).click()
  await desk.changing(() => page.getByRole('menuitem', { name: 'Bake into keys' }).click())
  await dialog().locator('b', { hasText: 'Ball drops' }).waitFor({ state: 'detached' })
  await page.keyboard.press('Escape')
  assert.deepEqual(
    (await desk.keys('Sphere', 'position.y')).map(({ frame }) => frame),
    [20],
  )
  while ((await bytes()) !== before) await desk.undo()
  await desk.select('Tug')
  await page.getByRole('button', { name: 'What can be done with Tug starts' }).click()
  const seen = [...(await travelOf('Tug'))]
  await desk.changing(() => page.getByRole('menuitem', { name: 'Bake into keys' }).click())
  assert.deepEqual([...(await travelOf('Tug'))], seen)
  await desk.undo()
  await page.getByRole('button', { name: 'What can be done with Tug starts' }).click()
  await desk.changing(() => page.getByRole('menuitem', { name: 'Delete' }).click())
  assert.equal((await cues()).length, 0)
  await desk.undo()
  assert.equal(await bytes(), before)
})

test('another window sees the thread; the server is killed, and all of it is there again', async () => {
  const other = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await other.locator('.head.object').first().waitFor()
  await other.locator('.body .heads').getByRole('button', { name: 'Tug', exact: true }).click()
  await other.locator('.cue .moment').waitFor()
  await desk.select('Tug')
  await page.locator('.cue .words').click()
  await setField(page, 'Frames later', '5')
  await told().getByText('is seen at').waitFor()
  await desk.changing(() => page.keyboard.press('Enter'))
  await other.getByText(/5 later/).waitFor()
  const before = await bytes()
  await desk.server.kill()
  await desk.server.start()
  assert.equal(await bytes(), before)
  await desk.undo()
  await other.getByText(/2 later/).waitFor()
  assert.deepEqual(other.faults, [])
  await other.close()
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
