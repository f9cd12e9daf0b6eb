import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, deskPoint, Desk, drag, setField, until } from './harness.mjs'
import { becomes, framesOf, twoBoats } from './twoBoats.mjs'
import { faultsOf } from './readable.mjs'

// The life of keys: selected, dragged, scaled, copied, pasted, held, deleted, with mouse and keyboard.
let desk, page
const selected = (count) => page.getByText(new RegExp(`^${count} of `)).waitFor()

before(async () => {
  desk = await Desk.open(twoBoats)
  page = desk.page
  await desk.lane('Ferry').click()
  await page.locator('.head', { hasText: 'Position X' }).waitFor()
})

after(() => desk.close())

test('a key is dragged, told of while it is, and dragged with what follows', async () => {
  await drag(page, await deskPoint(page, 20, 'Position X'), await deskPoint(page, 26, 'Position X'), {
    over: () => page.getByText('20 → 26 (+6)').waitFor(),
  })
  await becomes(desk, 'Ferry', 'position.x', [10, 26, 40, 41])
  await selected(1)
  await drag(page, await deskPoint(page, 26, 'Position X'), await deskPoint(page, 20, 'Position X'), {
    keys: ['Shift'],
  })
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 34, 35])
  await desk.undo()
  await desk.undo()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
})

test('Escape ends a drag and nothing has happened', async () => {
  const { position } = await desk.scene()
  await drag(page, await deskPoint(page, 20, 'Position X'), await deskPoint(page, 30, 'Position X'), {
    over: () => page.keyboard.press('Escape'),
  })
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
  assert.equal((await desk.scene()).position, position)
})

test('a box selects keys, and its bracket scales them without losing the close pair', async () => {
  const from = await deskPoint(page, 5, 'Position X')
  const to = await deskPoint(page, 50, 'Position X')
  await drag(page, { x: from.x, y: from.y - 9 }, { x: to.x, y: to.y + 9 })
  await selected(4)
  const side = await deskPoint(page, 41, 'Position X')
  const target = await deskPoint(page, 25, 'Position X')
  await drag(
    page,
    { x: side.x + 10, y: side.y },
    { x: target.x + 10, y: side.y },
    { over: () => page.getByText('41 → 25').waitFor() },
  )
  // 10, 20, 40 and 41 about 10 at 15/31: 10, 14.8…, 24.5… and 25; on whole frames 10, 15, 25 and 25.
  await page.getByText('A key would land on another, at frame 25.').waitFor()
  await page.getByRole('button', { name: 'Keep both, a sub-frame apart' }).click()
  const now = await until(
    () => framesOf(desk, 'Ferry', 'position.x'),
    (found) => found.length === 4 && found[1] === 15,
    'the scaled keys',
  )
  assert.equal(now[0], 10)
  assert.equal(now[2], 25)
  assert.equal(now[3], `tick ${25 * 29_400_000 + 1}`)
  await selected(4)
  await desk.undo()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
  // They are selected as before; a click takes one of them.
  await selected(4)
  const first = await deskPoint(page, 10, 'Position X')
  await page.mouse.click(first.x, first.y)
  await selected(1)
})

test('where keys meet it asks, and stops or replaces as told', async () => {
  await drag(page, await deskPoint(page, 10, 'Position X'), await deskPoint(page, 20, 'Position X'))
  await page.getByText('A key would land on another, at frame 20.').waitFor()
  await page.getByRole('button', { name: 'Stop' }).click()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
  await drag(page, await deskPoint(page, 10, 'Position X'), await deskPoint(page, 20, 'Position X'))
  await page.getByRole('button', { name: 'Replace what stands there' }).click()
  await becomes(desk, 'Ferry', 'position.x', [20, 40, 41])
  assert.equal((await desk.samples('Ferry', 'position.x')).get(20), 0)
  await desk.undo()
})

test('Alt drags a copy', async () => {
  await drag(page, await deskPoint(page, 20, 'Position X'), await deskPoint(page, 30, 'Position X'), { keys: ['Alt'] })
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 30, 40, 41])
  await desk.undo()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
})

