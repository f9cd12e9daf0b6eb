import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import {
  command,
  Desk,
  differing,
  near,
  open,
  restedPixels,
  setField,
  stagePixels,
  stageRested,
  until,
} from './harness.mjs'
import { areDrawnWhereTheyAre, points } from './vertices.mjs'

// A sign is made: typed, set, bent, split into letters that come one after the other.

let desk, page
before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Quay',
    rate: '24',
    range: [1, 48],
    objects: [{ name: 'Post', kind: 'box', channels: { 'position.x': { value: 6 } } }],
  })
  page = desk.page
})
after(() => desk.close())

const values = () => page.getByRole('complementary', { name: 'Values' })
const field = () => page.getByLabel('What it says')
const objects = async () => (await desk.server.get(`/api/scenes/${desk.id}/file`)).objects
const textOf = async (name) => (await objects()).find((each) => each.name === name)
const bytes = async () =>
  Buffer.from(await (await fetch(`${desk.server.address}/api/scenes/${desk.id}/file`)).arrayBuffer())

test('what is typed is seen before it is kept; Escape gives it up, Ctrl and Enter keep it, undo takes it back', async () => {
  await desk.changing(() => command(page, 'add a text'))
  await field().waitFor()
  const [before, kept] = [await restedPixels(page), await bytes()]
  await field().fill('Lantern')
  await until(
    async () => differing(before, await stagePixels(page)),
    (count) => count > 200,
    'the typed word on the stage',
  )
  assert.deepEqual(await bytes(), kept)
  await field().press('Escape')
  assert.equal(await field().inputValue(), 'Text')
  await stageRested(page)
  await until(
    async () => differing(before, await stagePixels(page)),
    (count) => count < 20,
    'the stage as before',
  )
  await field().fill('Lantern\nBay')
  await desk.changing(() => field().press('Control+Enter'))
  assert.deepEqual((await textOf('Text')).text, ['Lantern', 'Bay'])
  await desk.undo()
  assert.deepEqual(await bytes(), kept)
  await until(
    () => field().inputValue(),
    (text) => text === 'Text',
    'the field as before',
  )
  // A click elsewhere keeps it as well.
  await field().fill('Bay')
  await desk.changing(() => desk.lane('Post').click())
  assert.deepEqual((await textOf('Text')).text, ['Bay'])
  // The finder is there from the field, and so is undo where nothing has been typed.
  await desk.select('Text')
  await field().click()
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Find a command' }).waitFor()
  await page.keyboard.press('Escape')
  await field().click()
  await page.keyboard.press('Control+z')
  await until(async () => (await textOf('Text')).text.join(), (text) => text === 'Text', 'undone') // prettier-ignore
  await page.keyboard.press('Control+y')
  await until(async () => (await textOf('Text')).text.join(), (text) => text === 'Bay', 'done again') // prettier-ignore
  await page.keyboard.press('Escape')
})

test('what a text cannot be is told, and stays in the field', async () => {
  await desk.select('Text')
  const kept = await bytes()
  await field().fill('ab '.repeat(3334))
  await values().getByText('the text has 10002 characters; 1000 is the most').waitFor()
  await desk.lane('Post').focus()
  assert.equal((await field().inputValue()).length, 10_002)
  assert.deepEqual(await bytes(), kept)
  await field().focus()
  await field().press('Escape')
  assert.equal(await field().inputValue(), 'Bay')
  await field().fill('Bay 字')
  await values().getByText('This font has no 字').waitFor()
  await field().press('Escape')
})

test('font and lines are set, and right-to-left does not break', async () => {
  await desk.changing(() => values().getByLabel('Font').selectOption('rubik'))
  await field().fill('שלום Bay')
  await desk.changing(() => field().press('Control+Enter'))
  await until(
    () => values().getByText('This font has no').count(),
    (count) => count === 0,
    'the font has every letter',
  )
  await desk.changing(() => values().getByRole('radio', { name: 'right' }).click())
  const { text, font, align } = await textOf('Text')
  assert.deepEqual([text, font, align], [['שלום Bay'], 'rubik', 'right'])
  const most = Math.max(...(await points(desk, 'Text')).map(([x]) => x))
  assert.ok(most > -0.15 && most <= 0.01, `its right end is at the origin: ${most}`)
  await desk.changing(() => values().getByRole('radio', { name: 'centre' }).click())
  await field().fill('Lantern Bay')
  await desk.changing(() => field().press('Control+Enter'))
})

