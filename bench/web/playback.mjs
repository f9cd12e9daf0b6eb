// Ten seconds of play in headless Chromium with software drawing: what was shown, what was dropped, and at what cost.
import { browse, deskPoint, open, Server, setField } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'
import { boxes } from './scenes.mjs'

const seconds = 10
const fps = 24
const server = await new Server('demo').start()
const { browser, context } = await browse()

async function playTenSeconds(name, address) {
  const page = await open(context, address)
  await page.locator('.head.object').first().waitFor()
  // The stage knows how long a picture takes once it has drawn one that stands still.
  await page.waitForFunction(() => {
    const canvas = document.querySelector('.stage-canvas')
    return canvas.width > canvas.clientWidth
  })
  await page.keyboard.press('Home')
  const line = await context.newCDPSession(page)
  await line.send('Performance.enable')
  const scriptTime = async () =>
    (await line.send('Performance.getMetrics')).metrics.find((metric) => metric.name === 'ScriptDuration').value
  await page.evaluate(() => {
    window.seen = []
    const ruler = document.querySelector('canvas.ruler')
    window.watching = new MutationObserver(() =>
      window.seen.push([performance.now(), Number(ruler.getAttribute('aria-valuenow'))]),
    )
    window.watching.observe(ruler, { attributes: true, attributeFilter: ['aria-valuenow'] })
  })
  await page.keyboard.press('Space')
  await page.waitForFunction(() => window.seen.length > 3)
  const scriptBefore = await scriptTime()
  const from = await page.evaluate(() => window.seen.length)
  await page.waitForFunction((end) => performance.now() - window.seen[0][0] > end, seconds * 1000)
  const seen = await page.evaluate(() => window.seen)
  const script = (await scriptTime()) - scriptBefore
  const share = await page.evaluate(
    () => document.querySelector('#app').__vue_app__.config.globalProperties.$pinia.state.value.views.pixelShare,
  )
  await page.keyboard.press('Space')

  const range = await page.evaluate(() => {
    const of = (label) => Number(document.querySelector(`[aria-label="${label}"]`).value)
    return [of("Work range's first frame"), of("Work range's last frame")]
  })
  const length = range[1] - range[0] + 1
  let passed = 0
  let longest = 0
  for (let i = 1; i < seen.length; i++) {
    passed += (seen[i][1] - seen[i - 1][1] + length) % length
    longest = Math.max(longest, seen[i][0] - seen[i - 1][0])
  }
  const elapsed = (seen.at(-1)[0] - seen[0][0]) / 1000
  print(`${name}, frames due`, passed, 'frames')
  print(`${name}, frames shown`, seen.length - 1, 'frames')
  print(`${name}, dropped`, ((passed - (seen.length - 1)) / passed) * 100, '%')
  print(`${name}, longest gap`, longest, 'ms')
  print(`${name}, clock drift`, Math.abs(passed - elapsed * fps), 'frames')
  print(`${name}, pixels drawn at the end`, share * 100, '%')
  print(`${name}, script time per frame`, (script * 1000) / (seen.length - from), 'ms')
  await page.close()
}

/**
 * Times from moves of a drag to the stage's being drawn anew, which is the application's own part, and to the changed
 * picture being there, which software drawing and compositing make far longer: a swap of an otherwise still page
 * takes them some 40 ms here.
 */
async function dragTimes(page, from, places, what) {
  await page.evaluate(() => {
    const stage = document.querySelector('.stage-canvas')
    const ctx = new OffscreenCanvas(240, 130).getContext('2d', { willReadFrequently: true })
    const look = () => {
      ctx.drawImage(stage, 0, 0, 240, 130)
      return ctx.getImageData(0, 0, 240, 130).data
    }
    let [began, drawn] = [0, 0]
    for (const call of ['drawElements', 'drawElementsInstanced', 'drawArrays', 'drawArraysInstanced']) {
      const own = WebGL2RenderingContext.prototype[call]
      WebGL2RenderingContext.prototype[call] = function (...args) {
        own.apply(this, args)
        if (began) drawn = performance.now()
      }
    }
    window.arm = () => {
      const before = look()
      ;[began, drawn] = [0, 0]
      window.addEventListener('pointermove', () => (began = performance.now()), { once: true, capture: true })
      window.answer = new Promise((done) => {
        const again = () => {
          // Looking costs more than drawing: only after a drawing is there anything new to see.
          if (drawn && look().some((value, i) => value !== before[i])) done([drawn - began, performance.now() - began])
          else requestAnimationFrame(again)
        }
        requestAnimationFrame(again)
      })
    }
  })
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  const times = []
  for (const place of places) {
    await page.evaluate(() => window.arm())
    await page.mouse.move(place.x, place.y)
    times.push(await page.evaluate(() => window.answer))
  }
  await page.keyboard.press('Escape')
  await page.mouse.up()
  for (const [i, until] of ['drawn', 'picture'].entries()) {
    // The first five warm up.
    const sorted = times
      .slice(5)
      .map((time) => time[i])
      .sort((a, b) => a - b)
    print(`dragged ${what} to ${until}, median`, sorted[Math.floor(sorted.length / 2)], 'ms')
    print(`dragged ${what} to ${until}, p95`, sorted[Math.ceil(sorted.length * 0.95) - 1], 'ms')
  }
}

async function ferryPage() {
  const page = await open(context, `${server.address}/scenes/1`)
  await page.getByPlaceholder('Find a lane…').fill('ferry')
  await page.getByRole('button', { name: 'Ferry', exact: true }).click()
  await page.getByPlaceholder('Find a lane…').fill('')
  return page
}

async function dragKey() {
  const page = await ferryPage()
  await setField(page, 'Frame', '60')
  const key = await deskPoint(page, 86, 'Position X')
  const scale = (await deskPoint(page, 87)).x - (await deskPoint(page, 86)).x
  const places = Array.from({ length: 45 }, (_, i) => ({ x: key.x + ((i % 2 ? 12 : 20) + (i % 5)) * scale, y: key.y }))
  await dragTimes(page, key, places, 'key')
  await page.close()
}

/** A point of a warp over the whole demo, pulled by its source end while the frame in the middle of it is shown. */
async function dragWarpPoint() {
  const page = await ferryPage()
  await setField(page, 'Frame', '100')
  await page.evaluate(() => document.activeElement.blur())
  await page.keyboard.press('w')
  await page.getByText(/^1 warp point/).waitFor()
  await setField(page, 'Frame', '80')
  const { y, height } = await page.locator('.flow').first().boundingBox()
  const at = async (frame) => ({ x: (await deskPoint(page, frame)).x, y: y + height - 11 })
  const places = []
  for (let i = 0; i < 45; i++) places.push(await at(100 - (i % 2 ? 12 : 20) - (i % 5)))
  await dragTimes(page, await at(100), places, 'warp point')
  await page.close()
}

const { id } = await server.post('/api/scenes/import', boxes(100))
await playTenSeconds('demo', `${server.address}/scenes/1`)
await playTenSeconds('100 objects', `${server.address}/scenes/${id}`)
await dragKey()
await dragWarpPoint()
await browser.close()
await server.dispose()