test('keys are copied and pasted at the playhead, on another object, and mirrored', async () => {
  const first = await deskPoint(page, 10, 'Position X')
  await page.mouse.click(first.x, first.y)
  const last = await deskPoint(page, 41, 'Position X')
  await page.keyboard.down('Shift')
  await page.mouse.click(last.x, last.y)
  await page.keyboard.up('Shift')
  await selected(4)
  await page.keyboard.press('Control+c')
  await setField(page, 'Frame', '60')
  await desk.lane('Barge').click()
  // The key of the barge at 60 is in the way of the first one pasted.
  await page.keyboard.press('Control+v')
  await page.getByRole('button', { name: 'Replace what stands there' }).click()
  await becomes(desk, 'Barge', 'position.x', [60, 70, 90, 91])
  const barge = await desk.samples('Barge', 'position.x')
  const ferry = await desk.samples('Ferry', 'position.x')
  for (const frame of [10, 13, 20, 30, 41]) assert.ok(Math.abs(barge.get(frame + 50) - ferry.get(frame)) < 1e-12)
  await desk.undo()
  await becomes(desk, 'Barge', 'position.x', [60])

  await page.getByRole('button', { name: 'Close Barge' }).click()
  await desk.lane('Ferry').click()
  await setField(page, 'Frame', '50')
  await command(page, 'paste keys mirrored')
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41, 50, 51, 71, 81])
  const both = await desk.samples('Ferry', 'position.x')
  for (const away of [0, 3, 10, 21, 30])
    assert.ok(Math.abs(both.get(81 - away) - both.get(10 + away)) < 1e-9, `mirrored ${away}`)
  await desk.undo()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
})

test('several keys take a frame and a value by typing, and are nudged', async () => {
  await command(page, 'select all keys')
  await selected(4)
  await setField(page, 'Frame of the selected keys', '15')
  await becomes(desk, 'Ferry', 'position.x', [15, 25, 45, 46])
  await page.getByLabel('Value of the selected keys').click()
  await page.getByLabel('Value of the selected keys').fill('+=10')
  await page.getByLabel('Value of the selected keys').press('Enter')
  await until(
    () => desk.samples('Ferry', 'position.x'),
    (now) => now.get(15) === 10 && now.get(25) === 14,
    'values ten higher',
  )
  await page.keyboard.press(',')
  await becomes(desk, 'Ferry', 'position.x', [14, 24, 44, 45])
  await command(page, 'invert the selection of keys')
  await page.getByText(/^4 of /).waitFor({ state: 'detached' })
  for (let i = 0; i < 3; i++) await desk.undo()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
})

test('keys between frames are put on frames, and it says which give way', async () => {
  await page.keyboard.press('Escape')
  const at = await deskPoint(page, 41, 'Position X')
  await desk.lane('Ferry').click()
  await page.mouse.click(at.x, at.y)
  await page.getByLabel('Whole frames').uncheck()
  await setField(page, 'Frame of the selected keys', '40.4')
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 40.4])
  await command(page, 'put the selected keys on whole frames')
  // Unless it is told to give way, it keeps a frame's distance.
  await page.getByText('1 key stands between frames.', { exact: true }).waitFor()
  await page.getByText('The latest').click()
  await page.getByText('1 key stands between frames. 1 key would meet others on a frame and give way.').waitFor()
  await page.getByRole('button', { name: 'Put on frames' }).last().click()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40])
  assert.equal((await desk.samples('Ferry', 'position.x')).get(40), 3)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
  const back = await deskPoint(page, 41, 'Position X')
  await page.mouse.click(back.x, back.y)
  await page.getByLabel('Whole frames').check()
})

test('a pose is held, and a lead is added', async () => {
  await desk.lane('Ferry').click()
  await setField(page, 'Frame', '20')
  await command(page, 'hold the pose')
  await setField(page, 'Held until frame', '32')
  await page.getByRole('button', { name: 'Hold', exact: true }).click()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 32, 52, 53])
  const held = await desk.samples('Ferry', 'position.x')
  for (let frame = 20; frame <= 32; frame++) assert.equal(held.get(frame), 4)
  await desk.undo()
  await command(page, 'add a lead')
  await setField(page, 'Frames of lead', '5')
  await page.getByText('scene 1 to 105').waitFor()
  await page.getByRole('button', { name: 'Add the lead' }).click()
  await becomes(desk, 'Ferry', 'position.x', [10, 15, 25, 45, 46])
  await desk.undo()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
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
  await becomes(desk, 'Ferry', 'position.x', [10, 21, 40, 41])
  await page.keyboard.press('Delete')
  await becomes(desk, 'Ferry', 'position.x', [10, 40, 41])
  await desk.undo()
  await desk.undo()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
})

test('panels, bar and desk pass axe with keys selected', async () => {
  await desk.lane('Ferry').click()
  await command(page, 'select all keys')
  await page.getByLabel('Selected keys', { exact: true }).waitFor()
  assert.deepEqual(await faultsOf(page), [])
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
