import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { AxeBuilder } from '@axe-core/playwright'
import { PNG } from 'pngjs'
import {
  browse,
  command,
  deskPoint,
  middleOf,
  open,
  Server,
  setField,
  stagePixels,
  stageRested,
  until,
} from './harness.mjs'

// The life of keys: set, selected, dragged, scaled, copied, pasted, held, deleted, with mouse and keyboard.
let server, browser, context, page, id
const scene = () => server.get(`/api/scenes/${id}`)
const file = () => server.get(`/api/scenes/${id}/file`)
const frames = async (object, channel) =>
  (await file()).objects
    .find(({ name }) => name === object)
    .channels[channel]?.keys?.map((key) => key.frame ?? `tick ${key.tick}`) ?? []
const marker = (channel) => page.locator(`[data-channel="${channel}"] .marker`).getAttribute('data-state')
/** The page has heard of everything that is kept. */
async function heard() {
  const { position } = await scene()
  await page.getByRole('button', { name: position ? `Kept · change ${position}` : 'Kept', exact: true }).waitFor()
}
async function becomes(object, channel, wanted) {
  await until(
    () => frames(object, channel),
    (now) => JSON.stringify(now) === JSON.stringify(wanted),
    `${object} ${channel} at ${wanted}`,
  )
  await heard()
}
const selected = (count) => page.getByText(new RegExp(`^${count} of `)).waitFor()
const lane = (name) => page.locator('.heads').getByRole('button', { name, exact: true })

async function drag(from, to, { keys = [], over } = {}) {
  for (const key of keys) await page.keyboard.down(key)
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move((from.x + to.x) / 2, to.y, { steps: 4 })
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await over?.()
  await page.mouse.up()
  for (const key of keys) await page.keyboard.up(key)
}
const keyAt = (frame, name) => deskPoint(page, frame, name)
async function undo() {
  const { position } = await scene()
  await page.keyboard.press('Control+z')
  await until(scene, (now) => now.position === position - 1, 'the undo')
  await heard()
}

const moving = (name, values) => ({
  name,
  kind: 'box',
  channels: {
    'position.x': { keys: values.map(([frame, value]) => ({ frame, value })) },
    'position.y': { value: 1 },
  },
})

before(async () => {
  server = await new Server('serve').start()
  const made = await server.post('/api/scenes/import', {
    format: 'zesty-scene',
    version: 2,
    name: 'Harbour keys',
    rate: '24',
    range: [1, 100],
    objects: [
      moving('Ferry', [
        [10, 0],
        [20, 4],
        [40, 2],
        [41, 3],
      ]),
      moving('Barge', [[60, 1]]),
    ],
  })
  id = made.id
  ;({ browser, context } = await browse())
  page = await open(context, `${server.address}/scenes/${id}`)
  await lane('Ferry').click()
  await page.locator('.head', { hasText: 'Position X' }).waitFor()
})

after(async () => {
  await browser.close()
  await server.dispose()
})

test('a key is dragged, told of while it is, and dragged with what follows', async () => {
  await drag(await keyAt(20, 'Position X'), await keyAt(26, 'Position X'), {
    over: () => page.getByText('20 → 26 (+6)').waitFor(),
  })
  await becomes('Ferry', 'position.x', [10, 26, 40, 41])
  await selected(1)
  await drag(await keyAt(26, 'Position X'), await keyAt(20, 'Position X'), { keys: ['Shift'] })
  await becomes('Ferry', 'position.x', [10, 20, 34, 35])
  await undo()
  await undo()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
})

test('Escape ends a drag and nothing has happened', async () => {
  const { position } = await scene()
  await drag(await keyAt(20, 'Position X'), await keyAt(30, 'Position X'), {
    over: () => page.keyboard.press('Escape'),
  })
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
  assert.equal((await scene()).position, position)
})

test('a box selects keys, and its bracket scales them without losing the close pair', async () => {
  const from = await keyAt(5, 'Position X')
  const to = await keyAt(50, 'Position X')
  await drag({ x: from.x, y: from.y - 9 }, { x: to.x, y: to.y + 9 })
  await selected(4)
  const side = await keyAt(41, 'Position X')
  const target = await keyAt(25, 'Position X')
  await drag(
    { x: side.x + 10, y: side.y },
    { x: target.x + 10, y: side.y },
    { over: () => page.getByText('41 → 25').waitFor() },
  )
  // 10, 20, 40 and 41 about 10 at 15/31: 10, 14.8…, 24.5… and 25; on whole frames 10, 15, 25 and 25.
  await page.getByText('A key would land on another, at frame 25.').waitFor()
  await page.getByRole('button', { name: 'Keep both, a sub-frame apart' }).click()
  const now = await until(
    () => frames('Ferry', 'position.x'),
    (found) => found.length === 4 && found[1] === 15,
    'the scaled keys',
  )
  assert.equal(now[0], 10)
  assert.equal(now[2], 25)
  assert.equal(now[3], `tick ${25 * 29_400_000 + 1}`)
  await selected(4)
  await undo()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
  // They are selected as before; a click takes one of them.
  await selected(4)
  const first = await keyAt(10, 'Position X')
  await page.mouse.click(first.x, first.y)
  await selected(1)
})

