import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import {
  browse,
  command,
  deskPoint,
  differing,
  middleOf,
  open,
  Server,
  setField,
  stageRested,
  until,
} from './harness.mjs'

// One, two and four views of the demo scene, and what playing costs in them.
let server, browser, context, page
const pane = (index) => page.locator('.pane').nth(index)
/** What is seen in a view, without the buttons at its top, the axes at its left, nor a bar over its foot. */
const picture = async (index, foot = 0) => {
  const box = await pane(index).boundingBox()
  const clip = { x: box.x + 80, y: box.y + 54, width: box.width - 88, height: box.height - 62 - foot }
  return PNG.sync.read(await page.screenshot({ clip }))
}
const pick = async (index, button, item) => {
  await pane(index).getByRole('button', { name: button, exact: true }).click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: item }).first().click()
}
const viewMenu = async (item) => {
  await page.locator('.stage-corner').getByRole('button').first().click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: item }).click()
}
const rested = () => stageRested(page)

before(async () => {
  server = await new Server('demo').start()
  ;({ browser, context } = await browse())
  page = await open(context, `${server.address}/scenes/1`)
  await page.locator('.head.object').first().waitFor()
})

after(async () => {
  await browser.close()
  await server.dispose()
})

test('four views show the scene from four sides', async () => {
  await command(page, 'four views')
  await pane(3).waitFor()
  await rested()
  const pictures = await Promise.all([0, 1, 2, 3].map(picture))
  for (let i = 0; i < 4; i++)
    for (let j = i + 1; j < 4; j++)
      assert.ok(differing(pictures[i], pictures[j]) > 1000, `views ${i} and ${j} look alike`)
})

test('each view shows a box where one would see it from there', async () => {
  const { id } = await server.post('/api/scenes', { name: 'Sides' })
  const demo = page
  page = await open(context, `${server.address}/scenes/${id}`)
  await page.getByRole('button', { name: '+ Add' }).click()
  await page.locator('.dropdown-item', { hasText: 'Box' }).click()
  await page.getByRole('button', { name: 'Box', exact: true }).first().waitFor()
  await command(page, 'four views')
  await pane(3).waitFor()
  // The box and its outline are sand and lemon, also in shadow; ground and grid are teal.
  const isWarm = (r, g, b) => r > b + 8
  const sides = { top: 1, front: 2, side: 3 }
  for (const [side, index] of Object.entries(sides))
    await pane(index)
      .getByRole('button', { name: side[0].toUpperCase() + side.slice(1), exact: true })
      .waitFor()
  const middles = async () => {
    await rested()
    const seen = {}
    for (const [side, index] of Object.entries(sides)) {
      seen[side] = middleOf(await picture(index, 40), isWarm)
      assert.ok(seen[side].count > 30, `the box is in the ${side} view`)
    }
    return seen
  }
  // To the right and down, as a sign, that a box goes by which is moved along an axis; nought is no way at all.
  const ways = {
    'Position X': { top: [1, 0], front: [1, 0], side: [0, 0] },
    'Position Y': { top: [0, 0], front: [0, -1], side: [0, -1] },
    'Position Z': { top: [0, 1], front: [0, 0], side: [-1, 0] },
  }
  for (const [field, way] of Object.entries(ways)) {
    const was = await middles()
    await setField(page, field, '1.5')
    await until(
      async () => JSON.stringify(await middles()),
      (now) => now !== JSON.stringify(was),
      'the moved box',
    )
    const now = await middles()
    for (const side of Object.keys(sides)) {
      const went = [now[side].x - was[side].x, now[side].y - was[side].y].map((far) =>
        Math.abs(far) < 6 ? 0 : Math.sign(far),
      )
      assert.deepEqual(went, way[side], `${field} in the ${side} view`)
    }
    await setField(page, field, '0')
  }
  assert.deepEqual(page.faults, [])
  await page.close()
  page = demo
})

