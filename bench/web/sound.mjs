// A stereo sound of ten minutes: how soon its waveform is there, how the desk scrolls with it and without, and how far
// picture and sound come apart while it is played. ZESTY_BENCH_MINUTES says for how long; one when it is left out.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { browse, command, open, Server } from '../../tests/browser/harness.mjs'
import { listening } from '../../tests/browser/listening.mjs'
import { rate, wav } from '../../tests/browser/wav.mjs'
import { print } from './bench.mjs'

const [seconds, minutes] = [600, Number(process.env.ZESTY_BENCH_MINUTES ?? 1)]
const content = (name) => ({
  format: 'zesty-scene',
  version: 2,
  name,
  rate: '24',
  range: [0, seconds * 24 - 1],
  objects: [{ name: 'Buoy', kind: 'box' }],
})
const server = await new Server('serve').start()
const { browser, context } = await browse()
await listening(context)
const file = join(server.folder, 'ten minutes.wav')
writeFileSync(
  file,
  wav(seconds, (i) => 0.6 * Math.sin(i / 40) * Math.exp(-(i % rate) / 6000), 2),
)
const sorted = (numbers) => [...numbers].sort((one, other) => one - other)
const middle = (numbers) => sorted(numbers)[numbers.length >> 1]

const { id } = await server.post('/api/scenes/import', content('With sound'))
const address = `${server.address}/scenes/${id}`
let page = await open(context, address)
const drawn = (on) => on.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
/** Does something, and tells how long it takes until the sound's first peaks have been drawn. */
async function untilSeen(on, act) {
  const peaks = on.waitForResponse((answer) => answer.url().includes('/peaks') && answer.ok(), { timeout: 60_000 })
  const start = performance.now()
  await act()
  await (await peaks).finished()
  await drawn(on)
  return performance.now() - start
}
await page.locator('.desk').waitFor()
const chooser = page.waitForEvent('filechooser')
await command(page, 'Add sounds from files')
print('10 min stereo brought to its waveform', await untilSeen(page, async () => (await chooser).setFiles(file)), 'ms')
await page.close()

const { id: empty } = await server.post('/api/scenes/import', content('Empty'))
/** How long a page takes to open until a thing is there. */
async function opened(at, until) {
  page = await context.newPage()
  const start = performance.now()
  const there = until(page)
  await page.goto(at)
  await there
  await drawn(page)
  const time = performance.now() - start
  await page.close()
  return time
}
const [again, bareAgain] = [[], []]
for (let i = 0; i < 5; i++) {
  bareAgain.push(
    await opened(`${server.address}/scenes/${empty}`, (on) => on.locator('.body .heads').getByText('Buoy').waitFor()),
  )
  again.push(
    await opened(address, async (on) =>
      (await on.waitForResponse((answer) => answer.url().includes('/peaks') && answer.ok())).finished(),
    ),
  )
}
print('10 min stereo opened again to its waveform, median', middle(again), 'ms')
print('a scene without it opened to its first lane, median', middle(bareAgain), 'ms')
print('with it to without', middle(again) / middle(bareAgain), 'x')

/** Frame times while the desk is scrolled in time. */
async function scrolled(scene) {
  const on = await open(context, `${server.address}/scenes/${scene}`)
  await on.locator('.desk').waitFor()
  const box = await on.locator('canvas.lanes').boundingBox()
  await on.mouse.move(box.x + box.width / 2, box.y + 30)
  await on.keyboard.down('Control')
  for (let i = 0; i < 6; i++) await on.mouse.wheel(0, -300)
  await on.keyboard.up('Control')
  await drawn(on)
  await on.evaluate(() => {
    window.times = []
    let before = performance.now()
    const step = (now) => {
      window.times.push(now - before)
      before = now
      requestAnimationFrame(step)
    }
    requestAnimationFrame(step)
  })
  for (let i = 0; i < 120; i++) await on.mouse.wheel(i % 40 < 20 ? 90 : -90, 0)
  const times = sorted(await on.evaluate(() => window.times))
  await on.close()
  return times[Math.ceil(times.length * 0.95) - 1]
}
const [bare, full] = [[], []]
for (let i = 0; i < 3; i++) {
  bare.push(await scrolled(empty))
  full.push(await scrolled(id))
}
print('desk scrolled without sound, p95 of frames', middle(bare), 'ms')
print('desk scrolled with 10 min of sound, p95 of frames', middle(full), 'ms')
print('with sound to without', middle(full) / middle(bare), 'x')

/** How far the picture is from what is heard with it, in milliseconds, over a few seconds. */
const apart = (on, speed) =>
  on.evaluate(
    (speed) =>
      new Promise((done) => {
        const [offs, until] = [[], performance.now() + 4000]
        const step = () => {
          const frame = Number(document.querySelector('[data-frame]').dataset.frame)
          const { contextTime, performanceTime } = window.heardBy?.getOutputTimestamp() ?? {}
          const heard = contextTime && contextTime + (performance.now() - performanceTime) / 1000
          // What has been laid down says which frame is heard at a moment.
          const piece =
            heard && window.laid.findLast((each) => each.at <= heard && heard < each.at + each.length / each.speed)
          // What has been stretched, so that its pitch stays, is laid down in stretched seconds.
          const [stretch, by] = piece?.speed === speed ? [1, speed] : [speed, 1]
          if (piece) offs.push(((frame / 24) % 0.5) - (((piece.offset + (heard - piece.at) * by) * stretch) % 0.5))
          if (performance.now() < until) requestAnimationFrame(step)
          else done(offs.map((off) => ((((off + 0.75) % 0.5) - 0.25) / speed) * 1000))
        }
        requestAnimationFrame(step)
      }),
    speed,
  )
const all = [0, seconds * 24 - 1]
for (const [words, range, speed] of [
  ['', all, 1],
  [' over loops of a second', [48, 71], 1],
  [' at half the speed', all, 0.5],
  [' at twice the speed', all, 2],
]) {
  const { revision } = await server.get(`/api/scenes/${id}`)
  await server.post(`/api/scenes/${id}/edits`, {
    revision,
    edit: { edit: 'setRanges', work: { first: range[0], last: range[1] } },
  })
  const on = await open(context, address)
  await on.locator('.desk').waitFor()
  await on.locator('[data-frame]').first().waitFor()
  await on.getByTitle('Speed of playing').click()
  await on.getByRole('menuitemradio', { name: `${speed}×`, exact: true }).click()
  await on.keyboard.press('Home')
  await on.keyboard.press('Space')
  const first = middle(await apart(on, speed))
  await new Promise((done) => setTimeout(done, Math.max(0, minutes * 60_000 - 8000)))
  const last = middle(await apart(on, speed))
  await on.close()
  print(`picture from sound at the start${words}`, first, 'ms')
  print(`picture from sound after ${minutes} min${words}`, last, 'ms')
}
await browser.close()
await server.dispose()
