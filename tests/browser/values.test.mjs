import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { command, deskPoint, Desk, drag, middleOf, setField, stagePixels, stageRested, until } from './harness.mjs'
import { becomes, framesOf, twoBoats } from './twoBoats.mjs'

// Values and objects by hand: keyed as they are set, locked, copied, of several at once, carried along, named, put in order.
let desk, page
const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const marker = (channel) => page.locator(`[data-channel="${channel}"] .marker`).getAttribute('data-state')

/** Where on the page the upper one of the green arrows on the handles is. */
async function upArrow() {
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
  return { x: canvas.x + 10 + green.x, y: canvas.y + 60 + green.y }
}

before(async () => {
  desk = await Desk.open(twoBoats)
  page = desk.page
  await desk.lane('Ferry').click()
  await page.locator('.head', { hasText: 'Position X' }).waitFor()
})

after(() => desk.close())

test('auto-key keys a change by hand and leaves an anchor', async () => {
  await page.keyboard.press('a')
  await setField(page, 'Frame', '30')
  assert.equal(await marker('position.y'), 'still')
  await setField(page, 'Position Y', '5')
  await becomes(desk, 'Ferry', 'position.y', [1, 30])
  const y = await desk.samples('Ferry', 'position.y')
  assert.deepEqual([y.get(1), y.get(30)], [1, 5])
  assert.match(await page.getByRole('button', { name: 'Auto-key' }).getAttribute('class'), /\bon\b/)
  // On the stage as well: the green handle points up from the box.
  await page.keyboard.press('2')
  await setField(page, 'Frame', '45')
  await page.keyboard.press('f')
  // The camera glides there; then the stage draws once more, with all its pixels.
  await stageRested(page)
  const grip = await upArrow()
  await drag(
    page,
    grip,
    { x: grip.x, y: grip.y - 60 },
    {
      over: () => page.locator('.stage-told', { hasText: 'Y +' }).waitFor(),
    },
  )
  const keyed = await until(
    () => framesOf(desk, 'Ferry', 'position.y'),
    (now) => now.length === 3,
    'the key set by the handle',
  )
  assert.deepEqual(keyed, [1, 30, 45])
  assert.ok((await desk.samples('Ferry', 'position.y')).get(45) > 5)
  await page.keyboard.press('a')
  for (let i = 0; i < 2; i++) await desk.undo()
  await becomes(desk, 'Ferry', 'position.y', [])
})

test('a drag along one axis leaves no change waiting on the others, and one that goes back leaves none', async () => {
  await setField(page, 'Frame', '45')
  assert.deepEqual([await marker('position.x'), await marker('position.y')], ['animated', 'still'])
  await page.keyboard.press('f')
  await stageRested(page)
  const grip = await upArrow()
  await desk.changing(() => drag(page, grip, { x: grip.x, y: grip.y - 60 }))
  assert.deepEqual([await marker('position.x'), await marker('position.y')], ['animated', 'still'])
  assert.ok((await desk.samples('Ferry', 'position.y')).get(45) > 0.1)
  // A moving value that is changed waits, and waits no longer once it is what it was.
  const was = await page.getByLabel('Position X', { exact: true }).inputValue()
  await setField(page, 'Position X', '+=2')
  assert.equal(await marker('position.x'), 'changed')
  await setField(page, 'Position X', '-=2')
  assert.equal(await marker('position.x'), 'animated')
  assert.equal(await page.getByLabel('Position X', { exact: true }).inputValue(), was)
  await setField(page, 'Frame', '30')
  assert.equal(await page.getByText('not keyed on frame').count(), 0)
  await desk.undo()
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
  await drag(page, await deskPoint(page, 20, 'Position X'), await deskPoint(page, 26, 'Position X'))
  await page.getByRole('alert').getByText('is locked').waitFor()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
  await menu('position.x', 'Unlock')
  await menu('position.x', 'Copy the value')
  await menu('position.y', 'Paste the value')
  await until(
    () => desk.samples('Ferry', 'position.y'),
    (now) => now.get(1) === 4,
    'the pasted value',
  )
  await menu('position.y', 'Reset')
  await until(
    () => desk.samples('Ferry', 'position.y'),
    (now) => now.get(1) === 0,
    'the default',
  )
  await menu('position.x', 'Remove keys, keep the value')
  await becomes(desk, 'Ferry', 'position.x', [])
  assert.equal((await desk.samples('Ferry', 'position.x')).get(90), 4)
  await desk.undo()
  await becomes(desk, 'Ferry', 'position.x', [10, 20, 40, 41])
})