test('a view has its own shading and its own side', async () => {
  const shaded = await picture(2)
  await pick(2, 'Shaded', 'Wire')
  await pane(2).getByRole('button', { name: 'Wire', exact: true }).waitFor()
  await rested()
  const wire = await picture(2)
  assert.ok(differing(shaded, wire) > 300, 'wires look different')
  await pick(2, 'Front', 'Side')
  await rested()
  assert.ok(differing(wire, await picture(2)) > 300, 'another side looks different')
  await pick(2, 'Side', 'Front')
  await pick(2, 'Wire', 'Shaded')
})

test('playing updates the view worked in, or all of them', async () => {
  await setField(page, 'Frame', '60')
  await viewMenu('Only the one worked in')
  await pane(1)
    .locator('.pane-hand')
    .click({ position: { x: 20, y: 150 } })
  await rested()
  const still = await picture(1)
  await page.keyboard.press('Space')
  const meter = page.locator('.stage-meter')
  await meter.getByText('1 of 4 views').waitFor()
  await until(
    async () => Number(await page.locator('canvas.ruler').getAttribute('aria-valuenow')),
    (now) => now > 90,
    'frame 90',
  )
  const other = await picture(0)
  assert.ok(differing(still, await picture(1)) > 100, 'the view worked in moved')
  await page.keyboard.press('Space')
  await viewMenu('all views')
  await page.keyboard.press('Space')
  await meter.getByText('all 4 views').waitFor()
  await page.keyboard.press('Space')
  await rested()
  assert.ok(differing(other, await picture(0)) > 100, 'all views are up to date when playing stops')
})

test('the rate that the stage tells is the rate of the pictures really drawn', async () => {
  await command(page, 'one view')
  await setField(page, 'Frame', '24')
  await page.keyboard.press('Space')
  await page.locator('.stage-meter').waitFor()
  // Looks at the canvas's own pixels on every animation frame, and notes each picture that differs from the last.
  const look = () =>
    page.evaluate(
      () =>
        new Promise((done) => {
          const stage = document.querySelector('.stage-canvas')
          const small = new OffscreenCanvas(160, 90)
          const ctx = small.getContext('2d', { willReadFrequently: true })
          let [last, count] = ['', 0]
          const begun = performance.now()
          const look = () => {
            ctx.drawImage(stage, 0, 0, 160, 90)
            const now = ctx.getImageData(0, 0, 160, 90).data.join()
            if (now !== last) count++
            last = now
            if (performance.now() - begun < 3000) return requestAnimationFrame(look)
            const told = document.querySelector('.stage-meter').textContent
            done({
              drawn: (count * 1000) / (performance.now() - begun),
              told: Number(/playing ([\d.]+) of 24 fps/.exec(told)[1]),
            })
          }
          requestAnimationFrame(look)
        }),
    )
  // On a machine that others use the rate of now may be another than that of the last seconds; then it is looked at again.
  await until(
    look,
    ({ drawn, told }) => drawn > 0 && Math.abs(told - drawn) < Math.max(4, drawn * 0.3),
    'the same rate',
  )
  await page.keyboard.press('Space')
})

test('while a hand holds something the stage is not drawn sharply, and when it lets go it is', async () => {
  await page.getByLabel('Find a lane').fill('ferry')
  await page.locator('.head.object').getByRole('button', { name: 'Ferry', exact: true }).waitFor()
  await rested()
  // The press takes the focus from the field: that is not letting go.
  await page.getByLabel('Frame', { exact: true }).click()
  const from = await deskPoint(page, 86, 'Ferry')
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x + 40, from.y, { steps: 4 })
  const isSharp = () => {
    const canvas = document.querySelector('.stage-canvas')
    return canvas.width > canvas.clientWidth
  }
  await page.waitForFunction(() => {
    const canvas = document.querySelector('.stage-canvas')
    return canvas.width <= canvas.clientWidth
  })
  const wasSharp = await page.evaluate(
    () =>
      new Promise((done) => {
        const begun = performance.now()
        const canvas = document.querySelector('.stage-canvas')
        const look = (frames) => {
          if (canvas.width > canvas.clientWidth) done(true)
          else if (frames > 30 && performance.now() - begun > 800) done(false)
          else requestAnimationFrame(() => look(frames + 1))
        }
        look(0)
      }),
  )
  assert.equal(wasSharp, false)
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await page.waitForFunction(isSharp)
  await page.getByLabel('Find a lane').fill('')
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
