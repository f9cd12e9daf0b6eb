import assert from 'node:assert/strict'
import { readFile } from 'node:fs/promises'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { Desk, deskPoint, drag, ferryScene, setField, until } from './harness.mjs'

// Notes on reels with a pen and in words, contact sheets, one picture alone, and curves of now against those of a reel.
let desk, page, reel
const keys = { 1: -3, 12: 3 }
const marks = async () => desk.server.get(`/api/reels/${reel.id}/marks`)
const notes = async () => desk.server.get(`/api/scenes/${desk.id}/reels/notes`)
const frame = () => page.getByLabel('Frame', { exact: true }).textContent()
const moreOf = async (words) => {
  await page.getByRole('button', { name: 'More of Reel 1' }).click()
  await page.getByRole('menuitem', { name: words, exact: true }).click()
}
/** A place on the picture, in shares of it. */
async function on(x, y) {
  const box = await page.locator('.paper').boundingBox()
  return { x: box.x + x * box.width, y: box.y + y * box.height }
}
const counted = (count) => until(marks, (now) => now.length === count, `${count} marks`)
/** How many pixels of the picture are in the pen's yellow. */
async function yellow() {
  const png = PNG.sync.read(await page.locator('.screen').screenshot())
  let found = 0
  for (let i = 0; i < png.data.length; i += 4)
    if (png.data[i] > 240 && png.data[i + 1] > 210 && png.data[i + 2] < 100) found++
  return found
}
async function shoot(span) {
  await page.keyboard.press('Shift+R')
  await page.getByRole('dialog', { name: 'Shoot a reel' }).waitFor()
  await page.getByLabel('Which frames').selectOption(span)
  await setField(page, 'Pixels across', '160')
  await setField(page, 'Pixels down', '90')
}

before(async () => {
  desk = await Desk.open({ ...ferryScene('Notes', keys), range: [1, 12] })
  page = desk.page
  await shoot('scene')
  await page.getByRole('button', { name: 'Shoot', exact: true }).click()
  await page.getByRole('button', { name: 'Look at it' }).click()
  await page.locator('.screen[data-place]').waitFor()
  const list = await desk.server.get(`/api/scenes/${desk.id}/reels`)
  reel = list.reels[0]
})
after(() => desk.close())

test('a stroke is drawn where the hand went, on its frame only; Escape gives one up', async () => {
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('p')
  await page.getByRole('toolbar', { name: 'Pen' }).waitFor()
  const bare = await yellow()
  const through = [await on(0.4, 0.3), await on(0.5, 0.6)]
  await drag(page, await on(0.2, 0.2), await on(0.7, 0.7), {
    over: async () => {
      for (const { x, y } of through) await page.mouse.move(x, y, { steps: 5 })
    },
  })
  const [stroke] = await counted(1)
  assert.equal(stroke.frame, 5)
  assert.equal(stroke.mark.kind, 'stroke')
  const { points } = stroke.mark
  assert.ok(Math.abs(points[0] - 0.2) < 0.01 && Math.abs(points[1] - 0.2) < 0.01, `${points.slice(0, 2)}`)
  for (const [x, y] of [
    [0.7, 0.7],
    [0.4, 0.3],
    [0.5, 0.6],
  ])
    assert.ok(
      points.some((at, i) => i % 2 === 0 && Math.hypot(at - x, points[i + 1] - y) < 0.02),
      `${x} ${y}`,
    )
  const drawn = await yellow()
  assert.ok(drawn > bare + 300, `${bare} ${drawn}`)
  const { x, y } = await on(0.3, 0.8)
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 90, y, { steps: 5 })
  assert.ok((await yellow()) > drawn, 'the line under the hand')
  await page.keyboard.press('Escape')
  await until(yellow, (now) => now === drawn, 'the stroke given up')
  await page.mouse.up()
  await page.keyboard.press('ArrowRight')
  await until(yellow, (now) => Math.abs(now - bare) < 60, 'a picture without it')
  await page.keyboard.press('ArrowLeft')
  await until(yellow, (now) => now === drawn, 'the stroke again')
  assert.equal((await marks()).length, 1)
})

