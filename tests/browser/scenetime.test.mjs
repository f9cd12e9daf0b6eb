import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { browse, command, deskPoint, open, Server, setField, until } from './harness.mjs'

// Stretching time, inserting and removing frames, bookmarks, the overview, scrubbing.
let server, browser, context, page
const scene = () => server.get('/api/scenes/1')
const frame = async () => Number(await page.locator('canvas.ruler').getAttribute('aria-valuenow'))
const view = () => page.evaluate(() => JSON.parse(document.querySelector('.desk').dataset.view))
const timeMenu = async (item) => {
  await page.getByRole('button', { name: 'Time', exact: true }).click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: item }).first().click()
}
const undo = async (wanted) => {
  await page.keyboard.press('Control+z')
  await until(scene, (now) => now.position === wanted, 'the undo')
}

before(async () => {
  server = await new Server('demo').start()
  ;({ browser, context } = await browse())
  page = await open(context, `${server.address}/scenes/1`)
  await page.locator('.head.object').first().waitFor()
})

after(async () => {
  await browser.close()
  await server.dispose()
})

test('the whole scene is made twice as long, in one step', async () => {
  const before = await server.samples(1, 'Ferry', 'position.x')
  await timeMenu('Stretch time…')
  await setField(page, 'Speed in percent', '50')
  await page.getByText('All 144 keys land on frames').waitFor()
  // From the first pose to the last: 239 steps of a frame become 478. By how long it plays it is 480 frames.
  await page.getByText('10.00 s become 19.96 s').waitFor()
  await page.getByLabel('measured').selectOption('by how long it plays')
  await setField(page, 'Speed in percent', '50')
  await page.getByText('10.00 s become 20.00 s').waitFor()
  await page.getByLabel('measured').selectOption('from the first pose to the last')
  await setField(page, 'Speed in percent', '50')
  await page.getByText('10.00 s become 19.96 s').waitFor()
  await page.getByRole('button', { name: 'Stretch', exact: true }).click()
  await until(scene, (now) => now.range[1] === 479, 'the longer scene')
  const after = await server.samples(1, 'Ferry', 'position.x')
  // Frame 1 stays: what was on frame 1 + n is on 1 + 2n.
  for (const n of [0, 23, 60, 120, 191])
    assert.ok(Math.abs(after.get(1 + 2 * n) - before.get(1 + n)) < 1e-9, `frame ${n}`)
  assert.equal((await scene()).keys, 144)
  await undo(0)
  assert.deepEqual(await server.samples(1, 'Ferry', 'position.x'), before)
})

test('a part is stretched, and the keys that would fall between frames are counted first', async () => {
  const before = await server.samples(1, 'Ferry', 'position.x')
  await timeMenu('Stretch time…')
  await page.getByText('A part.').click()
  await setField(page, 'Part starts at', '86')
  await setField(page, 'Part ends at', '140')
  await setField(page, 'Length in frames', '72')
  await page.getByText(/\d+ of 144 keys would stand between frames/).waitFor()
  await page.getByRole('button', { name: 'Stretch', exact: true }).click()
  await until(scene, (now) => now.range[1] === 258, 'the longer scene')
  const after = await server.samples(1, 'Ferry', 'position.x')
  assert.equal(after.get(86), before.get(86))
  assert.ok(Math.abs(after.get(192 + 18) - before.get(192)) < 1e-9, 'the end is pushed along')
  await undo(0)
})

test('frames are inserted and removed, for all and for the selected', async () => {
  const before = await server.samples(1, 'Ferry', 'position.x')
  await setField(page, 'Frame', '87')
  await timeMenu('Insert frames…')
  await setField(page, 'How many frames', '10')
  await page.getByRole('button', { name: 'Insert frames' }).click()
  await until(scene, (now) => now.range[1] === 250, 'ten frames more')
  assert.equal((await server.samples(1, 'Ferry', 'position.x')).get(202), before.get(192))
  await undo(0)

  await page.getByPlaceholder('Find a lane…').fill('ferry')
  await page.getByRole('button', { name: 'Ferry', exact: true }).click()
  await page.getByPlaceholder('Find a lane…').fill('')
  await timeMenu('Remove frames…')
  await setField(page, 'How many frames', '60')
  await page.getByText('Those of the selected objects.').click()
  const file = await server.get('/api/scenes/1/file')
  const ferry = file.objects.find((object) => object.name === 'Ferry')
  const keys = Object.values(ferry.channels).flatMap((channel) => channel.keys ?? [])
  const standing = keys.filter((key) => key.frame >= 87 && key.frame < 147).length
  await page.getByText(`${standing} keys stand in these frames`).waitFor()
  await page.getByText('144 of 144 keys stay').waitFor()
  await page.locator('.ask').getByText('Delete.').click()
  await page.getByText(`${144 - standing} of 144 keys stay`).waitFor()
  await page.locator('.ask').getByText('Keep.').click()
  await page.getByText('144 of 144 keys stay').waitFor()
  await page.getByRole('button', { name: 'Remove frames' }).click()
  await until(scene, (now) => now.position === 1, 'the removal')
  assert.equal((await scene()).keys, 144)
  assert.equal((await server.samples(1, 'Ferry', 'position.x')).get(132), before.get(192))
  await undo(0)
})

