// A scene of 500 objects × 9 keyed channels × 100,000 frames: how soon it is there, wherever somebody looks, and what it takes.
import { readFileSync } from 'node:fs'
import { browse, deskPoint, Server } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'
import { anyValue, boxes, transforms } from './boxes.mjs'

const [objects, frames, perChannel] = [500, 100_000, 40]
const name = `${objects} objects x 9 channels x ${frames} frames`
const scene = boxes({
  name,
  frames,
  objects,
  channels: transforms,
  perChannel,
  key: (n, c, i) => ({
    frame: 1 + Math.round((i * (frames - 1)) / (perChannel - 1)),
    value: anyValue(transforms[c], n * 31 + c, i),
  }),
})

const server = await new Server('serve').start()
await server.post('/api/scenes/import', scene)
// The script that starts it has become it.
const serverPid = server.process.pid
const { browser, context } = await browse()

/** The median and the worst but one in twenty. */
function told(what, times) {
  times.sort((a, b) => a - b)
  print(`${name}, ${what}, median`, times[times.length >> 1], 'ms')
  print(`${name}, ${what}, p95`, times[Math.ceil(times.length * 0.95) - 1], 'ms')
}

/** What a process holds in memory now, in MB. */
const memory = (pid, what = 'VmRSS') =>
  Number(/(\d+) kB/.exec(new RegExp(`${what}.*`).exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[0])[1]) / 1000

const opened = []
let page
for (let n = 0; n < 3; n++) {
  await page?.close()
  page = await context.newPage()
  page.setDefaultTimeout(60_000)
  await page.goto(`${server.address}/scenes`)
  // The list is all there, its picture of the scene too.
  await page.locator('article.card img').first().waitFor()
  await page.evaluate(() => {
    new MutationObserver(() => {
      const frame = document.querySelector('.stage')?.dataset.frame
      if (frame && window.begun && !window.took)
        requestAnimationFrame(() => requestAnimationFrame(() => (window.took = performance.now() - window.begun)))
    }).observe(document, { subtree: true, childList: true, attributes: true, attributeFilter: ['data-frame'] })
    addEventListener('pointerdown', () => (window.begun = performance.now()), { capture: true })
  })
  await page.locator('a', { hasText: name }).first().click()
  opened.push(await (await page.waitForFunction(() => window.took)).jsonValue())
}
told('first picture after a click in the list', opened)

print(`${name}, the server's memory after opening`, memory(serverPid), 'MB')

await page.locator('.head.object').first().waitFor()
const ruler = await page.locator('canvas.ruler').boundingBox()
await page.evaluate(() => {
  window.waits = []
  window.draws = []
  const stage = document.querySelector('.stage')
  const now = () => document.querySelector('canvas.ruler').getAttribute('aria-valuenow')
  window.pressed = null
  addEventListener('pointerdown', () => (window.pressed = performance.now()), { capture: true })
  new MutationObserver(() => {
    if (window.pressed === null || stage.dataset.frame !== now()) return
    const from = window.pressed
    window.pressed = null
    window.draws.push(performance.now() - from)
    requestAnimationFrame(() => requestAnimationFrame(() => window.waits.push(performance.now() - from)))
  }).observe(stage, { attributes: true, attributeFilter: ['data-frame'] })
})
const presses = 40
for (let i = 0; i < presses; i++) {
  await page.mouse.click(ruler.x + 30 + ((i * 389) % (ruler.width - 60)), ruler.y + ruler.height - 6)
  await page.waitForFunction((count) => window.waits.length > count, i)
}
told('a click anywhere on the ruler, until its true picture is drawn', await page.evaluate(() => window.draws))
told('a click anywhere on the ruler, until two frames later', await page.evaluate(() => window.waits))