test('arrows, text and remarks; undo and redo; rubbing out', async () => {
  await page.getByRole('button', { name: 'Arrow' }).click()
  await drag(page, await on(0.8, 0.8), await on(0.6, 0.6))
  await page.getByRole('button', { name: 'Text', exact: true }).click()
  const at = await on(0.1, 0.8)
  await page.mouse.click(at.x, at.y)
  await page.keyboard.type('lower')
  await page.keyboard.press('Shift+Enter')
  await page.keyboard.type('here')
  await page.keyboard.press('Enter')
  await page.getByLabel('Remark on this frame').fill('Too late')
  await page.keyboard.press('Enter')
  const all = await counted(4)
  assert.deepEqual(
    all.map(({ mark }) => [mark.kind, mark.words]),
    [
      ['stroke', ''],
      ['arrow', ''],
      ['text', 'lower\nhere'],
      ['remark', 'Too late'],
    ],
  )
  await page.locator('.notes').getByText('Too late').waitFor()
  for (const left of [3, 2, 1]) {
    await page.keyboard.press('Control+z')
    await counted(left)
  }
  for (const there of [2, 3, 4]) {
    await page.keyboard.press('Control+Shift+z')
    await counted(there)
  }
  await page.getByRole('button', { name: 'Rub out', exact: true }).click()
  const tail = await on(0.7, 0.7)
  await page.mouse.click(tail.x, tail.y)
  const left = await counted(3)
  assert.ok(!left.some(({ mark }) => mark.kind === 'arrow'))
  await page.keyboard.press('Control+z')
  await counted(4)
  await page.keyboard.press('Escape')
  await page.locator('.paper').waitFor({ state: 'detached' })
})

test('what was done here is taken back after a look at the desk, after a reload, and once the server is back', async () => {
  const pages = page.getByRole('navigation', { name: 'Pages of the scene' })
  /** The page knows what was done on it once it knows its scene. */
  const back = async () => {
    await page.locator('.screen[data-place]').waitFor()
    await page.waitForFunction(() => document.title.startsWith('Reels of Notes'))
  }
  await page.getByLabel('Remark on this frame').fill('For a while')
  await page.keyboard.press('Enter')
  await counted(5)
  await pages.getByRole('link', { name: 'Animate' }).click()
  await page.locator('.desk').waitFor()
  await pages.getByRole('link', { name: 'Reels' }).click()
  await back()
  // It stands on its own frame.
  await page.keyboard.press('Control+ArrowRight')
  await page.locator('.notes').getByText('For a while').waitFor()
  await page.keyboard.press('Control+z')
  await counted(4)
  await page.locator('.notes').getByText('For a while').waitFor({ state: 'detached' })
  await page.reload()
  await back()
  await page.keyboard.press('Control+Shift+z')
  await counted(5)
  await page.keyboard.press('Control+ArrowRight')
  await page.locator('.notes').getByText('For a while').waitFor()
  // What could not be done can still be done.
  await desk.server.kill()
  await page.keyboard.press('Control+z')
  await page.getByText('The server does not answer. Is it still running?').waitFor()
  await desk.server.start()
  await page.keyboard.press('Control+z')
  await counted(4)
  await page.getByText('Undone: a remark on frame').first().waitFor()
})

test('another tab has nothing of it to take back', async () => {
  const other = await desk.context.newPage()
  await other.goto(page.url())
  await other.waitForFunction(() => document.title.startsWith('Reels of Notes'))
  await other.keyboard.press('Control+z')
  await other.getByText('Nothing to undo here.').waitFor()
  await other.close()
  assert.equal((await marks()).length, 4)
})

test('notes stand on the ruler of the reel, and Ctrl with an arrow goes to the next', async () => {
  await page.keyboard.press('End')
  await page.getByLabel('Remark on this frame').fill('The end')
  await page.keyboard.press('Enter')
  await counted(5)
  await page.keyboard.press('Home')
  await page.keyboard.press('Control+ArrowRight')
  assert.equal(await frame(), '5')
  await page.keyboard.press('Control+ArrowRight')
  assert.equal(await frame(), '12')
  await page.keyboard.press('Control+ArrowRight')
  await page.getByText('No note further that way.').waitFor()
  await page.keyboard.press('Control+ArrowLeft')
  assert.equal(await frame(), '5')
  const ruler = await page.getByRole('slider', { name: 'Frame of the reel' }).boundingBox()
  await page.mouse.click(ruler.x + ruler.width - 10, ruler.y + ruler.height - 4)
  assert.equal(await frame(), '12')
})

