import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { boxes } from '../../bench/web/scenes.mjs'
import { deskPoint, Desk, drag, open, until } from './harness.mjs'

// A scene with more samples than a page holds: what is shown is true wherever somebody looks, or is said to be older.
const frames = 80_000
let desk, page
const field = (channel, at = page) => at.locator(`[data-channel="${channel}"] input.field`)
const away = () => page.locator('.stage-away')
const now = async () => Number(await page.locator('canvas.ruler').getAttribute('aria-valuenow'))

before(async () => {
  desk = await Desk.open({ ...boxes(200, frames), name: 'Long' })
  page = desk.page
  await desk.select('Box 7')
})
after(() => desk.close())

/** The stage shows the frame of the playhead, and the values are those of the server. */
async function isTrue(channel = 'position.x') {
  await until(
    () =>
      page.evaluate(() =>
        [
          document.querySelector('.stage').dataset.frame,
          document.querySelector('canvas.ruler').getAttribute('aria-valuenow'),
        ].join(),
      ),
    (both) => new Set(both.split(',')).size === 1,
    'the frame on the stage',
  )
  assert.equal(await away().count(), 0)
  const frame = await now()
  const wanted = (await desk.server.samples(desk.id, 'Box 7', channel, { from: frame, to: frame })).get(frame)
  const shown = await until(
    () => field(channel).inputValue(),
    (text) => !text.includes('…'),
    'the value',
  )
  assert.ok(Math.abs(Number.parseFloat(shown) - wanted) <= 0.051, `frame ${frame} shows ${shown} and is ${wanted}`)
  return frame
}

async function lookAt(frame) {
  const { x, y } = await deskPoint(page, frame)
  await page.mouse.click(x, y)
}

test('any frame that is clicked on the ruler shows its true pose', async () => {
  for (const frame of [40_000, 9_000, 77_000, 23_456, 61_000]) {
    await lookAt(frame)
    assert.ok(Math.abs((await isTrue()) - frame) < 200)
  }
  await isTrue('rotation.y')
})

test('playing where nothing is here yet, an older picture is said to be one', async () => {
  await lookAt(51_000)
  const from = await now()
  await page.evaluate(() => {
    window.looks = { count: 0, unsaid: 0 }
    const stage = document.querySelector('.stage')
    const channel = new MessageChannel()
    // Right after each frame. What has just come is drawn with the next one: only what is older at two looks is not said.
    let wasOlder = false
    channel.port1.onmessage = () => {
      const isNow = stage.dataset.frame === document.querySelector('canvas.ruler').getAttribute('aria-valuenow')
      window.looks.count++
      const isOlder = !isNow && !document.querySelector('.stage-away')
      if (isOlder && wasOlder) window.looks.unsaid++
      wasOlder = isOlder
      requestAnimationFrame(() => channel.port2.postMessage(0))
    }
    channel.port2.postMessage(0)
  })
  for (let times = 0; times < 3; times++) await page.keyboard.press('l')
  await until(now, (frame) => frame > from + 400, 'the playhead further on')
  const looked = await until(
    () => page.evaluate(() => window.looks),
    ({ count }) => count > 20,
    'looks at the picture',
  )
  await page.keyboard.press('k')
  assert.equal(looked.unsaid, 0)
  await isTrue()
})

test('without the server a frame that is not here says so, and comes when it is back', async () => {
  await lookAt(12_000)
  const before = await isTrue()
  await desk.server.kill()
  await page.getByRole('button', { name: 'The server is away' }).waitFor()
  await lookAt(70_000)
  await away().waitFor()
  assert.match(await away().textContent(), /^Frame [\d,]+ is on its way$/)
  assert.equal(await field('position.x').inputValue(), '…')
  assert.equal(Number(await page.locator('.stage').getAttribute('data-frame')), before)
  await desk.server.start()
  await away().waitFor({ state: 'detached' })
  assert.ok(Math.abs((await isTrue()) - 70_000) < 200)
})

test('a drag that is given up leaves every frame as it was, and one that is made changes it', async () => {
  await page.keyboard.press('Home')
  await isTrue()
  const keys = async () => (await desk.keys('Box 7', 'position.x')).map(({ frame }) => frame)
  const [first, second] = [(await keys())[1], (await keys())[2]]
  const to = async () => deskPoint(page, first + 3000, 'Box 7')
  const from = await deskPoint(page, first, 'Box 7')
  await page.mouse.click(from.x, from.y)
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move((await to()).x, from.y, { steps: 6 })
  await page.locator('.readout').waitFor()
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await page.locator('.readout').waitFor({ state: 'detached' })
  for (const frame of [first, second, 60_000]) {
    await lookAt(frame)
    await isTrue()
  }
  const again = await deskPoint(page, first, 'Box 7')
  await desk.changing(() => drag(page, again, { x: again.x + 60, y: again.y }))
  assert.notEqual((await keys())[1], first)
  for (const frame of [first, second, 60_000]) {
    await lookAt(frame)
    await isTrue()
  }
  await desk.undo()
  await isTrue()
})

test('what another window does is seen here on the frame looked at, and on those that were fetched before', async () => {
  await lookAt(30_000)
  const frame = await isTrue()
  const other = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await other.locator('.head.object').first().waitFor()
  const { revision } = await desk.scene()
  await desk.server.post(`/api/scenes/${desk.id}/edits`, {
    revision,
    edit: { edit: 'keyChannels', frame: frame + 40, values: [{ object: 7, channel: 'position.x', value: 5 }] },
  })
  await desk.heard()
  await isTrue()
  // A warp changes all there is at once.
  await desk.server.post(`/api/scenes/${desk.id}/edits`, { revision: revision + 1, edit: { edit: 'addWarp' } })
  await desk.server.post(`/api/scenes/${desk.id}/edits`, {
    revision: revision + 2,
    edit: { edit: 'keyChannels', frame: 40_000, values: [{ warp: 1, value: 20_000 }] },
  })
  await desk.heard()
  await isTrue()
  for (const elsewhere of [9_000, 77_000]) {
    await lookAt(elsewhere)
    await isTrue()
  }
  await other.close()
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
