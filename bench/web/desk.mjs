// Dragging 2,000 selected keys in a scene of 100,000: what a move of the mouse costs the page in script.
import { browse, command, open, Server, until } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'
import { boxes, transforms } from './boxes.mjs'

const scene = boxes({
  name: '100,000 keys',
  frames: 1000,
  objects: 100,
  channels: transforms.slice(0, 6),
  perChannel: 167,
  key: (n, c, i) => ({ frame: 1 + i * 5 + (c % 5), value: ((n * 7919 + i * 104729) % 1000) / 100 }),
})

const server = await new Server('serve').start()
const { id } = await server.post('/api/scenes/import', scene)
const { browser, context } = await browse()
const page = await open(context, `${server.address}/scenes/${id}`)
await page.locator('.head.object').first().waitFor()
const total = (await server.get(`/api/scenes/${id}`)).keys

// All keys of two objects are 2,004.
const heads = page.locator('.head.object')
await heads.nth(0).locator('.name').click()
await page.getByRole('button', { name: 'Close Box 1', exact: true }).click()
await page.keyboard.down('Shift')
await heads.nth(1).locator('.name').click()
await page.keyboard.up('Shift')
await command(page, 'select all keys')
const selected = await until(
  () => page.locator('.foot .count').textContent(),
  (text) => text.includes(' of '),
  'the selection',
)

const line = await context.newCDPSession(page)
await line.send('Performance.enable')
const scriptTime = async () =>
  (await line.send('Performance.getMetrics')).metrics.find((metric) => metric.name === 'ScriptDuration').value * 1000

const lane = await heads.nth(0).boundingBox()
const canvas = await page.locator('canvas.lanes').boundingBox()
const shown = await page.evaluate(() => JSON.parse(document.querySelector('.desk').dataset.view))
const x = (frame) => canvas.x + ((frame - shown.first) / (shown.last - shown.first)) * canvas.width
const y = lane.y + 9
await page.mouse.move(x(501), y)
await page.mouse.down()
const moves = 40
// The answer to each move is waited for, so that its drawing is counted with it.
const readout = () => page.locator('.readout').textContent()
const move = async (frames) => {
  await page.mouse.move(x(501 + frames), y)
  await until(readout, (text) => text.includes(`(${frames >= 0 ? '+' : ''}${frames})`), 'the readout')
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
}
for (let i = 1; i <= 5; i++) await move(i * 2)
const before = await scriptTime()
for (let i = 1; i <= moves; i++) await move(10 + (i % 2 ? 7 : 3) + i)
const script = (await scriptTime()) - before
await page.keyboard.press('Escape')
await page.mouse.up()
print(`dragging ${selected.match(/([\d,]+) of/)[1]} of ${total} keys, script time per move`, script / moves, 'ms')

// Panning draws every lane again and asks for nothing.
await page.mouse.move(canvas.x + 400, canvas.y + 100)
const pans = 60
const idle = await scriptTime()
for (let i = 0; i < pans; i++) {
  await page.keyboard.down('Shift')
  await page.mouse.wheel(0, i % 2 ? 40 : -40)
  await page.keyboard.up('Shift')
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(done)))
}
print(`drawing the desk with ${total} keys, script time`, ((await scriptTime()) - idle) / pans, 'ms')
await browser.close()
await server.dispose()
