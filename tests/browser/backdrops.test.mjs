import assert from 'node:assert/strict'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import {
  Desk,
  drag,
  dropFiles,
  isBox,
  middleOf,
  open,
  restedPixels,
  setField,
  stagePixels,
  stageRested,
  until,
} from './harness.mjs'

// A plate stands behind a camera, a plan behind a view from above: chosen, dropped, set, shot, sent out and in.

let desk, page, folder
const chip = () => page.getByRole('button', { name: 'Background picture' })
const isRed = (r, g, b) => r > 170 && g < 70 && b < 70
const isBlue = (r, g, b) => b > 150 && r < 70 && g < 90

/** A picture of one colour with a square of another in it, at a place in shares of its size. */
function picture(name, width, height, ground, square, [left, top, right, bottom]) {
  const png = new PNG({ width, height })
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const isIn = x >= left * width && x < right * width && y >= top * height && y < bottom * height
      png.data.set([...(isIn ? square : ground), 255], (y * width + x) * 4)
    }
  const path = join(folder, name)
  writeFileSync(path, PNG.sync.write(png))
  return path
}

const red = [220, 20, 20]
const blue = [20, 40, 220]
/** Eight pictures, on each of which a red square stands an eighth farther right. */
const plates = () =>
  Array.from({ length: 8 }, (_, i) =>
    picture(`plate.${1001 + i}.png`, 320, 180, blue, red, [i / 8, 0.4, (i + 1) / 8, 0.6]),
  )

before(async () => {
  folder = mkdtempSync(join(tmpdir(), 'zesty-plates-'))
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Plate',
    rate: '24',
    range: [1, 24],
    objects: [
      { name: 'Eye', kind: 'camera', channels: { 'position.z': { value: 12 }, 'position.y': { value: 2 } } },
      { name: 'Post', kind: 'box', channels: { 'position.x': { value: 40 } } },
    ],
  })
  page = desk.page
})
after(async () => {
  await desk.close()
  rmSync(folder, { recursive: true })
})

const choose = (files, place) => page.getByLabel(`Pictures to stand behind ${place}`).setInputFiles(files)
const shows = (name) => page.locator(`.stage[data-behind="${name}"]`).waitFor()
const showsNothing = () =>
  until(
    async () => middleOf(await stagePixels(page), isBlue).count,
    (count) => count === 0,
    'nothing behind the view',
  )
/** Where the red square is across the blue of the picture, in shares of its width. */
async function squareAt() {
  const png = await restedPixels(page)
  const { x, count } = middleOf(png, isRed)
  assert.ok(count > 200, `${count} red pixels`)
  let [left, right] = [png.width, 0]
  for (let i = 0; i < png.data.length; i += 4) {
    const [r, g, b] = png.data.subarray(i, i + 3)
    if (!isRed(r, g, b) && !isBlue(r, g, b)) continue
    left = Math.min(left, (i / 4) % png.width)
    right = Math.max(right, (i / 4) % png.width)
  }
  return (x - left) / (right + 1 - left)
}
const near = (value, wanted, tolerance = 0.01) =>
  assert.ok(Math.abs(value - wanted) < tolerance, `${value}, wanted ${wanted}`)
const bytes = async () =>
  Buffer.from(await (await fetch(`${desk.server.address}/api/scenes/${desk.id}/file`)).arrayBuffer())

test('a numbered sequence begins with the scene, plays with its frames, and comes later when told', async () => {
  await chip().click()
  await desk.changing(() => choose(plates().toReversed(), 'Eye'))
  await shows('plate.1001.png')
  await page.getByText('plate.1001.png to plate.1008.png, 8 pictures').waitFor()
  await page.getByText('frames 1 to 8').waitFor()
  assert.equal(await page.getByLabel('Frames that the sequence comes later').inputValue(), '-1000')
  await page.keyboard.press('Escape')
  near(await squareAt(), 1 / 16)
  for (const [frame, name, at] of [
    [5, 'plate.1005.png', 9 / 16],
    [8, 'plate.1008.png', 15 / 16],
    // After the last one the last stays.
    [20, 'plate.1008.png', 15 / 16],
  ]) {
    await setField(page, 'Frame', String(frame))
    await shows(name)
    near(await squareAt(), at)
  }
  await chip().click()
  await desk.changing(() => setField(page, 'Frames that the sequence comes later', '-984'))
  await page.keyboard.press('Escape')
  await shows('plate.1004.png')
  near(await squareAt(), 7 / 16)
  await desk.undo()
  await shows('plate.1008.png')
  await setField(page, 'Frame', '1')
})

