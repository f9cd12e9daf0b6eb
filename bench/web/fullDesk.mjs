// A scene of 108,000 keys: how soon what hands do on the desk is seen. All times end with a picture that has been drawn.
import { browse, deskPoint, Server, stageRested } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'
import { playTenSeconds } from './playTenSeconds.mjs'

const [objects, frames, perChannel] = [300, 2000, 40]
const channels = ['position', 'rotation', 'scale'].flatMap((group) => ['x', 'y', 'z'].map((axis) => `${group}.${axis}`))
const part = (seed, i) => ((seed * 7919 + i * 104729) % 1000) / 1000
const valueOf = (channel, seed, i) =>
  channel.startsWith('scale') ? 0.4 + part(seed, i) * 0.4 : (part(seed, i) - 0.5) * (channel.startsWith('p') ? 30 : 360)
const scene = {
  format: 'zesty-scene',
  version: 2,
  name: 'A full desk',
  rate: '24',
  range: [1, frames],
  objects: Array.from({ length: objects }, (_, n) => ({
    name: `Box ${n + 1}`,
    kind: 'box',
    channels: Object.fromEntries(
      channels.map((channel, c) => [
        channel,
        {
          keys: Array.from({ length: perChannel }, (_, i) => ({
            frame: 1 + i * 50 + ((n + c) % 5),
            value: valueOf(channel, n * 31 + c, i),
          })),
        },
      ]),
    ),
  })),
}

const server = await new Server('serve').start()
const { id } = await server.post('/api/scenes/import', scene)
const { browser, context } = await browse()
await context.addInitScript(() => {
  window.long = []
  new PerformanceObserver((list) => window.long.push(...list.getEntries().map(({ duration }) => duration))).observe({
    type: 'longtask',
    buffered: true,
  })
})
const median = (times) => times.toSorted((a, b) => a - b)[times.length >> 1]
const p95 = (times) => times.toSorted((a, b) => a - b)[Math.ceil(times.length * 0.95) - 1]
const told = (what, value, unit = 'ms') => print(`108,000 keys: ${what}`, value, unit)

// Opening.
const [opened, worst] = [[], []]
let page
for (let n = 0; n < 4; n++) {
  await page?.close()
  page = await context.newPage()
  page.setDefaultTimeout(60_000)
  await page.goto(`${server.address}/`)
  await page.locator('.card img').waitFor()
  const began = performance.now()
  await page.goto(`${server.address}/scenes/${id}`)
  await page.locator('.head.object').first().waitFor()
  opened.push(performance.now() - began)
  await stageRested(page)
  worst.push(Math.max(0, ...(await page.evaluate(() => window.long))))
}
// The first time all is fetched and compiled.
told('opened to the first lane', median(opened.slice(1)))
told('opening, longest task', median(worst.slice(1)))

/**
 * Times something done by hand, from its event on the page to a drawn picture in which `holds` is true of the page.
 * `holds` is a function that runs on the page.
 */
async function seen(event, act, holds, argument) {
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
const change = async () => Number(/change (\d+)/.exec(await page.locator('button.history').innerText())?.[1] ?? 0)
const isAtChange = (wanted) =>
  new RegExp(wanted === 0 ? '^Kept$' : `^Kept.*change ${wanted}\\b`).test(
    document.querySelector('button.history').innerText.trim(),
  )
/** A key that makes an edit, or takes one back: until the pill says that it is kept, and the desk shows it. */
const edited = async (key, by) => {
  const wanted = (await change()) + by
  return seen('keydown', () => page.keyboard.press(key), isAtChange, wanted)
}
const lit = () => document.querySelector('.foot .count').textContent.includes(' of ')
const few = () => !document.querySelector('.foot .count').textContent.includes('108,000 of ')

// Scrubbing.
{
  const from = await page.locator('.ruler').first().boundingBox()
  const times = []
  await page.mouse.move(from.x + 60, from.y + from.height - 6)
  await page.mouse.down()
  for (let i = 0; i < 45; i++) {
    const was = await page.evaluate(() => window.scrubbed ?? 0)
    const shown = page.evaluate(
      () =>
        new Promise((done) => {
          window.addEventListener(
            'pointermove',
            () => {
              const began = performance.now()
              requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - began)))
            },
            { once: true, capture: true },
          )
          window.armed = true
        }),
    )
    await page.waitForFunction(() => window.armed)
    await page.mouse.move(from.x + 80 + i * 17, from.y + from.height - 6)
    times.push(await shown)
    await page.evaluate((next) => ([window.armed, window.scrubbed] = [false, next]), was + 1)
  }
  await page.mouse.up()
  told('scrubbing, median', median(times.slice(5)))
  told('scrubbing, p95', p95(times.slice(5)))
}

