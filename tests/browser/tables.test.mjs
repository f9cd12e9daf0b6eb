import { after, before, test } from 'node:test'
import assert from 'node:assert/strict'
import { command, Desk, dropFiles, setField, until } from './harness.mjs'

/** Tables of motion, brought in by hand. */
let desk
let page
before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Quay',
    rate: '24',
    range: [1, 48],
    objects: [
      { name: 'Ferry', kind: 'box' },
      { name: 'Lamp', kind: 'light' },
    ],
  })
  page = desk.page
})
after(() => desk.close())

const dialog = () => page.locator('.modal-dialog')
const told = () => dialog().getByRole('status')
const drop = (text) => dropFiles(page.locator('.desk'), [{ name: 'moves.csv', content: text }])
const values = (object, channel, from, to) => desk.server.samples(desk.id, object, channel, { from, to })

test('a table that is dropped becomes keys, by the names of its columns, in one step', async () => {
  await drop('frame,Ferry position.x,lamp light.intensity,Gull position.y\n10,0,1,5\n11,2.25,1.5,6\n12,9,2,7\n')
  await told().filter({ hasText: '3 rows, frames 10 to 12. 2 of 3 columns become keys' }).waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Bring in' }).click())
  assert.deepEqual([...(await values('Ferry', 'position.x', 10, 12)).values()], [0, 2.25, 9])
  assert.deepEqual([...(await values('Lamp', 'light.intensity', 10, 12)).values()], [1, 1.5, 2])
  await desk.undo()
  assert.deepEqual([...(await values('Ferry', 'position.x', 10, 12)).values()], [0, 0, 0])
})

test('a column is led to a channel by hand, on another frame, with fewer keys', async () => {
  const rows = Array.from({ length: 41 }, (_, i) => `${i / 24},${(Math.sin(i / 8) * 4).toFixed(9)}`)
  await drop(`seconds,Wind\n${rows.join('\n')}\n`)
  await told().filter({ hasText: 'Give a column an object and a channel' }).waitFor()
  assert.ok(await dialog().getByRole('button', { name: 'Bring in' }).isDisabled())
  await dialog().getByLabel('Object for Wind').selectOption({ label: 'Ferry' })
  await dialog().getByLabel('Channel for Wind').selectOption({ label: 'Position Y' })
  await setField(page, 'Frame of the first row', '20')
  await dialog()
    .getByLabel(/fewer keys/)
    .check()
  await told().filter({ hasText: 'frames 20 to 60. 1 of 1 columns' }).waitFor()
  await dialog()
    .getByLabel(/the scene grows/)
    .waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Bring in' }).click())
  const got = await values('Ferry', 'position.y', 20, 60)
  for (let i = 0; i <= 40; i++) assert.ok(Math.abs(got.get(20 + i) - Math.sin(i / 8) * 4) <= 0.01 + 1e-6, `${20 + i}`)
  const scene = await desk.server.get(`/api/scenes/${desk.id}/file`)
  assert.deepEqual(scene.range, [1, 60])
  assert.ok(scene.objects[0].channels['position.y'].keys.length < 12)
  await desk.undo()
})

test('what is no table is said with its line, Escape leaves all as it was, and the finder opens it', async () => {
  const before = await desk.server.get(`/api/scenes/${desk.id}/file`)
  await drop('frame,Ferry position.x\n1,2\nsoon,3\n')
  await dialog().getByRole('alert').filter({ hasText: 'line 3' }).waitFor()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  await command(page, 'bring in a table')
  await dialog().getByText('whose first row names its columns').waitFor()
  await page.keyboard.press('Escape')
  assert.deepEqual(await desk.server.get(`/api/scenes/${desk.id}/file`), before)
  assert.deepEqual(page.faults, [])
})

test('two columns for one channel are refused, and nothing is changed', async () => {
  await drop('frame,Ferry position.x,Ferry/position.x\n1,2,3\n2,4,5\n')
  await told().filter({ hasText: '1 of 2 columns' }).waitFor()
  await dialog().getByRole('checkbox', { name: 'Ferry/position.x' }).check()
  await dialog().getByRole('button', { name: 'Bring in' }).click()
  await page.getByText(/two columns go to Position X of Ferry/i).waitFor()
  await until(
    () => values('Ferry', 'position.x', 1, 1),
    (now) => now.get(1) === 0,
    'the scene as it was',
  )
})
