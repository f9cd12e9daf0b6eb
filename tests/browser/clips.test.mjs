import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, deskPoint, drag, linear, open, setField, until } from './harness.mjs'
import { faultsOf } from './readable.mjs'

// Clips in a small harbour: the buoy's bobbing is saved, placed on others, run at a rate of its own.
const harbour = {
  format: 'zesty-scene',
  version: 2,
  name: 'Clips',
  rate: '24',
  range: [1, 120],
  objects: [
    {
      name: 'Buoy',
      kind: 'sphere',
      channels: { 'position.y': { keys: [linear(1, 2), linear(13, 14), linear(25, 2)] } },
    },
    { name: 'Barge', kind: 'box', channels: { 'position.y': { value: 1 } } },
    {
      name: 'Cart',
      kind: 'group',
      channels: { 'position.x': { keys: [linear(1, 0), linear(49, 12), linear(97, 6)] } },
    },
  ],
}

let desk, page
const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const placed = async () => (await file()).placed ?? []
const near = (a, b, what, by = 1e-6) => assert.ok(Math.abs(a - b) <= by, `${what ?? 'value'}: ${a} is not ${b} ± ${by}`)
const dialog = () => page.getByRole('dialog')
const section = () => page.getByRole('region', { name: 'Selected clip' })
const leave = () => page.evaluate(() => document.activeElement.blur())
const at = (samples, ...frames) => frames.map((frame) => Number(samples.get(frame).toFixed(6)))
/** A place on the lane of clips below an object. */
async function clipPoint(frame) {
  const { x } = await deskPoint(page, frame)
  const head = await page
    .locator('.head', { has: page.getByRole('button', { name: 'Clips', exact: true }) })
    .first()
    .boundingBox()
  return { x, y: head.y + head.height / 2 }
}
async function goTo(frame) {
  await setField(page, 'Frame', String(frame))
  await leave()
}

before(async () => {
  desk = await Desk.open(harbour)
  page = desk.page
})
after(() => desk.close())

test('keys of an object are saved as a named clip', async () => {
  await desk.select('Buoy')
  await page.keyboard.press('Shift+E')
  await dialog().getByText('No clips yet').waitFor()
  await dialog().locator('.modal-footer').getByRole('button', { name: 'Close' }).click()
  await dialog().waitFor({ state: 'detached' })
  await page.keyboard.press('Control+Shift+A')
  await page.keyboard.press('e')
  await dialog().getByText('3 keys of Buoy, 24 frames long').waitFor()
  // The name is typed at once.
  await until(
    () => page.evaluate(() => document.activeElement.getAttribute('aria-label')),
    (label) => label === 'Name of the clip',
    'the field',
  )
  await page.keyboard.type('Bob', { delay: 60 })
  assert.deepEqual(await faultsOf(page, '.modal-content'), [])
  await desk.changing(() => dialog().getByRole('button', { name: 'Save', exact: true }).click())
  const { clips } = await file()
  assert.deepEqual(
    clips.map(({ name, length, channels }) => [
      name,
      length,
      channels['position.y'].keys.map((key) => [key.frame, key.value]),
    ]),
    [
      [
        'Bob',
        24,
        [
          [0, 0],
          [12, 12],
          [24, 0],
        ],
      ],
    ],
  )
  assert.equal((await desk.keys('Buoy', 'position.y')).length, 3)
})

test('it is placed on another object at the playhead, and repeated', async () => {
  await desk.select('Barge')
  await goTo(10)
  await page.keyboard.press('Shift+E')
  await setField(page, 'How often it is played', '2')
  await desk.changing(() => dialog().getByRole('button', { name: 'Place', exact: true }).click())
  await section().getByText('Bob on Barge').waitFor()
  assert.deepEqual(
    at(await desk.samples('Barge', 'position.y'), 9, 10, 16, 22, 34, 46, 58, 59),
    [1, 1, 7, 13, 1, 13, 1, 1],
  )
  // What the panel shows on a frame is what is seen there.
  await goTo(16)
  await until(
    () => page.getByLabel('Position Y', { exact: true }).inputValue(),
    (text) => text === '7.00',
    'the value with the clip',
  )
})

