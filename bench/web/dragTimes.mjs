// How soon a drag is seen.
import { print } from './bench.mjs'

/**
 * Times from moves of a drag to the stage's being drawn anew, which is the application's own part, and to the changed
 * picture being there, which software drawing and compositing make far longer: a swap of an otherwise still page
 * takes them some 40 ms here.
 */
export async function dragTimes(page, from, places, what) {
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
