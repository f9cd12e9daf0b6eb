// A hand on the page of the full scene: what it does, and how long until that is seen.
import { print } from '../bench.mjs'

export const median = (times) => times.toSorted((a, b) => a - b)[times.length >> 1]
export const p95 = (times) => times.toSorted((a, b) => a - b)[Math.ceil(times.length * 0.95) - 1]
export const told = (what, value, unit = 'ms') => print(`108,000 keys: ${what}`, value, unit)

/** Conditions on the page, which run there. */
export const isKept = (wanted) =>
  new RegExp(wanted === 0 ? '^Kept$' : `^Kept.*change ${wanted}\\b`).test(
    document.querySelector('button.history').innerText.trim(),
  )
export const reads = (words) => document.querySelector('.readout')?.textContent.includes(words) ?? false
export const isSelected = (words) => document.querySelector('.foot .count').textContent.includes(words)

export class Hand {
  constructor(page) {
    this.page = page
  }

  /**
   * Times something done by hand, from its event on the page to a drawn picture in which `holds` is true of the page.
   * `holds` is a function that runs on the page; without one, it is the next picture.
   */
  async seen(event, act, holds = () => true, argument = null) {
    const { page } = this
    const answer = page.evaluate(
      ([event, source, argument]) =>
        new Promise((done) => {
          const holds = new Function('argument', `return (${source})(argument)`)
          let began = 0
          const look = () => {
            if (!holds(argument)) return requestAnimationFrame(look)
            // What this frame drew is there with the next one.
            requestAnimationFrame(() => done(performance.now() - began))
          }
          window.addEventListener(
            event,
            () => {
              began = performance.now()
              requestAnimationFrame(look)
            },
            { once: true, capture: true },
          )
          window.armed = true
        }),
      [event, holds.toString(), argument],
    )
    await page.waitForFunction(() => window.armed)
    await act()
    const took = await answer
    await page.evaluate(() => (window.armed = false))
    return took
  }

  async change() {
    return Number(/change (\d+)/.exec(await this.page.locator('button.history').innerText())?.[1] ?? 0)
  }

  /** Something that makes an edit, or takes one back: until the pill says that it is kept, and the desk shows it. */
  async edited(event, act, by = 1) {
    return this.seen(event, act, isKept, (await this.change()) + by)
  }

  press = (key) => this.edited('keydown', () => this.page.keyboard.press(key))
  undo = () => this.edited('keydown', () => this.page.keyboard.press('Control+z'), -1)

  /** Scrubs on the ruler; the first five moves warm up. */
  async scrub(what) {
    const { page } = this
    const ruler = await page.locator('.ruler').first().boundingBox()
    const y = ruler.y + ruler.height - 6
    // The playhead is grabbed anywhere on the ruler: the stage goes there at once.
    const shown = () => document.querySelector('[data-frame]').dataset.frame
    const was = await page.evaluate(shown)
    await page.mouse.move(ruler.x + 60, y)
    told(
      `${what}, pointer down to picture`,
      await this.seen(
        'pointerdown',
        () => page.mouse.down(),
        (was) => document.querySelector('[data-frame]').dataset.frame !== was,
        was,
      ),
    )
    const times = []
    for (let i = 0; i < 45; i++)
      times.push(await this.seen('pointermove', () => page.mouse.move(ruler.x + 80 + i * 17, y)))
    await page.mouse.up()
    told(`${what}, median`, median(times.slice(5)))
    told(`${what}, p95`, p95(times.slice(5)))
  }

  /** Drags what is at one point of the desk by whole frames, and takes it back; `at` says where a frame is. */
  async drag(what, frame, at) {
    const { page } = this
    const from = await at(frame)
    await page.mouse.move(from.x, from.y)
    await page.mouse.down()
    const moves = []
    for (let i = 1; i <= 30; i++) {
      const by = i % 2 ? 6 + i : 12 + i
      const { x } = await at(frame + by)
      moves.push(await this.seen('pointermove', () => page.mouse.move(x, from.y), reads, `(+${by})`))
    }
    told(`${what} dragged, median`, median(moves.slice(5)))
    told(`${what} dragged, p95`, p95(moves.slice(5)))
    told(`${what} dropped`, await this.edited('pointerup', () => page.mouse.up()))
    told(`${what} dropped, undone`, await this.undo())
  }
}