test('it is cut, pasted where it is gone from, and reaches another scene with what it plays', async () => {
  const before = await file()
  const other = await desk.server.post('/api/scenes/import', { ...harbour, name: 'Elsewhere', rate: '48' })
  const clip = await clipPoint(30)
  await page.mouse.click(clip.x, clip.y)
  await desk.changing(() => page.keyboard.press('Control+x'))
  assert.deepEqual(await placed(), [])
  await desk.changing(() => page.keyboard.press('Control+Shift+v'))
  assert.deepEqual((await file()).placed, before.placed)
  assert.deepEqual((await file()).clips, before.clips)
  const there = await open(desk.context, `${desk.server.address}/scenes/${other.id}`)
  const fileThere = () => desk.server.get(`/api/scenes/${other.id}/file`)
  await there.locator('.body .heads').getByRole('button', { name: 'Barge', exact: true }).waitFor()
  await there.keyboard.press('Control+Shift+v')
  const come = await until(fileThere, ({ placed }) => placed?.length === 1, 'the clip in the other scene')
  // At twice the rate the same time has twice the number.
  assert.deepEqual(
    come.placed.map(({ clip, object, frame, end }) => [clip, object, frame, end]),
    before.placed.map(({ clip, object, frame, end }) => [clip, object, frame * 2, end * 2]),
  )
  assert.deepEqual(
    come.clips.map(({ name, length }) => [name, length]),
    before.clips.map(({ name, length }) => [name, length * 2]),
  )
  // Once more, onto what is selected: the clip is not there twice.
  await there.locator('.body .heads').getByRole('button', { name: 'Cart', exact: true }).click()
  await there.keyboard.press('Control+v')
  const twice = await until(fileThere, ({ placed }) => placed?.length === 2, 'the clip on the cart')
  assert.deepEqual([twice.clips.length, twice.placed[1].object], [1, 'Cart'])
  assert.deepEqual(there.faults, [])
  await there.close()
  await desk.undo()
  await desk.undo()
  assert.deepEqual(await file(), before)
})

test('it is moved, lengthened and copied by hand, and every step can be undone', async () => {
  const middle = await clipPoint(30)
  await desk.changing(async () =>
    drag(page, middle, await clipPoint(40), { over: () => page.getByText('starts 10 → 20').waitFor() }),
  )
  assert.deepEqual(
    (await placed()).map(({ frame, end }) => [frame, end]),
    [[20, 68]],
  )
  const edge = { ...(await clipPoint(68)) }
  await desk.changing(async () =>
    drag(page, { ...edge, x: edge.x - 2 }, { ...(await clipPoint(92)), x: (await clipPoint(92)).x - 2 }),
  )
  assert.deepEqual(
    (await placed()).map(({ frame, end, cycle }) => [frame, end, cycle]),
    [[20, 92, 'repeat']],
  )
  assert.deepEqual(at(await desk.samples('Barge', 'position.y'), 32, 80, 92), [13, 13, 1])
  const from = { ...(await clipPoint(20)) }
  await desk.changing(async () =>
    drag(page, { ...from, x: from.x + 2 }, { ...(await clipPoint(26)), x: (await clipPoint(26)).x + 2 }),
  )
  // A start that is pulled in leaves the rest where it was.
  assert.deepEqual(at(await desk.samples('Barge', 'position.y'), 25, 26, 32), [1, 7, 13])
  await desk.undo()
  await desk.undo()
  await desk.changing(async () => drag(page, await clipPoint(30), await clipPoint(80), { keys: ['Alt'] }))
  assert.deepEqual(
    (await placed()).map(({ frame, end }) => [frame, end]),
    [
      [20, 68],
      [70, 118],
    ],
  )
  await desk.undo()
  // Dropped on another object's lane it goes over to that.
  const cart = await deskPoint(page, 36, 'Cart')
  await desk.changing(async () =>
    drag(page, await clipPoint(36), cart, { over: () => page.getByText('on Cart').waitFor() }),
  )
  assert.deepEqual(
    (await placed()).map(({ object, frame }) => [object, frame]),
    [['Cart', 20]],
  )
  await desk.undo()
})

test('pulled and put back, nothing has changed, on the stage or in the history', async () => {
  await goTo(32)
  const value = () => page.getByLabel('Position Y', { exact: true }).inputValue()
  await until(value, (text) => text === '13.00', 'the top of the clip')
  const { position } = await desk.scene()
  const [from, to] = [await clipPoint(50), await clipPoint(56)]
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await until(value, (text) => text === '7.00', 'the value while it is pulled')
  await page.mouse.move(from.x, from.y, { steps: 4 })
  await until(value, (text) => text === '13.00', 'the value where it was')
  await page.keyboard.press('Escape')
  await page.mouse.up()
  assert.equal((await desk.scene()).position, position)
})

