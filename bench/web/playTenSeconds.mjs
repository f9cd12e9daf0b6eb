// Ten seconds of play in a page: what was shown, what was dropped, and at what cost.
import { open } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'

const seconds = 10
const fps = 24

export async function playTenSeconds(context, name, address) {
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
