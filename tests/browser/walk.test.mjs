import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { Desk, home, middleOf, setField, stagePixels, until } from './harness.mjs'

// Dense motion as it is captured: the porter's walk, with a key on every frame. Three keys of a layer bend a hand's arc.

let desk, page

before(async () => {
  desk = await Desk.open(JSON.parse(readFileSync(join(home, 'web', 'src', 'samples', 'layers.json'), 'utf8')))
  page = desk.page
})
after(() => desk.close())

const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const world = (axis) => desk.server.samples(desk.id, 'Left hand', `position.${axis}`, { world: true })
const isLime = (r, g, b) => Math.abs(r - 0xb5) < 14 && Math.abs(g - 0xe0) < 14 && Math.abs(b - 0x48) < 22

test('a hand of the walk is pulled down within a reach of 8, weakened, merged, and all is taken back', async () => {
  const before = await file()
  const { position } = await desk.scene()
  await desk.select('Left hand')
  await desk.changing(() => page.keyboard.press('Shift+L'))
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'How trails are drawn' }).click()
  await page.getByText('The whole scene').click()
  await page.getByText('Keep the selected ones').click()
  await page.keyboard.press('Escape')
  const reach = page.locator('.layers').getByLabel('Reach of a change, in frames')
  await reach.click()
  await page.keyboard.type('8')
  await page.keyboard.press('Enter')
  await setField(page, 'Frame', '72')
  const canvas = await page.locator('.stage-canvas').boundingBox()
  await page.mouse.click(canvas.x + 40, canvas.y + 80)
  await page.getByText('Nothing is selected').waitFor()
  const was = await world('y')
  const mark = await until(
    async () => middleOf(await stagePixels(page), isLime),
    ({ count }) => count > 8,
    'the mark of the playhead on the trail',
  )
  const [x, y] = [canvas.x + 10 + mark.x, canvas.y + 60 + mark.y]
  await desk.changing(async () => {
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x, y + 20, { steps: 4 })
    await page.mouse.move(x, y + 40, { steps: 4 })
    await page.mouse.up()
  })
  const bent = await world('y')
  assert.ok(bent.get(72) < was.get(72) - 0.1, `${bent.get(72)} is below ${was.get(72)}`)
  for (const [frame, value] of was)
    if (Math.abs(frame - 72) >= 8) assert.equal(bent.get(frame), value, `frame ${frame}`)
  const after = await file()
  assert.deepEqual(after.objects, before.objects, 'the base is as it was')
  assert.ok(Object.values(after.layers[0].channels).every(({ keys }) => keys.length === 3))

  const strength = page.locator('.layers').getByRole('textbox', { name: 'Strength of Layer 1', exact: true })
  await strength.click()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('50')
  await desk.changing(() => page.keyboard.press('Enter'))
  const half = await world('y')
  assert.ok(Math.abs(half.get(72) - (bent.get(72) + was.get(72)) / 2) < 1e-4)

  await page.getByRole('button', { name: 'What can be done with Layer 1' }).click()
  await page.getByText('Merge down…').click()
  const dialog = page.getByRole('dialog')
  await dialog
    .getByRole('status')
    .getByText(/keys become/)
    .waitFor()
  await desk.changing(() => dialog.getByRole('button', { name: 'Merge', exact: true }).click())
  const merged = await world('y')
  for (const [frame, value] of half) assert.ok(Math.abs(merged.get(frame) - value) < 0.004, `frame ${frame}`)
  assert.equal((await file()).layers, undefined)

  for (let at = (await desk.scene()).position; at > position; at--) await desk.undo()
  assert.deepEqual(await file(), before)
})