test('its rate is keyed like any channel, and what is played is its integral', async () => {
  await page.mouse.click((await clipPoint(30)).x, (await clipPoint(30)).y)
  await goTo(20)
  await desk.changing(() => setField(page, 'Rate', '0'))
  await desk.changing(() =>
    section()
      .getByRole('button', { name: /^Rate: still/ })
      .click(),
  )
  await goTo(44)
  await setField(page, 'Rate', '2')
  await desk.changing(() =>
    section()
      .getByRole('button', { name: /^Rate: changed/ })
      .click(),
  )
  const [{ rate }] = await placed()
  assert.deepEqual(
    rate.keys.map(({ frame, value }) => [frame, value]),
    [
      [20, 0],
      [44, 2],
    ],
  )
  // Select both keys on their lane and let them run straight: the phase is t²/24 from the start on.
  await page.getByRole('button', { name: 'Rate of Bob', exact: true }).waitFor()
  await command(page, 'Select all keys')
  const [a, b] = [await deskPoint(page, 16, 'Rate of Bob'), await deskPoint(page, 50, 'Rate of Bob')]
  await drag(page, { x: a.x, y: a.y - 8 }, { x: b.x, y: b.y + 8 })
  await page.getByRole('heading', { name: '2 keys of a rate selected' }).waitFor()
  await desk.changing(() => page.keyboard.press('Alt+Shift+Digit2'))
  const samples = await desk.samples('Barge', 'position.y')
  const bob = (phase) => 1 + (phase % 24 <= 12 ? phase % 24 : 24 - (phase % 24))
  for (const frame of [20, 26, 32, 38, 44]) near(samples.get(frame), bob((frame - 20) ** 2 / 24), `frame ${frame}`)
  for (const frame of [50, 60]) near(samples.get(frame), bob(24 + 2 * (frame - 44)), `frame ${frame}`)
})

test('two clips blend where they overlap', async () => {
  await goTo(62)
  await desk.select('Barge')
  await page.getByRole('button', { name: 'Place a clip on Barge' }).click()
  await setField(page, 'How often it is played', '1')
  await desk.changing(() => dialog().getByRole('button', { name: 'Place', exact: true }).click())
  const samples = await desk.server.samples(desk.id, 'Barge', 'position.y', { step: '0.25' })
  const bob = (phase) => (phase % 24 <= 12 ? phase % 24 : 24 - (phase % 24))
  // Frame 65 is the middle of the overlap of 62 to 68: half of each.
  near(samples.get(65), 1 + (bob(24 + 2 * 21) + bob(3)) / 2, 'the middle of the blend')
  near(samples.get(62), 1 + bob(24 + 2 * 18), 'where the blend begins')
  near(samples.get(68), 1 + bob(6), 'where it ends')
  for (let frame = 60; frame < 70; frame += 0.25)
    assert.ok(Math.abs(samples.get(frame + 0.25) - samples.get(frame)) < 1.3, `a jump at ${frame}`)
})

test('after kill -9 the clips, the rate and what undoes them are there', async () => {
  const [before, samples] = [await placed(), await desk.samples('Barge', 'position.y')]
  await desk.server.kill()
  await desk.server.start()
  page = desk.page = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await page.locator('.desk').waitFor()
  await desk.select('Barge')
  assert.deepEqual(await placed(), before)
  assert.deepEqual(await desk.samples('Barge', 'position.y'), samples)
  await desk.undo()
  assert.equal((await placed()).length, before.length - 1)
  const { position } = await desk.scene()
  await page.keyboard.press('Control+Shift+Z')
  await until(desk.scene, (now) => now.position === position + 1, 'the redo')
  assert.deepEqual(await placed(), before)
  const middle = await clipPoint(75)
  await page.mouse.click(middle.x, middle.y)
  await section().getByText('Bob on Barge').waitFor()
})