test('while the server is away a mark waits here, and is kept once', async () => {
  await desk.server.kill()
  await page.getByLabel('Remark on this frame').fill('While it was away')
  await page.keyboard.press('Enter')
  await page.getByText('What you drew is kept here until it is back.').waitFor()
  await desk.server.start()
  const all = await counted(6)
  assert.equal(all.filter(({ mark }) => mark.words === 'While it was away').length, 1)
  await page.locator('.note', { hasText: 'While it was away' }).getByRole('button', { name: 'Rub out' }).click()
  await counted(5)
})

test('a contact sheet has its pictures in rows, each in its place', async () => {
  await moreOf('Save a contact sheet…')
  await setField(page, 'Columns', '3')
  await setField(page, 'Rows', '2')
  await setField(page, 'Pixels across a picture', '160')
  await page.getByText('6 pictures on').waitFor()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save', exact: true }).click(),
  ])
  const sheet = PNG.sync.read(await readFile(await download.path()))
  assert.ok(sheet.width > 3 * 160 && sheet.width < 3.4 * 160, `${sheet.width}`)
  // The last of the six is the reel's last picture; the first its first.
  const places = await desk.server.get(`/api/reels/${reel.id}/spread?count=6`)
  for (const [i, x, y] of [
    [0, 8, 22],
    [5, 8 + 2 * 168, 22 + 104],
  ]) {
    const answer = await fetch(`${desk.server.address}/api/reels/${reel.id}/pictures/${places[i]}`)
    const picture = PNG.sync.read(Buffer.from(await answer.arrayBuffer()))
    let off = 0
    for (let row = 30; row < 60; row++)
      for (let column = 60; column < 150; column++) {
        const [a, b] = [4 * (row * 160 + column), 4 * ((y + row) * sheet.width + x + column)]
        for (let channel = 0; channel < 3; channel++)
          off += Math.abs(picture.data[a + channel] - sheet.data[b + channel])
      }
    assert.ok(off / (30 * 90 * 3) < 3, `picture ${i} is off by ${off / (30 * 90 * 3)}`)
  }
})

test('the scene’s ruler shows the notes; a click goes there and leads to the reel', async () => {
  await page.getByRole('link', { name: 'Animate' }).click()
  await page.locator('.desk').waitFor()
  assert.deepEqual(
    (await notes()).map((each) => each.frame),
    [5, 12],
  )
  const { x, y } = await deskPoint(page, 5)
  await page.mouse.click(x, y + 8)
  await page.getByText('Reel 1: lower here · Too late').waitFor()
  assert.equal(await page.locator('canvas.ruler').getAttribute('aria-valuenow'), '5')
  await page.getByRole('button', { name: 'Look at it' }).click()
  await page.locator('.screen[data-place="4"]').waitFor()
  assert.equal(await frame(), '5')
})

test('curves of now are compared with those of then, and taken back', async () => {
  const { revision, objects } = await desk.scene()
  await desk.server.post(`/api/scenes/${desk.id}/edits`, {
    revision,
    edit: {
      edit: 'keyChannels',
      frame: 12,
      values: [{ object: objects[0].id, channel: 'position.x', value: 9 }],
      interpolation: 'linear',
    },
  })
  await moreOf('Compare the curves of now with those of then')
  await page.locator('.desk').waitFor()
  await page.getByText('when reel 1 was shot').waitFor()
  await desk.lane('Ferry').click()
  await desk.lane('Position X').waitFor()
  const head = page.locator('.head', { has: page.getByRole('button', { name: 'Position X', exact: true }) })
  const { x, y, height } = await head.boundingBox()
  await drag(page, { x: x + 100, y: y + height - 2 }, { x: x + 100, y: y + height + 130 })
  await head.and(page.locator('.tall')).waitFor()
  await page.getByRole('button', { name: 'Take back…' }).click()
  await desk.changing(() => page.getByRole('button', { name: 'Take back', exact: true }).click())
  const kept = await desk.keys('Ferry', 'position.x')
  assert.deepEqual(
    kept.map(({ frame: at, value }) => [at, value]),
    Object.entries(keys).map(([at, value]) => [Number(at), value]),
  )
  await page.getByRole('button', { name: 'Stop comparing' }).click()
})

test('one picture alone is saved as PNG, as the reel is shot', async () => {
  await shoot('frame')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save picture' }).click(),
  ])
  assert.match(download.suggestedFilename(), /^Notes \d+\.png$/)
  const png = PNG.sync.read(await readFile(await download.path()))
  assert.deepEqual([png.width, png.height], [160, 90])
  assert.deepEqual(page.faults, [])
})
