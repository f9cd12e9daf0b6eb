import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Desk, command, deskPoint, drag, dropFiles, setField, until } from './harness.mjs'
import { rate, wav } from './wav.mjs'

// Beats of a sound are found, laid as bookmarks, and keys are put on them.

/** Loud ones on each half second, soft ones a quarter later; four seconds long. */
const beat = (i) => {
  const since = (i % (rate / 4)) / rate
  const isLoud = Math.floor(i / (rate / 4)) % 2 === 0
  return (isLoud ? 0.8 : 0.02) * Math.exp(-since / 0.03) * Math.sin(2 * Math.PI * (isLoud ? 300 : 2000) * since)
}
const lead = rate / 10
const drums = wav(4, (i) => (i < lead ? 0 : beat(i - lead)))

let desk, page
before(async () => {
  const key = (frame) => ({ frame, value: frame })
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'In time',
    rate: '24',
    range: [0, 120],
    bookmarks: [{ name: 'Note', frame: 47, colour: 'sky' }],
    objects: [
      { name: 'Buoy', kind: 'box', channels: { 'position.x': { keys: [0, 11, 13, 23, 47, 60].map(key) } } },
      { name: 'Gull', kind: 'box', channels: { 'position.y': { keys: [5, 100].map(key) } } },
    ],
  })
  page = desk.page
})
after(() => desk.close())

const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const bookmarks = async () => (await file()).bookmarks ?? []
const beats = async () => (await bookmarks()).filter(({ colour }) => colour === 'rose')
const frames = async (name, channel) =>
  (await file()).objects.find((each) => each.name === name).channels[channel].keys.map(({ frame }) => frame)
const dialog = () => page.getByRole('dialog')
/** Twenty-four frames a second: half a second is twelve, and the first comes a tenth of a second late. */
const loud = [2, 14, 26, 38, 50, 62, 74, 86]

test('beats are heard, told by how strong they are, and laid as bookmarks on frames', async () => {
  const canvas = page.locator('canvas.lanes')
  const [box, at] = [await canvas.boundingBox(), await deskPoint(page, 10)]
  await desk.changing(() => dropFiles(canvas, [{ name: 'drums.wav', content: drums }], { x: at.x, y: box.y + 60 }))
  await desk.changing(() => setField(page, 'Frame on which the sound starts', '0'))
  await page.getByRole('button', { name: 'Find beats…' }).click()
  const told = dialog().getByRole('status')
  await until(
    () => told.textContent(),
    (text) => /^8 beats of 1\d /.test(text.trim()),
    'the loud ones',
  )
  // The weak ones as well, by the slider and by the keyboard.
  await dialog().getByLabel('Strength from which beats are taken').fill('2')
  await until(
    () => told.textContent(),
    (text) => /^1[5-9] beats/.test(text.trim()),
    'the soft ones',
  )
  await dialog().getByLabel('How strong a beat is at least').fill('40')
  await page.keyboard.press('Tab')
  await until(
    () => told.textContent(),
    (text) => text.trim().startsWith('8 beats'),
    'the loud ones again',
  )
  await desk.changing(() => dialog().getByRole('button', { name: 'Bookmark the beats' }).click())
  assert.deepEqual(
    (await beats()).map(({ name, frame }) => [name, frame]),
    loud.map((frame, i) => [`Beat ${i + 1}`, frame]),
  )
  await desk.undo()
  assert.equal((await beats()).length, 0)
  await desk.changing(() => page.keyboard.press('Control+Shift+z'))
  assert.equal((await beats()).length, 8)
})

test('found again, they come instead of those that were there, between frames too; Escape leaves all as it was', async () => {
  await command(page, 'Find the beats of the selected sounds…')
  await until(
    () => dialog().getByRole('status').textContent(),
    (text) => text.includes('beats of'),
    'beats',
  )
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'hidden' })
  assert.equal((await bookmarks()).length, 9)
  await command(page, 'Find the beats of the selected sounds…')
  await dialog().getByLabel('Each on the nearest whole frame').uncheck()
  assert.ok(await dialog().getByLabel('Instead of the 8 bookmarks of this colour').isChecked())
  await desk.changing(() => page.keyboard.press('Enter'))
  const laid = await beats()
  assert.equal(laid.length, 8)
  for (const [i, each] of laid.entries()) {
    const second = each.frame === undefined ? each.tick / 705_600_000 : each.frame / 24
    assert.ok(Math.abs(second - (0.1 + i / 2)) < 0.01, `${i}: ${second}`)
  }
  await desk.undo()
})

test('the selected keys go to the nearest beats, only to those of a colour, and no further than wanted', async () => {
  const lane = (frame) => deskPoint(page, frame, 'Buoy')
  const [from, to] = [await lane(8), await lane(63)]
  await drag(page, { x: from.x, y: from.y - 8 }, { x: to.x, y: to.y + 8 })
  await page.getByText('5 of 8 keys').waitFor()
  await command(page, 'Put the selected keys on beats or other bookmarks…')
  const told = dialog().getByRole('status')
  // 47 stands on the note; 13 is nearer to 14 than 11 is.
  await until(
    () => told.textContent(),
    (text) => text.includes('3 keys move of 5'),
    'all bookmarks',
  )
  await dialog().getByLabel('rose').check()
  await until(
    () => told.textContent(),
    (text) => text.includes('4 keys move of 5'),
    'the beats only',
  )
  await dialog().getByLabel('Only keys within').check()
  await dialog().getByLabel('How many frames a key goes at most').fill('2')
  await page.keyboard.press('Tab')
  await until(
    () => told.textContent(),
    (text) => text.includes('2 keys move of 5'),
    'near ones only',
  )
  await dialog().getByLabel('Only keys within').uncheck()
  await until(
    () => told.textContent(),
    (text) => text.includes('4 keys move of 5'),
    'all again',
  )
  await desk.changing(() => page.keyboard.press('Enter'))
  assert.deepEqual(await frames('Buoy', 'position.x'), [0, 11, 14, 26, 50, 62])
  assert.deepEqual(await frames('Gull', 'position.y'), [5, 100])
  await desk.undo()
  assert.deepEqual(await frames('Buoy', 'position.x'), [0, 11, 13, 23, 47, 60])
})

test('many bookmarks: the menu lists those about the playhead; all of a colour go in one step', async () => {
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Time', exact: true }).click()
  const menu = page.locator('.dropdown-menu.show:visible')
  await menu.getByText('Beat 1', { exact: false }).first().waitFor()
  assert.equal(await menu.getByRole('menuitem', { name: /^Change the bookmark/ }).count(), 9)
  await page.keyboard.press('Escape')
  const ruler = await page.locator('canvas.ruler').boundingBox()
  const x = (await deskPoint(page, 50)).x
  await page.mouse.click(x + 3, ruler.y + ruler.height - 4, { button: 'right' })
  await desk.changing(() => page.getByRole('menuitem', { name: 'Delete all 8 of its colour' }).click())
  assert.deepEqual(
    (await bookmarks()).map(({ name }) => name),
    ['Note'],
  )
  await desk.undo()
  assert.equal((await bookmarks()).length, 9)
})
