import assert from 'node:assert/strict'
import { sceneText } from './packages.mjs'
import { spawn, execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createInterface } from 'node:readline'
import { chromium } from 'playwright-core'
import { PNG } from 'pngjs'

const home = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
const flags = [
  '--no-sandbox',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--ignore-gpu-blocklist',
  // What the page shows is put together by the processor: without a card that is four times as fast.
  '--disable-gpu-compositing',
]

/** The built application as a process of its own, on a free port and with a folder of its own. */
export class Server {
  constructor(command = 'serve', folder = mkdtempSync(join(tmpdir(), 'zesty-browser-')), options = []) {
    this.command = command
    this.options = options
    this.folder = folder
  }

  async start() {
    // Once it has a port it keeps it, so that pages find it again.
    const port = this.address ? new URL(this.address).port : '0'
    const asked = [
      this.command,
      '--no-build',
      '--port',
      port,
      '--tracking',
      '0',
      '--data',
      this.folder,
      ...this.options,
    ]
    this.process = spawn(join(home, 'zesty'), asked, { stdio: ['ignore', 'pipe', 'inherit'] })
    const lines = createInterface({ input: this.process.stdout })
    const line = await new Promise((resolve, reject) => {
      lines.once('line', resolve)
      this.process.once('exit', (code) => reject(new Error(`the server ended with ${code}`)))
    })
    this.address = line.split(' ').at(-1)
    return this
  }

  /** As kill -9. */
  async kill() {
    if (this.process.exitCode !== null || this.process.signalCode !== null) return
    const ended = new Promise((resolve) => this.process.once('exit', resolve))
    this.process.kill('SIGKILL')
    await ended
  }

  async dispose() {
    await this.kill()
    rmSync(this.folder, { recursive: true })
  }

  async get(path) {
    const answer = await fetch(this.address + path)
    // A scene that has pictures or sounds goes out as a package.
    return JSON.parse(sceneText(Buffer.from(await answer.arrayBuffer())))
  }

