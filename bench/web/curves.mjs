// Zooming a desk that shows the curves of 100 channels with 1,000 keys each: what a step costs the page in script.
import { browse, open, Server, until } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'
import { boxes, transforms } from './boxes.mjs'

const scene = boxes({
  name: '100 curves',
  frames: 4000,
  objects: 10,
  channels: [...transforms, 'look.opacity'],
  perChannel: 1000,
  key: (n, c, i) => ({
    frame: 1 + i * 4,
    value: 0.5 + 0.4 * Math.sin((i + n * 17 + c * 5) / 9) + ((i * 7919) % 100) / 1000,
  }),
})

const server = await new Server('serve').start()
const { id } = await server.post('/api/scenes/import', scene)
const { browser, context } = await browse({ width: 1280, height: 1000 })
const page = await open(context, `${server.address}/scenes/${id}`)
await page.locator('.head.object').first().waitFor()
await page.keyboard.press('Control+Shift+A')
await page.getByText(/^100,000 of /).waitFor()
await page.keyboard.press('v')
await page.getByRole('button', { name: 'Back to lanes' }).waitFor()
// The curves stay when the selection goes.
const canvas = await page.locator('canvas.lanes').boundingBox()
await page.mouse.click(canvas.x + 3, canvas.y + 3)
await until(
  () => page.locator('.foot .count').textContent(),
  (text) => !text.includes(' of '),
  'no choice',
)

const line = await context.newCDPSession(page)
await line.send('Performance.enable')
const scriptTime = async () =>
  (await line.send('Performance.getMetrics')).metrics.find((metric) => metric.name === 'ScriptDuration').value * 1000
await page.mouse.move(canvas.x + 500, canvas.y + 100)
const frame = () => page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
/** Script time of each of some wheel steps that go in and out again. */
async function steps(count, delta) {
  const times = []
  for (let i = 0; i < count; i++) {
    const before = await scriptTime()
    await page.mouse.wheel(0, i % 2 ? delta : -delta)
    await frame()
    times.push((await scriptTime()) - before)
  }
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]
}
await steps(6, 60)
print('zoom step, 100 curves of 1000 keys, all in view, script time', await steps(30, 60), 'ms')
for (let i = 0; i < 12; i++) {
  await page.mouse.wheel(0, -120)
  await frame()
}
print('zoom step, 100 curves, some 100 keys of each in view, script time', await steps(30, 60), 'ms')
await browser.close()
await server.dispose()