test('bookmarks are set, gone to, changed and deleted', async () => {
  await setField(page, 'Frame', '86')
  await page.keyboard.press('b')
  await page.getByLabel("Bookmark's name").fill('Passes the pier')
  await page.getByLabel("Bookmark's name").press('Enter')
  await until(scene, (now) => now.position === 1, 'the bookmark')
  await setField(page, 'Frame', '120')
  await page.keyboard.press('Shift+ArrowLeft')
  await until(frame, (now) => now === 86, 'the bookmarked frame')
  await setField(page, 'Frame', '30')
  const at = await deskPoint(page, 86)
  await page.mouse.click(at.x + 4, at.y + 7)
  await until(frame, (now) => now === 86, 'the frame of the ribbon')
  await page.mouse.dblclick(at.x + 4, at.y + 7)
  await page.getByLabel("Bookmark's name").fill('Pier')
  await page.getByLabel("Bookmark's name").press('Enter')
  await timeMenu('Pier')
  const file = await server.get('/api/scenes/1/file')
  assert.deepEqual(file.bookmarks, [{ name: 'Pier', frame: 86 }])
  await page.mouse.dblclick(at.x + 4, at.y + 7)
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await until(
    () => server.get('/api/scenes/1/file'),
    (now) => now.bookmarks === undefined,
    'no bookmark',
  )
  await page.locator('.modal:visible').waitFor({ state: 'detached' })
})

test('the ends of the ranges are dragged on the overview', async () => {
  const strip = await page.locator('canvas.overview').boundingBox()
  // The strip shows the scene range with a margin of 3 % and one frame.
  const margin = 240 * 0.03 + 1
  const x = (at) => strip.x + ((at - 1 + margin) / (239 + 2 * margin)) * strip.width
  const pull = async (from, to, y) => {
    await page.mouse.move(x(from), strip.y + y)
    await page.mouse.down()
    await page.mouse.move(x(to), strip.y + y, { steps: 5 })
    await page.mouse.up()
  }
  const { position } = await scene()
  // Given up half-way, it is as if it had not begun.
  const shown = () => page.getByLabel("Work range's last frame").inputValue()
  await page.mouse.move(x(192), strip.y + 8)
  await page.mouse.down()
  await page.mouse.move(x(150), strip.y + 8, { steps: 5 })
  await until(shown, (text) => text === '150', 'the end in the hand')
  await page.keyboard.press('Escape')
  await until(shown, (text) => text === '192', 'the end as it was')
  await page.mouse.move(x(140), strip.y + 8)
  await page.mouse.up()
  assert.equal((await scene()).position, position)
  await pull(192, 150, 8)
  await until(scene, (now) => now.work[1] === 150, 'the work range')
  await pull(240, 200, 3)
  await until(scene, (now) => now.range[1] === 200, 'the scene range')
  await page.getByText(/[1-9]\d* keys? beyond the scene range, not played/).waitFor()
  await undo(position + 1)
  await undo(position)
})

test('the playhead is taken by its flag on the first and the last frame too, and the ranges stay', async () => {
  const before = await scene()
  for (const [key, edge, to] of [
    ['Home', before.work[0], 48],
    ['End', before.work[1], 144],
  ]) {
    await page.keyboard.press(key)
    await until(frame, (now) => now === edge, 'the edge of the range')
    // On both halves of the flag, where the ends of the two ranges are.
    for (const y of [4, 13]) {
      const [from, target] = [await deskPoint(page, edge), await deskPoint(page, to)]
      const top = from.y - 12
      await page.mouse.move(from.x, top + y)
      await page.mouse.down()
      await page.mouse.move(target.x, top + y, { steps: 4 })
      await until(frame, (now) => now === to, 'the playhead under the mouse')
      await page.mouse.up()
      await page.keyboard.press(key)
    }
  }
  await page.mouse.move((await deskPoint(page, 60)).x, (await deskPoint(page, 60)).y)
  await page.mouse.down()
  await until(frame, (now) => now === 60, 'frame 60')
  await page.keyboard.press('Escape')
  await page.mouse.up()
  assert.equal(await frame(), before.work[1])
  const after = await scene()
  assert.deepEqual([after.position, after.range, after.work], [before.position, before.range, before.work])
})

test('Alt scrubs anywhere on the desk, and Shift snaps to keys', async () => {
  const from = await deskPoint(page, 40, 'Position Z')
  const to = await deskPoint(page, 84, 'Position Z')
  await page.keyboard.down('Alt')
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await until(frame, (now) => now === 40, 'frame 40')
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await until(frame, (now) => now === 84, 'frame 84')
  await page.keyboard.down('Shift')
  await page.mouse.move(to.x + 1, to.y)
  await until(frame, (now) => now === 86, "the ferry's key at 86")
  await page.mouse.up()
  await page.keyboard.up('Shift')
  await page.keyboard.up('Alt')
})

test('two fingers zoom the desk', async () => {
  const shown = await view()
  const box = await page.locator('canvas.lanes').boundingBox()
  const line = await context.newCDPSession(page)
  const y = box.y + 100
  const touch = (type, ...xs) =>
    line.send('Input.dispatchTouchEvent', { type, touchPoints: xs.map((x, id) => ({ x: box.x + x, y, id })) })
  await touch('touchStart', 400)
  await touch('touchStart', 400, 500)
  await touch('touchMove', 350, 550)
  await touch('touchMove', 300, 600)
  await touch('touchEnd')
  const now = await until(view, (v) => v.last - v.first < (shown.last - shown.first) * 0.5, 'a closer look')
  const middle = (v) => v.first + ((v.last - v.first) * 450) / box.width
  assert.ok(Math.abs(middle(now) - middle(shown)) < 1, 'about the point between the fingers')
  await command(page, 'show all frames')
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