test('where keys meet it asks, and stops or replaces as told', async () => {
  await drag(await keyAt(10, 'Position X'), await keyAt(20, 'Position X'))
  await page.getByText('A key would land on another, at frame 20.').waitFor()
  await page.getByRole('button', { name: 'Stop' }).click()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
  await drag(await keyAt(10, 'Position X'), await keyAt(20, 'Position X'))
  await page.getByRole('button', { name: 'Replace what stands there' }).click()
  await becomes('Ferry', 'position.x', [20, 40, 41])
  assert.equal((await server.samples(id, 'Ferry', 'position.x')).get(20), 0)
  await undo()
})

test('Alt drags a copy', async () => {
  await drag(await keyAt(20, 'Position X'), await keyAt(30, 'Position X'), { keys: ['Alt'] })
  await becomes('Ferry', 'position.x', [10, 20, 30, 40, 41])
  await undo()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
})

test('keys are copied and pasted at the playhead, on another object, and mirrored', async () => {
  const first = await keyAt(10, 'Position X')
  await page.mouse.click(first.x, first.y)
  const last = await keyAt(41, 'Position X')
  await page.keyboard.down('Shift')
  await page.mouse.click(last.x, last.y)
  await page.keyboard.up('Shift')
  await selected(4)
  await page.keyboard.press('Control+c')
  await setField(page, 'Frame', '60')
  await lane('Barge').click()
  // The key of the barge at 60 is in the way of the first one pasted.
  await page.keyboard.press('Control+v')
  await page.getByRole('button', { name: 'Replace what stands there' }).click()
  await becomes('Barge', 'position.x', [60, 70, 90, 91])
  const barge = await server.samples(id, 'Barge', 'position.x')
  const ferry = await server.samples(id, 'Ferry', 'position.x')
  for (const frame of [10, 13, 20, 30, 41]) assert.ok(Math.abs(barge.get(frame + 50) - ferry.get(frame)) < 1e-12)
  await undo()
  await becomes('Barge', 'position.x', [60])

  await page.getByRole('button', { name: 'Close Barge' }).click()
  await lane('Ferry').click()
  await setField(page, 'Frame', '50')
  await command(page, 'paste keys mirrored')
  await becomes('Ferry', 'position.x', [10, 20, 40, 41, 50, 51, 71, 81])
  const both = await server.samples(id, 'Ferry', 'position.x')
  for (const away of [0, 3, 10, 21, 30])
    assert.ok(Math.abs(both.get(81 - away) - both.get(10 + away)) < 1e-9, `mirrored ${away}`)
  await undo()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
})

test('several keys take a frame and a value by typing, and are nudged', async () => {
  await command(page, 'select all keys')
  await selected(4)
  await setField(page, 'Frame of the selected keys', '15')
  await becomes('Ferry', 'position.x', [15, 25, 45, 46])
  await page.getByLabel('Value of the selected keys').click()
  await page.getByLabel('Value of the selected keys').fill('+=10')
  await page.getByLabel('Value of the selected keys').press('Enter')
  await until(
    () => server.samples(id, 'Ferry', 'position.x'),
    (now) => now.get(15) === 10 && now.get(25) === 14,
    'values ten higher',
  )
  await page.keyboard.press(',')
  await becomes('Ferry', 'position.x', [14, 24, 44, 45])
  await command(page, 'invert the selection of keys')
  await page.getByText(/^4 of /).waitFor({ state: 'detached' })
  for (let i = 0; i < 3; i++) await undo()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
})

test('keys between frames are put on frames, and it says which give way', async () => {
  await page.keyboard.press('Escape')
  const at = await keyAt(41, 'Position X')
  await lane('Ferry').click()
  await page.mouse.click(at.x, at.y)
  await page.getByLabel('Whole frames').uncheck()
  await setField(page, 'Frame of the selected keys', '40.4')
  await becomes('Ferry', 'position.x', [10, 20, 40, 40.4])
  await command(page, 'put the selected keys on whole frames')
  // Unless it is told to give way, it keeps a frame's distance.
  await page.getByText('1 key stands between frames.', { exact: true }).waitFor()
  await page.getByText('The latest').click()
  await page.getByText('1 key stands between frames. 1 key would meet others on a frame and give way.').waitFor()
  await page.getByRole('button', { name: 'Put on frames' }).last().click()
  await becomes('Ferry', 'position.x', [10, 20, 40])
  assert.equal((await server.samples(id, 'Ferry', 'position.x')).get(40), 3)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
  const back = await keyAt(41, 'Position X')
  await page.mouse.click(back.x, back.y)
  await page.getByLabel('Whole frames').check()
})

