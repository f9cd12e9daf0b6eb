import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { Desk, drag, isBox, middleOf, open, setField, until } from './harness.mjs'

// The big screen: a page with nothing but the picture, which follows a desk.
let desk, page, screen
const shown = () => screen.locator('.scene-screen').getAttribute('data-frame')
const at = (frame) => until(shown, (now) => now === String(frame), `frame ${frame} on the screen`)
const picture = async () => PNG.sync.read(await screen.locator('.scene-screen').screenshot())
/** Where the boat is on the screen, in shares of it. */
async function boat() {
  const png = await picture()
  const { x, y } = middleOf(png, isBox)
  return { x: x / png.width, y: y / png.height }
}
const boatAt = (holds, what) => until(boat, holds, what)

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Screen',
    rate: '24',
    range: [1, 48],
    objects: [
      { name: 'Camera', kind: 'camera', channels: { 'position.z': { value: 12 }, 'position.y': { value: 0.5 } } },
      {
        name: 'Boat',
        kind: 'box',
        channels: {
          'position.x': {
            keys: [
              { frame: 1, value: -3, out: 'linear' },
              { frame: 48, value: 3, in: 'linear' },
            ],
          },
        },
      },
    ],
  })
  page = desk.page
  screen = await open(desk.context, `${desk.server.address}/screen/${desk.id}`)
  await at(1)
})
after(() => desk.close())

test('it shows the frame that the desk shows, and nothing but the picture', async () => {
  await page.bringToFront()
  await page.keyboard.press('End')
  await at(48)
  const last = await boat()
  await page.keyboard.press('Home')
  await at(1)
  const first = await boatAt(({ x }) => x < last.x, 'the boat at the left')
  assert.ok(last.x - first.x > 0.2, `${first.x} ${last.x}`)
  // What is in the corner comes and goes with the pointer: both are counted at one moment.
  const others = () => [...document.querySelectorAll('button')].filter((button) => !button.closest('.corner')).length
  assert.equal(await screen.evaluate(others), 0)
  assert.equal(await screen.locator('.desk').count(), 0)
})

test('it plays along, and stops where the desk does', async () => {
  await page.keyboard.press('Space')
  const seen = new Set()
  await until(
    async () => seen.add(await shown()).size,
    (now) => now > 6,
    'frames going by',
  )
  await page.keyboard.press('Space')
  const frame = await page.locator('canvas.ruler').getAttribute('aria-valuenow')
  await at(frame)
  await page.keyboard.press('Home')
  await at(1)
})

test('an edit is seen at once, an undo too', async () => {
  const before = await boat()
  await desk.select('Boat')
  await desk.changing(async () => {
    await setField(page, 'Position Y', '2')
  })
  const lifted = await boatAt(({ y }) => y < before.y - 0.05, 'the boat lifted')
  assert.ok(Math.abs(lifted.x - before.x) < 0.02)
  await desk.undo()
  await boatAt(({ y }) => Math.abs(y - before.y) < 0.01, 'the boat back')
})

test('what a hand drags is seen before it lets go; Escape is, too', async () => {
  const before = await boat()
  // A value that moves is held until it is keyed.
  const field = page.getByLabel('Position X', { exact: true })
  const box = await field.boundingBox()
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  await page.mouse.move(middle.x, middle.y)
  await page.mouse.down()
  await page.mouse.move(middle.x + 60, middle.y, { steps: 8 })
  await boatAt(({ x }) => x > before.x + 0.03, 'the boat under the hand')
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await boatAt(({ x }) => Math.abs(x - before.x) < 0.01, 'the boat back')
})

test('the desk’s view is the screen’s', async () => {
  await page.locator('.stage-chips').first().getByRole('button', { name: 'Camera' }).first().click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: 'Top' }).click()
  let before = await picture()
  await until(
    async () => {
      const now = await picture()
      const isStill = Buffer.compare(now.data, before.data) === 0
      before = now
      return isStill
    },
    (isStill) => isStill,
    'a still picture',
  )
  const seen = await boat()
  // From above, the boat's lid and not its side is seen; dragging the view moves it.
  const pane = await page.locator('.pane-hand').first().boundingBox()
  const from = { x: pane.x + pane.width * 0.3, y: pane.y + pane.height * 0.75 }
  await drag(page, from, { x: from.x + 60, y: from.y })
  await boatAt(({ x }) => x > seen.x + 0.02, 'the view moved')
})

test('the server goes and comes back: it follows again by itself', async () => {
  await desk.server.kill()
  await screen.getByText('The server does not answer; trying again').waitFor()
  await desk.server.start()
  await screen.getByText('The server does not answer; trying again').waitFor({ state: 'detached' })
  await desk.heard()
  await page.bringToFront()
  await page.locator('canvas.ruler').focus()
  await page.keyboard.press('End')
  await at(48)
})

test('on the page of reels it shows the reel, as it is compared and played', async () => {
  await page.keyboard.press('Shift+R')
  await page.getByRole('dialog').waitFor()
  await page.getByLabel('Which frames').selectOption('scene')
  await setField(page, 'Pixels across', '160')
  await setField(page, 'Pixels down', '90')
  await page.getByRole('button', { name: 'Shoot', exact: true }).click()
  await page.getByRole('button', { name: 'Look at it' }).click()
  const place = () => screen.locator('.screen').getAttribute('data-place')
  await until(place, (now) => now === '0', 'the reel on the screen')
  await page.keyboard.press('End')
  await until(place, (now) => now === '47', 'its last picture')
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  const seen = new Set()
  await until(
    async () => seen.add(await place()).size,
    (now) => now > 6,
    'pictures going by',
  )
  await page.keyboard.press('Space')
  assert.equal(await screen.locator('.pill.a').count(), 0, 'nothing but the picture')
  await page.getByLabel('Remark on this frame').waitFor()
  await page.keyboard.press('p')
  const paper = await page.locator('.paper').boundingBox()
  await drag(page, { x: paper.x + 60, y: paper.y + 60 }, { x: paper.x + 260, y: paper.y + 160 })
  await screen.locator('.marks[data-marks="1"]').waitFor()
  await page.close()
  await screen.locator('.screen').waitFor()
  assert.deepEqual([...page.faults, ...screen.faults], [])
})