  async post(path, body) {
    const answer = await fetch(this.address + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    return answer.json()
  }

  /** Evaluated motion, as rows of numbers by frame. */
  async samples(scene, object, channel, more = {}) {
    const query = new URLSearchParams({ object, channel, ...more })
    const answer = await fetch(`${this.address}/api/scenes/${scene}/samples.csv?${query}`)
    const text = await answer.text()
    if (!answer.ok) throw new Error(text)
    const rows = text.trim().split('\n').slice(1)
    return new Map(rows.map((row) => row.split(',')).map((cells) => [Number(cells.at(-2)), Number(cells.at(-1))]))
  }
}

export async function browse(size = { width: 1280, height: 800 }) {
  const executablePath = execFileSync('sh', ['-c', 'command -v chromium']).toString().trim()
  const browser = await chromium.launch({ executablePath, args: flags })
  const context = await browser.newContext({ viewport: size, acceptDownloads: true })
  // Shadows come a while after all rests; the tests that are about them switch them on.
  await context.addInitScript(
    () => localStorage.getItem('zesty-shadows') ?? localStorage.setItem('zesty-shadows', 'false'),
  )
  return { browser, context }
}

/** What the browser itself says of the network, where tests kill servers: the page tells of that in its own words. */
const ofNetwork = /^(Failed to load resource|WebSocket connection to '[^']*' failed)/

/** A page that fails the test on any error of its own. */
export async function open(context, address) {
  const page = await context.newPage()
  page.setDefaultTimeout(20_000)
  page.faults = []
  page.on('pageerror', (error) => page.faults.push(error.message))
  page.on('console', (message) => {
    if (message.type() === 'error' && !ofNetwork.test(message.text())) page.faults.push(message.text())
  })
  await page.goto(address)
  return page
}

/** The page falls over, as it does when the browser is killed. */
export async function fall(page) {
  const gone = page.waitForEvent('crash')
  await Promise.all([gone, page.goto('chrome://crash').catch(() => {})])
  await page.close()
}

/** The stage draws once more, with all its pixels, when it rests; a move that has been asked for takes a few frames to begin. */
export const stageRested = (page) =>
  page.waitForFunction(() => {
    const canvas = document.querySelector('.stage-canvas')
    if (!canvas) return false
    const isSharp = canvas.width > canvas.clientWidth && canvas.closest('.stage').dataset.shade !== 'due'
    window.sharpFor = isSharp ? (window.sharpFor ?? 0) + 1 : 0
    if (window.sharpFor < 15) return false
    window.sharpFor = 0
    // What has been asked of the card may not be on the screen yet: reading from it waits for that.
    const card = canvas.getContext('webgl2')
    card?.readPixels(0, 0, 1, 1, card.RGBA, card.UNSIGNED_BYTE, new Uint8Array(4))
    window.movedSince = false
    window.watched ??= new MutationObserver(() => (window.movedSince = true))
    window.watched.observe(canvas, { attributeFilter: ['width'] })
    return true
  })

/** The stage's pixels, without what lies over it. */
export async function stagePixels(page) {
  const box = await page.locator('.stage-canvas').boundingBox()
  const clip = { x: box.x + 10, y: box.y + 60, width: box.width - 20, height: box.height - 120 }
  return PNG.sync.read(await page.screenshot({ clip }))
}

/** The stage's pixels when it rests, and has not moved while the picture was taken. */
export async function restedPixels(page) {
  for (;;) {
    await stageRested(page)
    const pixels = await stagePixels(page)
    if (!(await page.evaluate(() => window.movedSince))) return pixels
  }
}

/** Holds that a number is another one, so far at most. */
export const near = (seen, wanted, within, what = 'value') =>
  assert.ok(Math.abs(seen - wanted) <= within, `${what}: ${seen}, and not ${wanted} ± ${within}`)

/** A key of a scene file whose both sides are straight. */
export const linear = (frame, value) => ({ frame, value, in: 'linear', out: 'linear' })

/** How many pixels differ clearly between two pictures of the same size. */
export function differing(a, b) {
  let count = 0
  for (let i = 0; i < a.data.length; i += 4) {
    const distance =
      Math.abs(a.data[i] - b.data[i]) +
      Math.abs(a.data[i + 1] - b.data[i + 1]) +
      Math.abs(a.data[i + 2] - b.data[i + 2])
    if (distance > 60) count++
  }
  return count
}

/** Whether a pixel has the colour that the stage gives to a box. */
export const isBox = (r, g, b) => r > 150 && g > 130 && b > 90 && r - b > 20 && r - b < 110

/** The middle of all pixels that a test of (r, g, b) holds for, and how many there are. */
export function middleOf(png, holds) {
  let [x, y, count] = [0, 0, 0]
  for (let i = 0; i < png.data.length; i += 4) {
    if (!holds(png.data[i], png.data[i + 1], png.data[i + 2])) continue
    const pixel = i / 4
    x += pixel % png.width
    y += Math.floor(pixel / png.width)
    count++
  }
  return { x: x / count, y: y / count, count }
}

/** Waits until a reading of the page holds. */
export async function until(reading, holds, what) {
  const end = Date.now() + 30_000
  let last
  while (Date.now() < end) {
    last = await reading()
    if (holds(last)) return last
    await new Promise((resolve) => setTimeout(resolve, 30))
  }
  throw new Error(`${what} did not come; last seen: ${JSON.stringify(last)?.slice(0, 300)}`)
}

export const setField = async (page, label, text) => {
  const field = page.getByLabel(label, { exact: true })
  await field.click()
  await field.fill(text)
  // In a dialog Enter would confirm it.
  await field.press((await field.evaluate((each) => each.closest('.modal') !== null)) ? 'Tab' : 'Enter')
}

/** Opens the finder by its key; where it does not come, what was in its way is told. */
export async function openFinder(page) {
  await page.keyboard.press('Control+k')
  const field = page.getByRole('combobox', { name: 'Find a command' })
  await field.waitFor().catch(async (cause) => {
    const there = await page.evaluate(() => ({
      focus: document.activeElement?.outerHTML.slice(0, 200),
      open: [...document.querySelectorAll('.modal, .dropdown-menu.show')].map((each) => each.outerHTML.slice(0, 200)),
    }))
    throw new Error(`the finder did not open: ${JSON.stringify(there)}`, { cause })
  })
  return field
}

/** Runs the command that the finder finds first for some words. */
export async function command(page, words) {
  const field = await openFinder(page)
  await field.fill(words)
  await page.keyboard.press('Enter')
}

/** The canvas point of a frame on the desk, in page coordinates. */
export async function deskPoint(page, frame, lane) {
  const canvas = await page.locator('canvas.ruler').boundingBox()
  const now = await page.evaluate(() => JSON.parse(document.querySelector('.desk').dataset.view))
  const x = canvas.x + ((frame - now.first) / (now.last - now.first)) * canvas.width
  if (lane === undefined) return { x, y: canvas.y + 12 }
  const head = await page.locator('.head', { has: page.getByRole('button', { name: lane, exact: true }) }).boundingBox()
  return { x, y: head.y + head.height / 2 }
}

/** The canvas point of a frame and a value in a tall lane, in page coordinates. */
export async function curvePoint(page, lane, frame, value) {
  const head = page.locator('.head', { has: page.getByRole('button', { name: lane, exact: true }) })
  const { x } = await deskPoint(page, frame, lane)
  const { y, height } = await head.boundingBox()
  const { low, high } = JSON.parse(await head.locator('.curve-head').getAttribute('data-values'))
  // Values keep 8 pixels from the lane's edges.
  return { x, y: y + height - 8 - ((value - low) / (high - low)) * (height - 16) }
}

/** Drags the mouse from one point to another, with some keys held, and does something before it lets go. */
export async function drag(page, from, to, { keys = [], over } = {}) {
  for (const key of keys) await page.keyboard.down(key)
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 })
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await over?.()
  await page.mouse.up()
  for (const key of keys) await page.keyboard.up(key)
}