test('opacity is seen while it is dragged; Escape gives it up, and one undo takes it back', async () => {
  const kept = await bytes()
  const blueOf = async () => middleOf(await stagePixels(page), isBlue).count
  await chip().click()
  const field = page.getByLabel('Opacity of the picture')
  await field.waitFor()
  await stageRested(page)
  const whole = await blueOf()
  const box = await field.boundingBox()
  const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  const faint = () => until(blueOf, (count) => count < whole / 2, 'a fainter picture')
  await drag(
    page,
    from,
    { x: from.x - 240, y: from.y },
    {
      over: async () => {
        await faint()
        await page.keyboard.press('Escape')
        await until(blueOf, (count) => count > whole * 0.7, 'the picture as before')
      },
    },
  )
  // The menu is still open: Escape ended the drag alone.
  assert.equal(await field.inputValue(), '100 %')
  assert.deepEqual(await bytes(), kept)
  await desk.changing(() => drag(page, from, { x: from.x - 240, y: from.y }, { over: faint }))
  assert.notDeepEqual(await bytes(), kept)
  await desk.undo()
  assert.deepEqual(await bytes(), kept)
  await page.keyboard.press('Escape')
})

test('fitted, filled, hidden and removed; all of it is undone', async () => {
  const shareOf = async () => {
    const png = await restedPixels(page)
    return (middleOf(png, isBlue).count + middleOf(png, isRed).count) / (png.width * png.height)
  }
  const fitted = await shareOf()
  await chip().click()
  await desk.changing(() => page.getByRole('radio', { name: 'Fill the view' }).click())
  await page.keyboard.press('Escape')
  const filled = await shareOf()
  await chip().click()
  assert.ok(filled > fitted + 0.05, `${filled} of the view is covered, ${fitted} was`)
  await desk.changing(() => page.getByRole('checkbox', { name: 'Shown' }).click())
  await showsNothing()
  await desk.changing(() => page.getByRole('checkbox', { name: 'Shown' }).click())
  await desk.changing(() => page.getByRole('button', { name: 'Remove it' }).click())
  await showsNothing()
  await page.keyboard.press('Escape')
  for (let i = 0; i < 4; i++) await desk.undo()
  near(await shareOf(), fitted)
})

test('a plan dropped on a view from above lies in the scene where it is set', async () => {
  await page.getByRole('button', { name: 'Eye', exact: true }).first().click()
  await page.getByRole('menuitemradio', { name: 'Top' }).click()
  const path = picture('plan.png', 200, 100, blue, red, [0.75, 0, 1, 0.5])
  const { readFileSync } = await import('node:fs')
  await desk.changing(() =>
    dropFiles(page.locator('[data-view="0"]'), [{ name: 'plan.png', content: readFileSync(path) }]),
  )
  await shows('plan.png')
  await chip().click()
  await desk.changing(() => setField(page, 'Width of the picture', '8'))
  await desk.changing(() => setField(page, 'The middle of the picture, to the right', '1'))
  await desk.changing(() => setField(page, 'The middle of the picture, upwards', '2'))
  await page.keyboard.press('Escape')
  const png = await restedPixels(page)
  const [ground, square] = [middleOf(png, isBlue), middleOf(png, isRed)]
  // A box on the middle of the red quarter, which is 2 by 2: from 3 to 5 to the right, from 2 to 4 up, −z.
  const seen = async (x, z) => {
    await desk.changing(async () => {
      const { revision } = await desk.scene()
      const edit = {
        edit: 'setValues',
        values: [
          { object: 2, channel: 'position.x', value: x },
          { object: 2, channel: 'position.z', value: z },
        ],
      }
      await desk.server.post(`/api/scenes/${desk.id}/edits`, { revision, edit })
    })
    return middleOf(await restedPixels(page), isBox)
  }
  const box = await seen(4, -3)
  near(box.x, square.x, 3)
  near(box.y, square.y, 3)
  const pixelsPerUnit = Math.sqrt(square.count) / 2
  near(square.x - ground.x, pixelsPerUnit * (4 - (1 * 32 - 4 * 4) / 28), pixelsPerUnit * 0.2)
  await seen(40, 0)
  // Nearer in the view, the plan grows with the scene.
  const before = square.count
  const pane = await page.locator('[data-view="0"]').boundingBox()
  await page.mouse.move(pane.x + pane.width / 2, pane.y + pane.height / 2)
  await page.mouse.wheel(0, -300)
  await until(
    async () => middleOf(await stagePixels(page), isRed).count,
    (count) => count > before * 1.2,
    'a larger plan',
  )
})

test('what is no picture, or none of a sequence, is told, and nothing is changed', async () => {
  const { position } = await desk.scene()
  const told = (words) => page.locator('.notice').getByText(words).first().waitFor()
  const view = page.locator('[data-view="0"]')
  const text = (name, content) => ({ name, content: Buffer.from(content) })
  await dropFiles(view, [text('drawing.png', '<svg xmlns="http://www.w3.org/2000/svg"/>')])
  await told('this is no picture that is known')
  const whole = PNG.sync.write(new PNG({ width: 40, height: 40 }))
  await dropFiles(view, [text('broken.png', whole.subarray(0, whole.length - 20))])
  await told("the picture's file is damaged")
  // 20,000 by 10,000 pixels of nothing, in a small file.
  const huge = Buffer.from(whole)
  huge.writeUInt32BE(20_000, 16)
  huge.writeUInt32BE(10_000, 20)
  huge.writeUInt32BE(crc(huge.subarray(12, 29)), 29)
  await dropFiles(view, [text('huge.png', huge)])
  await told('20000 × 10000 pixels')
  await dropFiles(view, [text('a1.png', whole), text('b2.png', whole)])
  await told('is not of one sequence with')
  await dropFiles(view, [text('notes.pdf', 'x')])
  await told('Drop a glTF, OBJ or scene file')
  assert.equal((await desk.scene()).position, position)
})