test('what was chosen and is refused does not stay standing in its field', async () => {
  await desk.select('Ferry')
  const lock = (item) =>
    desk.changing(async () => {
      await page.locator('[data-channel="rotation.x"] .value-name').click()
      await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: item }).first().click()
    })
  await lock('Lock')
  const order = page.getByLabel('Rotation order')
  const stands = (field, value) =>
    until(
      () => field.inputValue(),
      (now) => now === value,
      `the field at ${value}`,
    )
  await order.selectOption('zyx')
  await page.getByRole('alert').getByText('Rotation X is locked').waitFor()
  await stands(order, 'xyz')
  const parent = page.getByLabel('Parent', { exact: true })
  await parent.selectOption({ label: 'Barge' })
  await page.getByRole('alert').filter({ hasText: 'Rotation X is locked' }).last().waitFor()
  await stands(parent, '')
  await lock('Unlock')
  await desk.changing(() => order.selectOption('zyx'))
  await stands(order, 'zyx')
  await desk.undo()
  await stands(order, 'xyz')
})

test('several objects get the same change', async () => {
  await desk.lane('Barge').click()
  await page.keyboard.down('Shift')
  await desk.lane('Ferry').click()
  await page.keyboard.up('Shift')
  await setField(page, 'Position Z', '2')
  await until(
    async () => [
      (await desk.samples('Ferry', 'position.z')).get(1),
      (await desk.samples('Barge', 'position.z')).get(1),
    ],
    ([ferry, barge]) => ferry === 2 && barge === 2,
    'value',
  )
  await page.getByRole('radio', { name: 'change', exact: true }).click()
  await setField(page, 'Rotation Y', '30')
  await setField(page, 'Position Z', '+=1')
  await until(
    async () => [
      (await desk.samples('Ferry', 'position.z')).get(1),
      (await desk.samples('Barge', 'position.z')).get(1),
    ],
    ([ferry, barge]) => ferry === 3 && barge === 3,
    'one more for each',
  )
  await page.getByRole('radio', { name: 'value', exact: true }).click()
})

test('an object that is made to move with another keeps its place at its keys', async () => {
  const world = () => desk.server.samples(desk.id, 'Barge', 'position.x', { world: 'true' })
  const before = await world()
  await desk.lane('Barge').click()
  await page.getByText('and keeps its place at its key').waitFor()
  await page.getByLabel('Parent').selectOption('Ferry')
  await until(file, (now) => now.objects.find(({ name }) => name === 'Barge').parent === 'Ferry', 'the parent')
  assert.ok(Math.abs((await world()).get(60) - before.get(60)) < 1e-9)
  await desk.undo()
  await until(file, (now) => now.objects.find(({ name }) => name === 'Barge').parent === undefined, 'no parent')
})

test('selected objects get a name, and their lanes are shown alone', async () => {
  await desk.lane('Barge').click()
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
  await drag(page, { x: barge.x + 60, y: barge.y + 12 }, { x: ferry.x + 60, y: ferry.y + 2 })
  await until(file, (now) => now.objects[0].name === 'Barge', 'the new order')
  await desk.undo()
  await until(file, (now) => now.objects[0].name === 'Ferry', 'the old order')
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