// A drag along the whole ruler: each picture is of the frame that the ruler says, or is said to be older.
await page.evaluate(() => {
  window.unsaid = 0
  window.looks = 0
  window.older = 0
  const stage = document.querySelector('.stage')
  // Right after each frame. What has just come is drawn with the next one: only what is older at two looks is not said.
  let wasOlder = false
  const after = new MessageChannel()
  const look = () => {
    const now = document.querySelector('canvas.ruler').getAttribute('aria-valuenow')
    const isSaid = document.querySelector('.stage-away') !== null
    window.looks++
    if (isSaid) window.older++
    const isOlder = stage.dataset.frame !== now && !isSaid
    if (isOlder && wasOlder) window.unsaid++
    wasOlder = isOlder
    requestAnimationFrame(() => after.port2.postMessage(0))
  }
  after.port1.onmessage = look
  look()
})
await page.mouse.move(ruler.x + 100, ruler.y + ruler.height - 6)
await page.mouse.down()
for (let x = 100; x < ruler.width - 20; x += 6) await page.mouse.move(ruler.x + x, ruler.y + ruler.height - 6)
await page.mouse.up()
const scrubbed = await page.evaluate(() => [window.looks, window.older, window.unsaid])
print(`${name}, scrubbing, looks at the page`, scrubbed[0], 'looks')
print(`${name}, scrubbing, with the picture said to be older`, scrubbed[1], 'looks')
print(`${name}, scrubbing, with the picture older and not said so`, scrubbed[2], 'looks')

// Playing at four times the speed, from several places.
await page.evaluate(() => (window.looks = window.older = window.unsaid = 0))
for (const part of [0.1, 0.5, 0.85]) {
  await page.mouse.click(ruler.x + part * ruler.width, ruler.y + ruler.height - 6)
  for (let n = 0; n < 3; n++) await page.keyboard.press('l')
  const from = await page.evaluate(() => performance.now())
  await page.waitForFunction((end) => performance.now() > end, from + 8000)
  await page.keyboard.press('k')
}
const played = await page.evaluate(() => [window.looks, window.older, window.unsaid])
print(`${name}, playing, looks at the page`, played[0], 'looks')
print(`${name}, playing, with the picture said to be older`, played[1], 'looks')
print(`${name}, playing, with the picture older and not said so`, played[2], 'looks')

// A point of a warp over everything, dragged: from the mouse to the picture of the frame looked at.
const id = Number(new URL(page.url()).pathname.split('/').at(-1))
const { revision } = await server.get(`/api/scenes/${id}`)
const middle = frames / 2
const edits = [{ edit: 'addWarp' }, { edit: 'keyChannels', frame: middle, values: [{ warp: 1, value: middle }] }]
for (const [i, edit] of edits.entries()) await server.post(`/api/scenes/${id}/edits`, { revision: revision + i, edit })
await page.locator('canvas.ladder').waitFor()
const { x } = await deskPoint(page, middle)
// By its source end, on the lower rail.
const ladder = await page.locator('canvas.ladder').boundingBox()
const y = ladder.y + ladder.height - 11
await page.evaluate(() => {
  window.drags = []
  window.moved = null
  addEventListener('pointermove', () => (window.moved ??= performance.now()), { capture: true })
  new MutationObserver(() => {
    if (window.moved !== null) window.drags.push(performance.now() - window.moved)
    window.moved = null
  }).observe(document.querySelector('.stage'), { attributes: true, attributeFilter: ['data-pictures'] })
})
await page.mouse.move(x, y)
await page.mouse.down()
// The first few pixels are taken for a click.
for (let i = 6; i <= 66; i++) {
  const before = await page.evaluate(() => window.drags.length)
  await page.mouse.move(x + i, y)
  await page.waitForFunction((count) => window.drags.length > count, before)
}
await page.keyboard.press('Escape')
await page.mouse.up()
told('a warp over everything dragged, to the picture', (await page.evaluate(() => window.drags)).slice(10))

print(`${name}, the server's memory at most`, memory(serverPid, 'VmHWM'), 'MB')
const tabs = await rendererPids()
print(`${name}, the tab's memory`, Math.max(...tabs.map((pid) => memory(pid))), 'MB')
print(`${name}, the tab's memory at most`, Math.max(...tabs.map((pid) => memory(pid, 'VmHWM'))), 'MB')
await browser.close()
await server.dispose()

async function rendererPids() {
  const line = await browser.newBrowserCDPSession()
  const { processInfo } = await line.send('SystemInfo.getProcessInfo')
  return processInfo.filter(({ type }) => type === 'renderer').map(({ id: pid }) => pid)
}
