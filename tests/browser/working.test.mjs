import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { deskPoint, Desk, differing, middleOf, setField, stagePixels, stageRested, until } from './harness.mjs'

// What a window hides, locks and shows alone while somebody works: seen here only, kept nowhere else.
let desk, page
const head = (name) => page.locator('.body .head', { has: page.getByRole('button', { name, exact: true }) })
const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const work = (verb, name) => page.getByRole('button', { name: `${verb} ${name}`, exact: true })
const said = (text) => page.getByText(text).first()

async function toggle(verb, name) {
  await desk.select(name)
  await head(name).hover()
  await work(verb, name).click()
}
async function picture() {
  // Nothing is selected, so that no handles are in it.
  await page.keyboard.press('Escape')
  await stageRested(page)
  return stagePixels(page)
}

before(async () => {
  desk = await Desk.open()
  page = desk.page
  await page.locator('.lanes').hover()
})
after(() => desk.close())

test('the eye hides an object here, counts it, and gives it back', async () => {
  const [before, content] = [await picture(), await file()]
  await toggle('Hide', 'Ferry')
  const without = await picture()
  assert.ok(differing(before, without) > 500, `it is gone from the stage: ${differing(before, without)}`)
  assert.deepEqual(await file(), content)
  // It is so after a reload, and in no other window.
  await page.reload()
  await page.locator('.desk').waitFor()
  await page.getByRole('button', { name: /1 hidden in this window/ }).waitFor()
  const off = async () => differing(without, await picture())
  await until(off, (count) => count < 100, 'it is hidden as before')
  await page.getByRole('button', { name: /1 hidden in this window/ }).click()
  assert.ok(differing(before, await picture()) < 100, 'it is back')
  assert.equal(await page.getByRole('button', { name: /hidden in this window/ }).count(), 0)
})

test('the list’s picture of a scene has everything in it', async () => {
  const kept = async () => (await desk.server.get('/api/scenes'))[0]
  const { revision } = await kept()
  await toggle('Hide', 'Ferry')
  await desk.select('Pier')
  await desk.changing(() => setField(page, 'Position Y', '0.5'))
  const { revision: at } = await until(kept, (now) => now.revision > revision && now.hasThumbnail, 'the picture')
  const answer = await fetch(`${desk.server.address}/api/scenes/${desk.id}/thumbnail?revision=${at}`)
  const png = PNG.sync.read(Buffer.from(await answer.arrayBuffer()))
  assert.deepEqual([png.width, png.height], [480, 270])
  // It stands upright: the sea is below.
  const isSea = (r, g, b) => g > 75 && g - r > 25 && Math.abs(g - b) < 20
  const sea = middleOf(png, isSea)
  assert.ok(sea.count > 20_000 && sea.y > 150, `${sea.count} of the sea at ${sea.y}`)
  // The stage shows its own picture again, without what is hidden.
  await stageRested(page)
  const now = await picture()
  await page.getByRole('button', { name: /1 hidden/ }).click()
  assert.ok(differing(now, await picture()) > 500)
  await desk.undo()
})

test('solo shows one object with its light, and ends by one click', async () => {
  const before = await picture()
  await toggle('Solo', 'Pier')
  assert.ok(differing(before, await picture()) > 2000)
  await page.getByRole('button', { name: /1 shown alone/ }).click()
  assert.ok(differing(before, await picture()) < 100)
})

test('a light lights the stage, and hidden here it does not', async () => {
  const brightness = ({ data }) => data.reduce((sum, value, i) => sum + (i % 4 === 3 ? 0 : value), 0) / data.length
  const lit = brightness(await picture())
  await toggle('Hide', 'Evening sun')
  const unlit = brightness(await picture())
  assert.ok(unlit < lit * 0.9, `${lit} → ${unlit}`)
  await page.getByRole('button', { name: /1 hidden/ }).click()
  await desk.select('Evening sun')
  await desk.changing(() => setField(page, 'Intensity', '0'))
  assert.ok(brightness(await picture()) < lit * 0.9)
  await desk.undo()
})

test('nothing touches what is locked: not the hand, not the keyboard, not an edit of everything', async () => {
  await desk.select('Buoy')
  await toggle('Lock', 'Buoy')
  const content = await file()
  // Its values, its keys, its handles.
  assert.ok(await page.locator('[data-channel="position.x"] input.field').isDisabled())
  const at = await deskPoint(page, 1, 'Buoy')
  await page.mouse.click(at.x, at.y)
  await said('Buoy is locked in this window').waitFor()
  await page.keyboard.press('Control+Shift+A')
  await page.keyboard.press('.')
  await page.keyboard.press('n')
  await said('3 locked channels stay as they are.').waitFor()
  assert.equal(await said('Select an object first').count(), 0)
  await page.keyboard.press('Delete')
  await said(/locked in this window, and this would change/).waitFor()
  assert.deepEqual(await file(), content)
  // Making everything later would take its keys along.
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Find a command' }).fill('All motion later')
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog', { name: 'All motion later' })
  await dialog.getByRole('button', { name: 'Make it later' }).click()
  await said(/locked in this window, and this would change/).waitFor()
  await dialog.waitFor({ state: 'detached' })
  assert.deepEqual(await file(), content)
  // A click on the stage goes through it.
  await page.getByRole('button', { name: /locked in this window/ }).click()
  await desk.select('Buoy')
  await desk.changing(() => setField(page, 'Position X', '2'))
  await desk.undo()
})

test('locks hold when the server was away and is back', async () => {
  await toggle('Lock', 'Pier')
  await desk.server.kill()
  await page
    .getByText('Kept here')
    .first()
    .waitFor({ timeout: 15_000 })
    .catch(() => {})
  await desk.server.start()
  await desk.heard()
  const content = await file()
  await desk.select('Pier')
  await page.keyboard.press('Delete')
  await said(/Pier is locked in this window, and this would change it/).waitFor()
  assert.deepEqual(await file(), content)
  await page.getByRole('button', { name: /locked in this window/ }).click()
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