/** Drops files on a part of the page, as a hand does; each has a name and its content, a Buffer or a text. */
export async function dropFiles(target, files, at) {
  const transfer = await target.page().evaluateHandle(
    (those) => {
      const data = new DataTransfer()
      for (const { name, text } of those)
        data.items.add(new File([Uint8Array.from(atob(text), (c) => c.charCodeAt(0))], name))
      return data
    },
    files.map(({ name, content }) => ({ name, text: Buffer.from(content).toString('base64') })),
  )
  for (const kind of ['dragover', 'drop'])
    await target.dispatchEvent(kind, { dataTransfer: transfer, clientX: at?.x, clientY: at?.y })
}

/** The mark of the playhead on a trail. */
export const isLime = (r, g, b) => Math.abs(r - 0xb5) < 14 && Math.abs(g - 0xe0) < 14 && Math.abs(b - 0x48) < 22

/** Where on the stage the mark of the playhead is, as `stagePixels` counts. */
export const limeMark = (page) =>
  until(
    async () => middleOf(await stagePixels(page), isLime),
    ({ count }) => count > 8,
    'the mark of the playhead',
  )

/** Shows the trail of an object over the work range and keeps it, with nothing selected. */
export async function keepTrail(desk, name) {
  const { page } = desk
  await desk.select(name)
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'How trails are drawn' }).click()
  await page.getByText('The work range').click()
  await page.getByText('Keep the selected ones').click()
  await page.keyboard.press('Escape')
  const stage = await page.locator('.stage-canvas').boundingBox()
  await page.mouse.click(stage.x + 40, stage.y + stage.height - 30)
  await page.getByText('Nothing is selected').waitFor()
}

/** Goes to a frame by its field, and waits until the stage shows it. */
export async function goToFrame(page, frame) {
  await setField(page, 'Frame', String(frame))
  await until(
    () => page.locator('[data-frame]').first().getAttribute('data-frame'),
    (shown) => shown === String(frame),
    `the stage at frame ${frame}`,
  )
}

/** A small scene: a ferry keyed on x at some frames, each with a value. */
export const ferryScene = (name, keys) => ({
  format: 'zesty-scene',
  version: 2,
  name,
  rate: '24',
  range: [1, 100],
  objects: [
    {
      name: 'Ferry',
      kind: 'box',
      channels: {
        'position.x': { keys: Object.entries(keys).map(([frame, value]) => ({ frame: Number(frame), value })) },
      },
    },
  ],
})

/** A page that shows a scene, read from a file's content, and what is kept of it. */
export class Desk {
  /** @param content a scene file's content; without one it is the demo. */
  static async open(content) {
    const desk = new Desk()
    const [server, browser] = await Promise.all([new Server(content ? 'serve' : 'demo').start(), browse()])
    Object.assign(desk, { server }, browser)
    desk.id = content ? (await server.post('/api/scenes/import', content)).id : (await server.get('/api/scenes'))[0].id
    desk.page = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
    await desk.page.locator('.desk').waitFor()
    return desk
  }

  async close() {
    await this.browser.close()
    await this.server.dispose()
  }

  scene = () => this.server.get(`/api/scenes/${this.id}`)

  /** The keys of a channel, as the scene file has them. */
  async keys(object, channel) {
    const { objects } = await this.server.get(`/api/scenes/${this.id}/file`)
    return objects.find(({ name }) => name === object).channels[channel]?.keys ?? []
  }

  reels = async () => (await this.server.get(`/api/scenes/${this.id}/reels`)).reels

  /** Shoots a small reel with the dialog; `more` sets what else is to be set. */
  async shoot(more = async () => {}) {
    const { page } = this
    const before = (await this.reels()).length
    await page.keyboard.press('Shift+R')
    await page.getByRole('dialog', { name: 'Shoot a reel' }).waitFor()
    await setField(page, 'Pixels across', '160')
    await setField(page, 'Pixels down', '90')
    await more()
    await page.getByRole('button', { name: 'Shoot', exact: true }).click()
    const [shot] = await until(this.reels, (now) => now.length === before + 1, 'the reel')
    // The page hears of it a moment later.
    await page.getByRole('region', { name: 'A reel is being shot' }).waitFor({ state: 'detached' })
    return shot
  }

  samples = (object, channel) => this.server.samples(this.id, object, channel)

  /** The page has heard of everything that is kept. */
  async heard() {
    const { position } = await this.scene()
    await this.page
      .getByRole('button', { name: position ? `Kept · change ${position}` : 'Kept', exact: true })
      .waitFor()
  }

  /** Does something that makes one change, and waits until both sides know of it. */
  async changing(act) {
    const { position } = await this.scene()
    const done = await act()
    await until(this.scene, (now) => now.position === position + 1, 'the change')
    await this.heard()
    return done
  }

  async undo() {
    const { position } = await this.scene()
    await this.page.keyboard.press('Control+z')
    await until(this.scene, (now) => now.position === position - 1, 'the undo')
    await this.heard()
  }

  /** Selects an object by its lane, wherever that is. */
  async select(name) {
    const find = this.page.getByLabel('Find a lane')
    await find.fill(name)
    await this.lane(name).click()
    await find.press('Escape')
    await this.lane(name).waitFor()
  }

  lane = (name) => this.page.locator('.body .heads').getByRole('button', { name, exact: true })
}

export { home }
