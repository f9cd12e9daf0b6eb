import assert from 'node:assert/strict'
import { after, afterEach, before, test } from 'node:test'
import { Desk, fall, open, until } from './harness.mjs'
import { pier, recordingOn } from './recordPanel.mjs'

// A page that falls while a hand records, or before the server has what it did.

let desk, hand

before(async () => {
  desk = await Desk.open(pier)
  hand = recordingOn(desk)
})
afterEach(async () => {
  for (const { id } of await hand.takes()) await fetch(`${desk.server.address}/api/takes/${id}`, { method: 'DELETE' })
})
after(() => desk.close())

/** How many samples this browser keeps of passes that the server has not. */
const shelved = () =>
  desk.page.evaluate(
    () =>
      new Promise((tell) => {
        const asked = indexedDB.open('zesty-reel')
        asked.onsuccess = () => {
          const all = asked.result.transaction('passes').objectStore('passes').getAll()
          all.onsuccess = () => {
            asked.result.close()
            tell(all.result.map(({ take }) => take.seconds.length))
          }
        }
      }),
  )

async function recordHook() {
  await desk.select('Hook')
  await hand.openPanel()
  await hand.record()
  await hand.recording()
}

async function openAnew() {
  desk.page = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await desk.page.locator('.desk').waitFor()
  hand = recordingOn(desk)
}

const whyKept = /Take \d+ of Hook is kept: .* The page was closed while it was recorded\./

test('what a hand drove until the page fell is a take when it is opened anew, once', async () => {
  await recordHook()
  await hand.wave(40)
  await until(shelved, ([samples]) => samples >= 40, 'the pass in the browser')
  await fall(desk.page)
  await openAnew()
  await desk.page.getByText(whyKept).waitFor()
  await hand.kept(1)
  const [{ channels, samples, seconds, objectName }] = await hand.takes()
  assert.deepEqual([objectName, channels], ['Hook', ['position.x', 'position.y', 'position.z']])
  assert.ok(samples >= 40 && seconds > 0.4, `${samples} samples in ${seconds} s`)
  // It is made into keys as any other.
  await desk.page.getByRole('button', { name: 'Make keys of it' }).click()
  await desk.page.getByRole('dialog').waitFor()
  await desk.page.keyboard.press('Escape')
  assert.deepEqual(await until(shelved, (all) => all.length === 0, 'an empty shelf'), [])
})

test('a page that is closed or loaded anew loses nothing of what was driven by then', async () => {
  await recordHook()
  const { x, y } = await desk.page.locator('.stage-canvas').boundingBox()
  await desk.page.mouse.move(x + 420, y + 230)
  await desk.page.mouse.down()
  await desk.page.mouse.move(x + 600, y + 330, { steps: 12 })
  desk.page.once('dialog', (asked) => asked.accept())
  await desk.page.reload()
  await desk.page.getByText(whyKept).waitFor()
  await hand.kept(1)
  const { samples, seconds } = (await hand.takes())[0]
  assert.ok(samples >= 12, `${samples} samples in ${seconds} s`)
})

test('a window that is opened beside leaves the pass to the one that records it', async () => {
  await recordHook()
  await hand.wave(40)
  await until(shelved, ([samples]) => samples >= 40, 'the pass in the browser')
  const beside = await desk.context.newPage()
  await beside.addInitScript(() => {
    const line = new BroadcastChannel('zesty-passes')
    window.claimed = new Promise((tell) => (line.onmessage = ({ data }) => data.mine && tell(data.mine.length)))
  })
  await beside.goto(`${desk.server.address}/scenes/${desk.id}`)
  assert.equal(await beside.evaluate(() => window.claimed), 1)
  await beside.locator('.desk').waitFor()
  await desk.page.bringToFront()
  await hand.stop()
  await hand.kept(1)
  await beside.close()
  assert.deepEqual(await until(shelved, (all) => all.length === 0, 'an empty shelf'), [])
  assert.equal((await hand.takes()).length, 1)
})

test('what Escape let go of does not come back', async () => {
  await recordHook()
  await hand.wave(40)
  await until(shelved, ([samples]) => samples >= 40, 'the pass in the browser')
  await desk.page.keyboard.press('Escape')
  await desk.page.getByText('The pass that ran is let go of.').waitFor()
  assert.deepEqual(await until(shelved, (all) => all.length === 0, 'an empty shelf'), [])
})

test('a take that waits for the server outlives its page', async () => {
  await recordHook()
  await desk.server.kill()
  await hand.wave(12)
  await hand.stop()
  await desk.page.getByText('1 take waits for the server.').waitFor()
  await fall(desk.page)
  await desk.server.start()
  await openAnew()
  await desk.page.getByText(whyKept).waitFor()
  await hand.kept(1)
})