test('a sign is bent and swells along its length, cut as finely as that needs', async () => {
  for (const kind of ['bend', 'bulge']) {
    await page.getByRole('button', { name: '+ Deformer' }).click()
    await desk.changing(() => page.getByRole('menuitem', { name: new RegExp(`^${kind}`) }).click())
    await desk.changing(() =>
      values()
        .getByRole('radiogroup', { name: new RegExp(`Axis of ${kind}`, 'i') })
        .getByRole('radio', { name: 'Along x' })
        .click(),
    )
    await values()
      .getByRole('button', { name: new RegExp(`^What can be done with ${kind}`, 'i') })
      .click()
    await desk.changing(() => page.getByRole('menuitem', { name: 'Fit to the shape' }).click())
  }
  await setField(page, 'Bulge Length', '1.5')
  await page.getByRole('button', { name: 'Auto-key' }).click()
  await setField(page, 'Bulge Foot', '-4')
  await setField(page, 'Frame', '25')
  await setField(page, 'Bulge Foot', '3')
  await page.getByRole('button', { name: 'Auto-key' }).click()
  await values().getByText('segment along x, needs').waitFor()
  await desk.changing(() => values().getByRole('button', { name: 'Cut finely' }).click())
  await until(
    () => values().getByText('needs').count(),
    (count) => count === 0,
    'nothing more is told',
  )
  for (const frame of [1, 13]) {
    await setField(page, 'Frame', String(frame))
    await stageRested(page)
    await areDrawnWhereTheyAre(desk, 'Text', frame)
  }
})

test('split into letters it looks as before; the letters come one after the other', async () => {
  await setField(page, 'Frame', '13')
  const [whole, before] = [await points(desk, 'Text', 13), await bytes()]
  await desk.changing(() => values().getByRole('button', { name: 'Split into 10 letters' }).click())
  const letters = ['L', 'a', 'n', 't', 'e', 'r', 'n 2', 'B', 'a 2', 'y']
  assert.deepEqual(
    (await objects()).filter(({ parent }) => parent === 'Text').map(({ name }) => name),
    letters,
  )
  const parts = (await Promise.all(letters.map((name) => points(desk, name, 13)))).flat()
  assert.equal(parts.length, whole.length)
  parts.forEach((at, i) => at.forEach((part, axis) => near(part, whole[i][axis], 1e-6, `${i} ${axis}`)))
  await desk.select('Post')
  const left = await restedPixels(page)
  await desk.undo()
  await stageRested(page)
  await until(
    async () => differing(left, await stagePixels(page)),
    (count) => count < 60,
    'the whole looks as its letters',
  )
  assert.deepEqual(await bytes(), before)
  await desk.select('Text')
  await desk.changing(() => values().getByRole('button', { name: 'Split into 10 letters' }).click())

  // They are selected: each rises from below, all at once at first.
  await values().getByRole('radio', { name: 'change', exact: true }).click()
  await page.getByRole('button', { name: 'Auto-key' }).click()
  await setField(page, 'Frame', '9')
  await desk.changing(() => setField(page, 'Position Y', '0.01'))
  await setField(page, 'Frame', '1')
  await desk.changing(() => setField(page, 'Position Y', '-2'))
  await page.getByRole('button', { name: 'Auto-key' }).click()
  const firsts = () => Promise.all(letters.map(async (name) => (await desk.keys(name, 'position.y'))[0].frame))
  assert.deepEqual(await firsts(), Array(10).fill(1))

  const alike = await bytes()
  await command(page, 'one after the other')
  const dialog = page.getByRole('dialog')
  await dialog.getByText('keys move in time').waitFor()
  await dialog.getByLabel('Order').selectOption('fromMiddle')
  await page.keyboard.press('Escape')
  await dialog.waitFor({ state: 'detached' })
  assert.deepEqual(await bytes(), alike)
  await command(page, 'one after the other')
  await setField(page, 'Frames from one to the next', '3')
  await dialog.getByLabel('Order').selectOption('fromEnds')
  await desk.changing(() => dialog.getByRole('button', { name: 'Set them apart' }).click())
  assert.deepEqual(
    await firsts(),
    [0, 1, 2, 3, 4, 4, 3, 2, 1, 0].map((turn) => 1 + 3 * turn),
  )
  await desk.undo()
  assert.deepEqual(await bytes(), alike)
})

test('more different texts than are kept beside each other all come to be seen', async () => {
  const objects = Array.from({ length: 210 }, (_, i) => ({
    name: `Berth ${i + 1}`,
    kind: 'text',
    text: [`${i + 1}`],
    channels: { 'position.x': { value: (i % 21) - 10 }, 'position.y': { value: Math.floor(i / 21) / 2 } },
  }))
  const { id } = await desk.server.post('/api/scenes/import', {
    format: 'zesty-scene',
    version: 2,
    name: 'Berths',
    rate: '24',
    range: [1, 24],
    objects,
  })
  const other = await open(desk.context, `${desk.server.address}/scenes/${id}`)
  other.setDefaultTimeout(60_000)
  // The stage says which frame it shows once all shapes in it are here.
  await other.locator('.stage[data-frame="1"]').waitFor()
  await stageRested(other)
  assert.deepEqual(other.faults, [])
  await other.close()
})

test('nothing went wrong in the page', () => assert.deepEqual(page.faults, []))
