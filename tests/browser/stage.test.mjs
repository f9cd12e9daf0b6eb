import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { browse, command, differing, open, Server, setField, until } from './harness.mjs'

// One, two and four views of the demo scene, and what playing costs in them.
let server, browser, context, page
const pane = (index) => page.locator('.pane').nth(index)
const picture = async (index) => {
  const box = await pane(index).boundingBox()
  const clip = { x: box.x + 8, y: box.y + 54, width: box.width - 16, height: box.height - 62 }
  return PNG.sync.read(await page.screenshot({ clip }))
}
const pick = async (index, button, item) => {
  await pane(index).getByRole('button', { name: button, exact: true }).click()
  await pane(index).locator('.dropdown-menu.show .dropdown-item', { hasText: item }).first().click()
}
const viewMenu = async (item) => {
  await page.locator('.stage-corner').getByRole('button').first().click()
  await page.locator('.dropdown-menu.show .dropdown-item', { hasText: item }).click()
}
/** The stage draws once more, with all its pixels, when it rests. */
const rested = () =>
  page.waitForFunction(() => {
    const canvas = document.querySelector('.stage-canvas')
    return canvas.width > canvas.clientWidth
  })

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
  const drawn = await page.evaluate(
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
          if (performance.now() - begun < 3000) requestAnimationFrame(look)
          else
            done({
              rate: (count * 1000) / (performance.now() - begun),
              told: document.querySelector('.stage-meter').textContent,
            })
        }
        requestAnimationFrame(look)
      }),
  )
  await page.keyboard.press('Space')
  const told = Number(/playing ([\d.]+) of 24 fps/.exec(drawn.told)[1])
  assert.ok(drawn.rate > 2, `pictures were drawn (${drawn.rate})`)
  assert.ok(
    Math.abs(told - drawn.rate) < Math.max(4, drawn.rate * 0.3),
    `it says ${told} where ${drawn.rate.toFixed(1)} pictures a second were drawn`,
  )
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