test('the keyboard finds clips, moves them and takes them off', async () => {
  await page.getByLabel('Find a lane').focus()
  await page.keyboard.press('Tab')
  await page.locator('canvas.lanes').focus()
  await page.keyboard.press('Shift+Tab')
  // What a lane's head has comes with the keyboard.
  const isThere = () => page.locator('canvas.lanes').evaluate((canvas) => document.activeElement === canvas)
  for (let i = 0; i < 8 && !(await isThere()); i++) await page.keyboard.press('Tab')
  const said = () => page.locator('.desk [role="status"].visually-hidden').innerText()
  for (let i = 0; i < 12 && !(await said()).startsWith('Barge, 2 clips'); i++) await page.keyboard.press('ArrowDown')
  assert.equal(await said(), 'Barge, 2 clips')
  await page.keyboard.press('End')
  assert.equal(await said(), 'Bob, from frame 62 to 86, selected')
  await page.keyboard.press('Home')
  assert.equal(await said(), 'Bob, from frame 20 to 68')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Space')
  assert.equal(await said(), 'Bob, from frame 62 to 86, selected')
  await desk.changing(() => page.keyboard.press('.'))
  assert.deepEqual(
    (await placed()).map(({ frame }) => frame),
    [20, 63],
  )
  await desk.changing(() => page.keyboard.press('Delete'))
  assert.deepEqual(
    (await placed()).map(({ frame }) => frame),
    [20],
  )
})

test('a right click on a clip selects it and offers what can be done with it', async () => {
  const at = await clipPoint(30)
  await page.mouse.click(at.x, at.y, { button: 'right' })
  const menu = page.locator('.dropdown-menu.context.show')
  await menu.waitFor()
  const lines = (await menu.getByRole('menuitem').allTextContents()).map((text) => text.trim().replace(/\s+/g, ' '))
  for (const wanted of ['Copy Ctrl C', 'Bake into keys…', 'Delete Delete'])
    assert.ok(lines.includes(wanted), `${wanted} in ${lines}`)
  await section().getByText('Bob on Barge').waitFor()
  await menu.getByRole('menuitem', { name: 'Bake into keys…' }).click()
  await dialog()
    .getByText(/keys become/)
    .waitFor()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
})

test('clips are written down as keys, and the error is told before', async () => {
  const before = await desk.samples('Barge', 'position.y')
  await page.mouse.click((await clipPoint(30)).x, (await clipPoint(30)).y)
  await section().getByRole('button', { name: 'Bake…' }).click()
  await setField(page, 'Tolerance', '0.01')
  // A clip of linear keys on still values is the same keys: the difference is rounding, and is not told as one.
  await dialog()
    .getByText(/keys become \d+; nothing differs/)
    .waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Bake', exact: true }).click())
  assert.deepEqual(await placed(), [])
  const after = await desk.samples('Barge', 'position.y')
  for (const [frame, value] of before) near(after.get(frame), value, `frame ${frame}`, 0.011)
  assert.ok((await desk.keys('Barge', 'position.y')).length < 60)
  await desk.undo()
  assert.deepEqual(await desk.samples('Barge', 'position.y'), before)
})

test('put in place of keys, a clip gives the same motion', async () => {
  await desk.select('Buoy')
  const before = await desk.samples('Buoy', 'position.y')
  await page.keyboard.press('Control+Shift+A')
  await page.getByRole('button', { name: 'Clip…', exact: true }).click()
  await page.getByLabel('Name of the clip').fill('Swell')
  await page.getByText('Put the clip in place').click()
  await desk.changing(() => dialog().getByRole('button', { name: 'Save', exact: true }).click())
  assert.deepEqual(await desk.keys('Buoy', 'position.y'), [])
  for (const [frame, value] of await desk.samples('Buoy', 'position.y'))
    near(value, before.get(frame), `frame ${frame}`)
  // It can be called otherwise, and deleted with all its places.
  await page.keyboard.press('Shift+E')
  const name = page.getByLabel('Name of Swell')
  await name.fill('Calm')
  await desk.changing(() => name.press('Enter'))
  const question = page.getByRole('dialog', { name: 'Delete Calm?' })
  await page.getByRole('button', { name: 'Delete Calm' }).click()
  await question.getByText('It is placed once, on Buoy. Deleting it takes it off there.').waitFor()
  await page.keyboard.press('Escape')
  await question.waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Delete Calm' }).click()
  await desk.changing(() => question.getByRole('button', { name: 'Delete it' }).click())
  assert.deepEqual(
    (await file()).clips.map((clip) => clip.name),
    ['Bob'],
  )
  await dialog().locator('.modal-footer').getByRole('button', { name: 'Close' }).click()
  await dialog().waitFor({ state: 'detached' })
  await desk.undo()
  await desk.undo()
  await desk.undo()
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
