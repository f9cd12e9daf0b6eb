import { browse, open, Server } from '../harness.mjs'
import { faults, fileOf } from './checks.mjs'
import { gesture, perform } from './gestures.mjs'
import { Random } from './random.mjs'

const scene = {
  format: 'zesty-scene',
  version: 2,
  name: 'Monkey bay',
  rate: '24',
  range: [1, 96],
  work: [1, 72],
  objects: [
    {
      name: 'Ferry',
      kind: 'box',
      channels: {
        'position.x': { keys: [{ frame: 1, value: 0 }, { frame: 24, value: 4 }, { frame: 60, value: -2 }] },
        'position.y': { keys: [{ frame: 12, value: 0 }, { frame: 36.5, value: 1 }] },
        'rotation.y': { keys: [{ frame: 1, value: 0 }, { frame: 48, value: 180 }] },
      },
    },
    { name: 'Cabin', kind: 'cylinder', parent: 'Ferry', channels: { 'position.y': { value: 1 } } },
    { name: 'Buoy', kind: 'sphere', channels: { 'position.x': { value: 4 }, 'position.y': { keys: [{ frame: 6, value: 0 }] } } },
    { name: 'Lens', kind: 'camera', channels: { 'position.z': { value: 14 }, 'position.y': { value: 2 } } },
  ],
  warps: [{ name: 'Slow', covers: ['Buoy'], keys: [{ frame: 1, source: 1 }, { frame: 96, source: 60 }] }],
  clips: [{ name: 'Bob', length: 24, channels: { 'position.y': { keys: [{ frame: 0, value: 0 }, { frame: 12, value: 1 }, { frame: 24, value: 0 }] } } }],
  placed: [{ clip: 'Bob', object: 'Buoy', frame: 10, end: 58, cycle: 'repeat' }],
} // prettier-ignore

/** A gesture that takes longer than this, in milliseconds, has made the page hang. */
const longest = 30_000

function inTime(doing) {
  let timer
  const late = new Promise((_, reject) => {
    timer = setTimeout(() => reject(new Error(`the page hangs for ${longest / 1000} s`)), longest)
  })
  return Promise.race([doing, late]).finally(() => clearTimeout(timer))
}

/** Two pages on scenes of their own server, and rounds of gestures on them. */
export class Monkey {
  static async start() {
    const monkey = new Monkey()
    monkey.server = await new Server().start()
    await monkey.openBrowsers()
    return monkey
  }

  /** A page of a browser that is not in front draws nothing, and a hand on it waits: each page has a browser of its own. */
  async openBrowsers() {
    this.sides = await Promise.all([1, 2].map(() => browse({ width: 960, height: 640 })))
  }

  async closeBrowsers() {
    for (const { browser } of this.sides) await browser.close()
  }

  async stop() {
    await this.closeBrowsers()
    await this.server.dispose()
  }

  /** @returns the gestures that a seed gives. */
  gestures(seed, count) {
    const random = new Random(seed)
    return Array.from({ length: count }, () => gesture(random, 2))
  }

  /** Does gestures on a new scene. @returns what was not right after them, in words. */
  async round(gestures) {
    const { id } = await this.server.post('/api/scenes/import', scene)
    const first = await fileOf(this.server, id)
    const pages = []
    for (const { context } of this.sides) {
      const page = await open(context, `${this.server.address}/scenes/${id}`)
      await page.evaluate(() => localStorage.clear())
      await page.reload()
      await page.locator('.body .heads .head.object').first().waitFor()
      pages.push(page)
    }
    try {
      for (const [i, each] of gestures.entries()) {
        await inTime(perform(each, pages, this.server)).catch((wrong) => {
          throw new Error(`gesture ${i + 1}, ${each.kind}: ${wrong.message.split('\n')[0]}`)
        })
      }
      return await faults(pages, this.server, id, first)
    } catch (wrong) {
      // A page that hangs does not close by itself.
      await this.closeBrowsers()
      await this.openBrowsers()
      return [wrong.message, ...pages.flatMap((page) => page.faults)]
    } finally {
      for (const page of pages) await page.close().catch(() => {})
    }
  }

  /** Leaves gestures out as long as it still fails, or time runs out. @returns the shortest list found. */
  async shortest(gestures, until) {
    let best = gestures
    for (let size = Math.ceil(best.length / 2); size >= 1; size = size === 1 ? 0 : Math.ceil(size / 2))
      for (let at = 0; at < best.length && Date.now() < until;) {
        const fewer = [...best.slice(0, at), ...best.slice(at + size)]
        if ((await this.round(fewer)).length) best = fewer
        else at += size
      }
    return best
  }
}