/** As of PNG's annex D. */
function crc(data) {
  let c = 0xffffffff
  for (const byte of data) {
    c ^= byte
    for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1
  }
  return (c ^ 0xffffffff) >>> 0
}

test('another window sees it, a killed server has it again, and it goes out and in with the scene', async () => {
  const other = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await other.locator('.stage[data-behind="plate.1001.png"]').waitFor()
  await desk.server.kill()
  await desk.server.start()
  await page.reload()
  await page.locator('.desk').waitFor()
  await shows('plate.1001.png')
  await other.close()
  near(await squareAt(), 1 / 16)
  await page.getByRole('button', { name: 'Send out' }).click()
  await page.locator('.formats label').filter({ hasText: 'Scene package' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save file' }).click(),
  ])
  assert.match(download.suggestedFilename(), /^plate\.zesty$/)
  const path = join(folder, 'plate.zesty')
  await download.saveAs(path)
  const list = await open(desk.context, desk.server.address)
  await list.locator('input[type=file]').setInputFiles(path)
  const cards = await until(
    () => desk.server.get('/api/scenes'),
    (all) => all.length === 2,
    'the scene that came in',
  )
  const { id } = cards.find((card) => card.id !== desk.id)
  const out = async (scene) =>
    Buffer.from(await (await fetch(`${desk.server.address}/api/scenes/${scene}/file`)).arrayBuffer())
  // All but the scene's name is the same, and that is packed.
  assert.ok(Math.abs((await out(id)).length - (await out(desk.id)).length) < 20)
  const there = await open(desk.context, `${desk.server.address}/scenes/${id}`)
  await there.locator('.stage[data-behind="plate.1001.png"]').waitFor()
  assert.deepEqual(there.faults, [])
  await there.close()
  await list.close()
})

test('a reel has it behind each of its pictures', async () => {
  await page.keyboard.press('Shift+R')
  await page.getByRole('dialog', { name: 'Shoot a reel' }).waitFor()
  await setField(page, 'Pixels across', '320')
  await setField(page, 'Pixels down', '180')
  await page.getByRole('button', { name: 'Shoot', exact: true }).click()
  const reels = async () => (await desk.server.get(`/api/scenes/${desk.id}/reels`)).reels
  const [reel] = await until(reels, (now) => now.length === 1, 'the reel')
  for (const [at, wanted] of [
    [0, 1 / 16],
    [4, 9 / 16],
    [7, 15 / 16],
  ]) {
    const answer = await fetch(`${desk.server.address}/api/reels/${reel.id}/pictures/${at}`)
    const png = PNG.sync.read(Buffer.from(await answer.arrayBuffer()))
    near(middleOf(png, isRed).x / png.width, wanted)
  }
  assert.deepEqual(page.faults, [])
})

test('what is shot larger than the stage has it as sharp as its file', async () => {
  // Every second column is blue: whatever makes it smaller mixes them.
  const width = 1920
  const striped = Array.from({ length: 2 }, (_, n) => {
    const png = new PNG({ width, height: 1080 })
    for (let i = 0; i < width * 1080; i++) png.data.set([...(i % 2 ? blue : red), 255], i * 4)
    const path = join(folder, `stripes.${1 + n}.png`)
    writeFileSync(path, PNG.sync.write(png))
    return path
  })
  await setField(page, 'Frame', '1')
  await chip().click()
  await desk.changing(() => choose(striped, 'Eye'))
  await page.keyboard.press('Escape')
  // The one before came a thousand frames earlier; so this one would not be seen.
  await shows('stripes.1.png')
  await page.keyboard.press('Shift+R')
  await page.getByLabel('Which frames').selectOption('frame')
  await setField(page, 'Pixels across', String(width))
  await setField(page, 'Pixels down', '1080')
  const saved = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save picture' }).click()
  const png = PNG.sync.read(readFileSync(await (await saved).path()))
  assert.equal(png.width, width)
  const clear = Array.from({ length: 400 }, (_, i) => (540 * width + 700 + i) * 4).filter((at, i) =>
    (i % 2 ? isBlue : isRed)(...png.data.subarray(at, at + 3)),
  )
  assert.ok(clear.length > 390, `${clear.length} of 400 columns are clear`)
  await desk.undo()
  await shows('plate.1001.png')
})

test('away from the server the page says what is on its way, and shows it once the server is back', async () => {
  await setField(page, 'Frame', '1')
  await desk.server.kill()
  await page.route('**/pictures/*', (route) => route.abort())
  await desk.server.start()
  await page.reload()
  await page.getByText('The picture plate.1001.png cannot be shown').waitFor()
  await page.unroute('**/pictures/*')
  await shows('plate.1001.png')
  await page.getByText('cannot be shown').waitFor({ state: 'detached' })
})
