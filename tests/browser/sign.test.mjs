import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { browse, command, Desk, dropFiles, open, Server, setField, until } from './harness.mjs'
import { rate, wav } from './wav.mjs'

// A whole job from nothing: a sign whose letters come one after the other, each on a beat of a song.

const [first, apart] = [0.35, 0.6]
/** A hundred beats a minute over a soft tone. */
const song = wav(6, (i) => {
  const since = i / rate - first
  if (since < 0) return 0
  const beat = Math.exp(-(since % apart) / 0.04) * Math.sin(2 * Math.PI * 180 * (since % apart))
  return 0.7 * beat + 0.03 * Math.sin(2 * Math.PI * 440 * since)
})
const beatFrames = [0, 1, 2, 3, 4, 5].map((i) => Math.round(1 + 24 * (first + i * apart)))

const desk = new Desk()
let page
const dialog = () => page.getByRole('dialog')
const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const scenes = () => desk.server.get('/api/scenes')
/** The frames on which a letter has keys: it waits, begins to rise, and stands. */
const rises = async (letter) => (await desk.keys(letter, 'scale.y')).map(({ frame }) => frame)
const letters = ['B', 'E', 'A', 'C', 'O', 'N']

before(async () => {
  desk.server = await new Server().start()
  Object.assign(desk, await browse())
  page = desk.page = await open(desk.context, desk.server.address)
})
after(() => desk.close())

test('a double-click on New scene makes one scene', async () => {
  await page.getByRole('button', { name: 'New scene' }).dblclick()
  await page.locator('.desk').waitFor()
  assert.equal((await scenes()).length, 1)
  desk.id = (await scenes())[0].id
})

test('beats are looked for where the sound has just been put', async () => {
  const lanes = page.locator('canvas.lanes')
  const { x, y } = await lanes.boundingBox()
  await desk.changing(() => dropFiles(lanes, [{ name: 'song.wav', content: song }], { x: x + 3, y: y + 60 }))
  // Faster than the server answers.
  await setField(page, 'Frame on which the sound starts', '1')
  await page.getByRole('button', { name: 'Find beats…' }).click()
  await until(
    () => dialog().getByRole('status').textContent(),
    (text) => /^1?\d beats of/.test(text.trim()),
    'beats',
  )
  await desk.changing(() => dialog().getByRole('button', { name: 'Bookmark the beats' }).click())
  const found = (await file()).bookmarks.map(({ frame }) => frame)
  assert.deepEqual(found.slice(0, 6), beatFrames)
})

test('what a new text says is typed at once, and the sound is not meant any more', async () => {
  await desk.changing(() => command(page, 'add a text'))
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'What it says')
  await page.keyboard.type('BEACON')
  await desk.changing(() => page.keyboard.press('Control+Enter'))
  assert.deepEqual((await file()).objects[0].text, ['BEACON'])
  assert.equal(await page.getByText('Sound song').count(), 0)
  await desk.changing(() => page.getByRole('button', { name: 'Split into 6 letters' }).click())
})

test('its letters rise one on each beat; Escape leaves them as they were, undo gives that back', async () => {
  await page.getByRole('radio', { name: 'change', exact: true }).click()
  await page.getByRole('button', { name: 'Auto-key' }).click()
  await setField(page, 'Frame', String(beatFrames[0]))
  await desk.changing(() => setField(page, 'Scale Y', '1.001'))
  await setField(page, 'Frame', String(beatFrames[0] - 5))
  await desk.changing(() => setField(page, 'Scale Y', '0.01'))
  const together = JSON.stringify(await file())
  for (const isMeant of [false, true]) {
    await command(page, 'one after the other')
    await dialog().getByLabel('one on each bookmark').check()
    await dialog().getByText('keys move in time').waitFor()
    if (isMeant) await desk.changing(() => page.keyboard.press('Enter'))
    else await page.keyboard.press('Escape')
    await dialog().waitFor({ state: 'detached' })
    if (!isMeant) assert.equal(JSON.stringify(await file()), together)
  }
  // Auto-key has kept how they were on the first frame as well.
  for (const [i, letter] of letters.entries())
    assert.deepEqual(
      await rises(letter),
      [1, beatFrames[0] - 5, beatFrames[0]].map((frame) => frame + beatFrames[i] - beatFrames[0]),
    )
  await desk.undo()
  assert.equal(JSON.stringify(await file()), together)
})