test('a pose is held, and a lead is added', async () => {
  await lane('Ferry').click()
  await setField(page, 'Frame', '20')
  await command(page, 'hold the pose')
  await setField(page, 'Held until frame', '32')
  await page.getByRole('button', { name: 'Hold', exact: true }).click()
  await becomes('Ferry', 'position.x', [10, 20, 32, 52, 53])
  const held = await server.samples(id, 'Ferry', 'position.x')
  for (let frame = 20; frame <= 32; frame++) assert.equal(held.get(frame), 4)
  await undo()
  await command(page, 'add a lead')
  await setField(page, 'Frames of lead', '5')
  await page.getByText('scene 1 to 105').waitFor()
  await page.getByRole('button', { name: 'Add the lead' }).click()
  await becomes('Ferry', 'position.x', [10, 15, 25, 45, 46])
  await undo()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
})

test('auto-key keys a change by hand and leaves an anchor', async () => {
  await page.keyboard.press('a')
  await setField(page, 'Frame', '30')
  assert.equal(await marker('position.y'), 'still')
  await setField(page, 'Position Y', '5')
  await becomes('Ferry', 'position.y', [1, 30])
  const y = await server.samples(id, 'Ferry', 'position.y')
  assert.deepEqual([y.get(1), y.get(30)], [1, 5])
  assert.match(await page.getByRole('button', { name: 'Auto-key' }).getAttribute('class'), /\bon\b/)
  // On the stage as well: the green handle points up from the box.
  await page.keyboard.press('2')
  await setField(page, 'Frame', '45')
  await page.keyboard.press('f')
  // The camera glides there; then the stage draws once more, with all its pixels.
  await stageRested(page)
  const isGreen = (r, g, b) => g > 180 && r < 190 && b < 120 && g - r > 50
  const pixels = await until(
    () => stagePixels(page),
    (png) => middleOf(png, isGreen).count > 5,
    'the green handle',
  )
  // Of the two arrows on the axis, the upper one.
  const { y: middle } = middleOf(pixels, isGreen)
  const upper = PNG.sync.read(PNG.sync.write(pixels))
  upper.data.fill(0, Math.ceil(middle) * upper.width * 4)
  const green = middleOf(upper, isGreen)
  const canvas = await page.locator('.stage-canvas').boundingBox()
  const grip = { x: canvas.x + 10 + green.x, y: canvas.y + 60 + green.y }
  await drag(
    grip,
    { x: grip.x, y: grip.y - 60 },
    {
      over: () => page.locator('.stage-told', { hasText: 'Y +' }).waitFor(),
    },
  )
  const keyed = await until(
    () => frames('Ferry', 'position.y'),
    (now) => now.length === 3,
    'the key set by the handle',
  )
  assert.deepEqual(keyed, [1, 30, 45])
  assert.ok((await server.samples(id, 'Ferry', 'position.y')).get(45) > 5)
  await page.keyboard.press('a')
  for (let i = 0; i < 2; i++) await undo()
  await becomes('Ferry', 'position.y', [])
})

test('values are locked, copied, made still and reset from their menu', async () => {
  const menu = async (channel, item) => {
    await page.locator(`[data-channel="${channel}"] .value-name`).click()
    await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: item }).first().click()
  }
  await setField(page, 'Frame', '20')
  await menu('position.x', 'Lock')
  await until(
    () => page.getByLabel('Position X', { exact: true }).isDisabled(),
    (now) => now,
    'the locked field',
  )
  await drag(await keyAt(20, 'Position X'), await keyAt(26, 'Position X'))
  await page.getByRole('alert').getByText('is locked').waitFor()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
  await menu('position.x', 'Unlock')
  await menu('position.x', 'Copy the value')
  await menu('position.y', 'Paste the value')
  await until(
    () => server.samples(id, 'Ferry', 'position.y'),
    (now) => now.get(1) === 4,
    'the pasted value',
  )
  await menu('position.y', 'Reset')
  await until(
    () => server.samples(id, 'Ferry', 'position.y'),
    (now) => now.get(1) === 0,
    'the default',
  )
  await menu('position.x', 'Remove keys, keep the value')
  await becomes('Ferry', 'position.x', [])
  assert.equal((await server.samples(id, 'Ferry', 'position.x')).get(90), 4)
  await undo()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
})