// One key.
await page.locator('.head.object .name').first().click()
{
  const lane = page.locator('.head.object').first()
  await stageRested(page)
  const [, y] = [0, (await lane.boundingBox()).y + 9]
  const at = async (frame) => (await deskPoint(page, frame, 'Box 1')).x
  const x = await at(1)
  const clicks = [await seen('pointerdown', () => page.mouse.click(x, y), lit)]
  await page.keyboard.press('Escape')
  told('a stem of an object clicked, 9 keys', clicks[0])
}

// All keys.
const times = { all: [], nudge: [], undo: [], drop: [] }
for (let n = 0; n < 3; n++) {
  await page
    .locator('.desk')
    .focus()
    .catch(() => {})
  times.all.push(
    await seen(
      'keydown',
      () => page.keyboard.press('Control+Shift+A'),
      () => document.querySelector('.foot .count').textContent.includes('108,000 of '),
    ),
  )
  times.nudge.push(await edited('.', 1))
  times.undo.push(await edited('Control+z', -1))
  times.drop.push(await seen('keydown', () => page.keyboard.press('Escape'), few))
}
told('all selected', median(times.all))
told('all nudged, kept and shown', median(times.nudge))
told('all nudged, undone', median(times.undo))

// The lane that sums up all of them: a stem of 2,700 keys is clicked, dragged and dropped.
{
  const point = (frame) => deskPoint(page, frame, 'All keys')
  const readout = (words) => document.querySelector('.readout')?.textContent.includes(words) ?? false
  const at = await point(501)
  told(
    'a stem of All keys clicked',
    await seen(
      'pointerdown',
      () => page.mouse.click(at.x, at.y),
      () => /^[\d,]+ of/.test(document.querySelector('.foot .count').textContent.trim()),
    ),
  )
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  const moves = []
  for (let i = 1; i <= 25; i++) {
    const by = i % 2 ? 10 + i : 20 + i
    const { x } = await point(501 + by)
    moves.push(await seen('pointermove', () => page.mouse.move(x, at.y), readout, `(+${by})`))
  }
  told('a stem of All keys dragged, median', median(moves.slice(5)))
  told('a stem of All keys dragged, p95', p95(moves.slice(5)))
  const wanted = (await change()) + 1
  told('a stem of All keys dropped', await seen('pointerup', () => page.mouse.up(), isAtChange, wanted))
  told('the same undone', await edited('Control+z', -1))
  await page.keyboard.press('Escape')
}

// Curves of the objects in sight.
{
  const heads = page.locator('.head.object .name')
  const desk = await page.locator('canvas.lanes').boundingBox()
  await heads.nth(0).click()
  let last = 0
  for (let n = 1; n < (await heads.count()); n++) {
    const { y, height } = await heads.nth(n).boundingBox()
    if (y + height < desk.y + desk.height - 4) last = n
  }
  await heads.nth(last).click({ modifiers: ['Shift'] })
  const isAlone = () =>
    [...document.querySelectorAll('button')].some((each) => each.textContent.includes('Back to lanes'))
  told(`${(last + 1) * 9} curves alone`, await seen('keydown', () => page.keyboard.press('v'), isAlone))
  await page.keyboard.press('v')
  await page.keyboard.press('Escape')
}

// A letter in the field that finds lanes.
{
  const letters = []
  await page.getByPlaceholder('Find a lane…').click()
  for (const [i, letter] of [...'box 29'].entries()) {
    letters.push(
      await seen(
        'keydown',
        () => page.keyboard.press(letter === ' ' ? 'Space' : letter),
        (wanted) => document.querySelector('[placeholder^="Find a lane"]').value.length === wanted,
        i + 1,
      ),
    )
  }
  told('a lane found, a letter, at the worst', Math.max(...letters))
  await page.keyboard.press('Escape')
}
await page.close()
await playTenSeconds(context, '108,000 keys: playing', `${server.address}/scenes/${id}`)
await browser.close()
await server.dispose()
