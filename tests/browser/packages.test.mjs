import { after, before, test } from 'node:test'
import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { command, Desk, dropFiles, until } from './harness.mjs'

/** A scene that goes out with what was done to it, and comes in again. */
let desk
let page
let file
before(async () => {
  desk = await Desk.open()
  page = desk.page
})
after(() => desk.close())

const dialog = () => page.locator('.modal-dialog')
const entries = () => page.locator('.dropdown-menu.show:visible .entry')
const objects = async (name) => {
  const list = await (await fetch(`${desk.server.address}/api/scenes`)).json()
  return list.find((card) => card.name === name)?.objects
}

test('the package has its history where the box is ticked, and the box is there for nothing else', async () => {
  await desk.changing(() => command(page, 'Add sphere'))
  await desk.changing(() => command(page, 'Add cone'))
  await command(page, 'send out')
  await dialog().locator('.formats label').filter({ hasText: 'Scene file' }).click()
  await dialog().getByText('The whole scene as readable text').waitFor()
  assert.equal(await dialog().getByRole('checkbox').count(), 0)
  await dialog().locator('.formats label').filter({ hasText: 'Scene package' }).click()
  const box = dialog().getByRole('checkbox', { name: 'with its history: 2 changes, when each was made and by whom' })
  await box.focus()
  await page.keyboard.press('Space')
  assert.ok(await box.isChecked())
  await dialog().getByRole('status').filter({ hasText: 'The whole scene, about' }).waitFor()
  const coming = page.waitForEvent('download')
  await dialog().getByRole('button', { name: 'Save file' }).click()
  file = readFileSync(await (await coming).path())
  assert.ok(file.includes('history.msgpack'))
})

test('dropped on the list it comes in with its picture, and undo goes on where it was', async () => {
  await page.goto(`${desk.server.address}/`)
  const card = page.locator('.card').filter({ hasText: 'Lantern Bay 2' })
  await dropFiles(page.locator('.page'), [{ name: 'Bay.zesty', content: file }])
  await page.getByText('Bay.zesty is imported.').waitFor()
  await card.locator('img').waitFor()
  assert.equal(await objects('Lantern Bay 2'), 54)
  await card.locator('.picture').click()
  await page.locator('.desk').waitFor()
  await page.getByText('Kept · change 2').waitFor()
  await page.locator('button.history').click()
  await until(
    () => entries().count(),
    (count) => count === 2,
    'both changes are listed',
  )
  const words = await entries().allInnerTexts()
  assert.match(words[0], /Add cone[\s\S]*you/)
  assert.match(words[1], /Add sphere[\s\S]*you/)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await until(
    () => objects('Lantern Bay 2'),
    (count) => count === 53,
    'the cone is gone',
  )
  await page.keyboard.press('Control+z')
  await until(
    () => objects('Lantern Bay 2'),
    (count) => count === 52,
    'the sphere is gone',
  )
  await page.keyboard.press('Control+Shift+z')
  await until(
    () => objects('Lantern Bay 2'),
    (count) => count === 53,
    'the sphere is back',
  )
  assert.equal(await objects('Lantern Bay'), 54)
})

test('a history that does not hold stays behind, and it is said why', async () => {
  const spoiled = Buffer.from(file)
  // Behind the name of the part come its bytes.
  const at = spoiled.indexOf('history.msgpack') + 'history.msgpack'.length + 40
  spoiled.fill(0x55, at, at + 200)
  await page.goto(`${desk.server.address}/`)
  await dropFiles(page.locator('.page'), [{ name: 'Spoiled.zesty', content: spoiled }])
  await page.getByText('Spoiled.zesty is imported without its history: it is damaged.').waitFor()
  assert.equal(await objects('Lantern Bay 3'), 54)
})

test('objects of it come into another scene without, and as a scene of its own it has it', async () => {
  await page.locator('.card').filter({ hasText: 'Lantern Bay 3' }).locator('.picture').click()
  await page.locator('.desk').waitFor()
  await dropFiles(page.locator('.desk'), [{ name: 'Bay.zesty', content: file }])
  await dialog().getByText('its history').waitFor()
  await dialog().getByLabel('Where it comes in').selectOption('own')
  await dialog().getByRole('button', { name: 'Bring in' }).click()
  await page.getByText('Kept · change 2').waitFor()
  await page.keyboard.press('Control+z')
  await until(
    () => objects('Lantern Bay 4'),
    (count) => count === 53,
    'the cone is gone',
  )
})