test('several objects get the same change', async () => {
  await lane('Barge').click()
  await page.keyboard.down('Shift')
  await lane('Ferry').click()
  await page.keyboard.up('Shift')
  await setField(page, 'Position Z', '2')
  await until(
    async () => [
      (await server.samples(id, 'Ferry', 'position.z')).get(1),
      (await server.samples(id, 'Barge', 'position.z')).get(1),
    ],
    ([ferry, barge]) => ferry === 2 && barge === 2,
    'the same value',
  )
  await page.getByRole('radio', { name: 'the same change' }).click()
  await setField(page, 'Rotation Y', '30')
  await setField(page, 'Position Z', '+=1')
  await until(
    async () => [
      (await server.samples(id, 'Ferry', 'position.z')).get(1),
      (await server.samples(id, 'Barge', 'position.z')).get(1),
    ],
    ([ferry, barge]) => ferry === 3 && barge === 3,
    'one more for each',
  )
  await page.getByRole('radio', { name: 'the same value' }).click()
})

test('an object that is made to move with another keeps its place at its keys', async () => {
  const world = () => server.samples(id, 'Barge', 'position.x', { world: 'true' })
  const before = await world()
  await lane('Barge').click()
  await page.getByText('and keeps its place at its key').waitFor()
  await page.getByLabel('Parent').selectOption('Ferry')
  await until(file, (now) => now.objects.find(({ name }) => name === 'Barge').parent === 'Ferry', 'the parent')
  assert.ok(Math.abs((await world()).get(60) - before.get(60)) < 1e-9)
  await undo()
  await until(file, (now) => now.objects.find(({ name }) => name === 'Barge').parent === undefined, 'no parent')
})

test('selected objects get a name, and their lanes are shown alone', async () => {
  await lane('Barge').click()
  await command(page, 'name the selected objects')
  await page.getByLabel('Name of the selection').fill('Slow boats')
  await page.getByLabel('Name of the selection').press('Enter')
  await until(file, (now) => now.selections?.[0]?.objects[0] === 'Barge', 'the named selection')
  await page.getByRole('button', { name: 'Lanes shown' }).click()
  await page.getByLabel('Show only the lanes of Slow boats').click()
  await page.keyboard.press('Escape')
  await until(
    () => page.locator('.head.object').allInnerTexts(),
    (now) => now.length === 1 && now[0].startsWith('Barge'),
    'only the barge',
  )
  await page.getByRole('button', { name: 'Lanes shown' }).click()
  await page.getByText('Show all lanes').click()
  await page.keyboard.press('Escape')
  await page.locator('.head.object', { hasText: 'Ferry' }).waitFor()
})

test('a lane is dragged to another place', async () => {
  await page.getByRole('button', { name: 'Close Barge' }).click()
  const [barge, ferry] = [
    await page.locator('.head.object', { hasText: 'Barge' }).boundingBox(),
    await page.locator('.head.object', { hasText: 'Ferry' }).boundingBox(),
  ]
  await drag({ x: barge.x + 60, y: barge.y + 12 }, { x: ferry.x + 60, y: ferry.y + 2 })
  await until(file, (now) => now.objects[0].name === 'Barge', 'the new order')
  await undo()
  await until(file, (now) => now.objects[0].name === 'Ferry', 'the old order')
})

test('the desk works with the keyboard alone, and tells what it does', async () => {
  await page.keyboard.press('Escape')
  await page.locator('canvas.lanes').focus()
  const said = () => page.locator('.desk .beside [role=status]').textContent()
  for (let i = 0; i < 12 && !(await said()).startsWith('Ferry, Position X'); i++) await page.keyboard.press('ArrowDown')
  assert.equal(await said(), 'Ferry, Position X, 4 keys')
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowRight')
  assert.equal(await said(), 'Ferry Position X, key at frame 20, value 4, in clamped, out clamped')
  await page.keyboard.press('Space')
  assert.match(await said(), /, selected$/)
  await selected(1)
  await page.keyboard.press('.')
  await becomes('Ferry', 'position.x', [10, 21, 40, 41])
  await page.keyboard.press('Delete')
  await becomes('Ferry', 'position.x', [10, 40, 41])
  await undo()
  await undo()
  await becomes('Ferry', 'position.x', [10, 20, 40, 41])
})

test('panels, bar and desk pass axe with keys selected', async () => {
  await lane('Ferry').click()
  await command(page, 'select all keys')
  await page.getByLabel('Selected keys', { exact: true }).waitFor()
  const { violations } = await new AxeBuilder({ page }).analyze()
  assert.deepEqual(
    violations.map(({ id: rule, nodes }) => [rule, nodes.map(({ html }) => html.slice(0, 120))]),
    [],
  )
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
