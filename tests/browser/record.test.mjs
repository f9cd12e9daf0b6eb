import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Desk, middleOf, open, setField, stagePixels, stageRested, until } from './harness.mjs'
import { pier, recordingOn } from './recordPanel.mjs'

let desk, page
let panel, takes, record, recording, kept, stop, wave, openPanel

before(async () => {
  desk = await Desk.open(pier)
  page = desk.page
  ;({ panel, takes, record, recording, kept, stop, wave, openPanel } = recordingOn(desk))
})
after(async () => {
  await desk.close()
  assert.deepEqual(page.faults, [])
})

/** What the page is told of the pointer between a press and its end, each with its own time. */
const watchPointer = () =>
  page.evaluate(() => {
    window.told = []
    const note = (event) => {
      if (event.type === 'pointermove' && !event.buttons) return
      const all = event.getCoalescedEvents?.() ?? []
      for (const { timeStamp, clientX, clientY } of all.length ? all : [event])
        window.told.push([timeStamp, clientX, clientY])
    }
    for (const kind of ['pointerdown', 'pointermove']) window.addEventListener(kind, note, { capture: true })
    window.unwatch = () => {
      for (const kind of ['pointerdown', 'pointermove']) window.removeEventListener(kind, note, { capture: true })
      return window.told
    }
  })

/** The hand presses on the stage and moves a little; where the stage is. */
async function takeHold() {
  const { x, y } = await page.locator('.stage-canvas').boundingBox()
  await page.mouse.move(x + 500, y + 200)
  await page.mouse.down()
  await page.mouse.move(x + 560, y + 240, { steps: 4 })
  return { x, y }
}

async function flatView() {
  await page.getByRole('button', { name: 'Free view' }).click()
  await page.getByRole('menuitemradio', { name: 'Front' }).click()
  await stageRested(page)
}

test('a drag recorded at half speed comes back as the same way in half the time', async () => {
  await flatView()
  await desk.select('Hook')
  await openPanel()
  await page.getByLabel('Beats of the count-in').selectOption('0')
  await page.getByLabel('Speed while it records').selectOption('0.5')
  await record()
  await recording()
  await watchPointer()
  await wave()
  const told = await page.evaluate(() => window.unwatch())
  await stop()
  const [take] = await kept(1)
  await page.getByRole('button', { name: 'Make keys of Take 1' }).click()
  await setField(page, 'Tolerance in lengths', '0')
  await page.getByText(/values become .* exactly as recorded/).waitFor()
  await desk.changing(() => page.getByRole('button', { name: 'Make keys', exact: true }).click())

  const [x, y] = [await desk.samples('Hook', 'position.x'), await desk.samples('Hook', 'position.y')]
  const [first, last] = [Math.ceil(take.first), Math.floor(take.last)]
  // The hand took hold at the take's beginning; from there it went its way, in pixels, in twice the time.
  const [began, end] = [told[0], told.at(-1)]
  // Between two things that were told nobody knows more than that it was near one of them, or on the way.
  const handAt = (ms) => {
    const i = told.findIndex(([at]) => at > began[0] + ms)
    if (i < 0) return [end]
    const [a, b] = [told[i - 1], told[i]]
    const part = (began[0] + ms - a[0]) / (b[0] - a[0])
    return [a, [0, a[1] + (b[1] - a[1]) * part, a[2] + (b[2] - a[2]) * part]]
  }
  // A flat view has as many pixels for each length everywhere.
  const pixels = (end[1] - began[1]) / (x.get(last) - 5)
  assert.ok(pixels > 5, `${pixels} pixels a length`)
  const length = told.slice(1).reduce((sum, [, px, py], i) => sum + Math.hypot(px - told[i][1], py - told[i][2]), 0)
  for (let frame = first; frame <= last; frame++) {
    const [px, py] = [began[1] + (x.get(frame) - 5) * pixels, began[2] - y.get(frame) * pixels]
    const near = handAt(((frame - take.first) / 24) * 2 * 1000)
    const off = Math.min(...near.map(([, hx, hy]) => Math.hypot(px - hx, py - hy)))
    assert.ok(off < 0.02 * length, `frame ${frame}: off by ${off} of ${length} pixels`)
  }
  // Before it took hold and after the take all is as it was.
  assert.equal(x.get(first - 1), 5)
  assert.equal(x.get(last + 1), 5)
  await desk.undo()
})

test('each time through is a take; Escape lets go of the pass that runs and of nothing else', async () => {
  await desk.changing(() => setField(page, "Work range's last frame", '24'))
  await openPanel()
  await page.getByLabel('Speed while it records').selectOption('1')
  await page.getByLabel('again and again').check()
  const before = (await takes()).length
  await record()
  await recording()
  // The hand stays pressed from one pass into the next.
  const { x, y } = await takeHold()
  await until(takes, (all) => all.length >= before + 1, 'a pass')
  await page.mouse.move(x + 640, y + 160, { steps: 4 })
  await until(takes, (all) => all.length >= before + 2, 'two passes')
  await page.keyboard.press('Escape')
  await page.getByText('The pass that ran is let go of.').waitFor()
  await page.mouse.up()
  await panel().waitFor()
  const all = await takes()
  assert.ok(all.length >= before + 2)
  assert.equal(new Set(all.map(({ number }) => number)).size, all.length)
  // The second pass is whole: from the first frame to the end of the last.
  const second = all.find(({ number }) => number === before + 2)
  assert.ok(Math.abs(second.first - 1) < 1e-6 && Math.abs(second.last - 25) < 0.01, JSON.stringify(second))
  await page.getByLabel('again and again').uncheck()
  await desk.changing(() => setField(page, "Work range's last frame", '240'))
  // What was played before is as it was: real speed, and the loop of the time bar.
  await page.getByRole('button', { name: 'Loop', exact: true }).waitFor()
  await page.getByRole('button', { name: '1×', exact: true }).waitFor()
})

test('a page that stands still for a while records on, by the clock', async () => {
  await openPanel()
  const before = (await takes()).length
  await record()
  await recording()
  const { x, y } = await takeHold()
  const start = await page.evaluate(() => {
    const start = performance.now()
    while (performance.now() < start + 2600);
    return start
  })
  await page.mouse.move(x + 640, y + 160, { steps: 4 })
  await page.mouse.up()
  await stop()
  const passed = await page.evaluate((start) => (performance.now() - start) / 1000, start)
  const [take] = await kept(before + 1)
  assert.ok(take.seconds > 2.6 && take.seconds < passed + 3, JSON.stringify(take))
  assert.ok(take.last - take.first > 2.6 * 24, JSON.stringify(take))
  assert.equal(await page.getByText('Playing was broken off').count(), 0)
})

test('the count-in is seen and heard, and can be called off', async () => {
  await page.evaluate(() => {
    window.tones = 0
    const start = OscillatorNode.prototype.start
    OscillatorNode.prototype.start = function (...when) {
      window.tones++
      return start.apply(this, when)
    }
    // Beats go by while the test looks at the picture.
    window.beats = new Set()
    setInterval(() => window.beats.add(document.querySelector('[role=timer]')?.ariaLabel), 30)
  })
  await openPanel()
  await page.getByLabel('Beats of the count-in').selectOption('4')
  await setField(page, 'Frames of a beat', '24')
  const { length } = await takes()
  await record()
  await page.getByRole('timer', { name: '4 more beats' }).waitFor()
  const orange = (r, g, b) => Math.abs(r - 0xff) < 12 && Math.abs(g - 0x94) < 14 && Math.abs(b - 0x40) < 20
  assert.ok(middleOf(await stagePixels(page), orange).count > 3000, 'the slices are seen')
  await page.waitForFunction(() => window.beats.has('2 more beats'))
  assert.equal(await page.evaluate(() => window.tones), 5)
  await page.keyboard.press('Escape')
  await panel().waitFor()
  assert.equal(await page.getByRole('timer').count(), 0)
  assert.equal((await takes()).length, length)
  await setField(page, 'Frames of a beat', '12')
  await page.getByLabel('Beats of the count-in').selectOption('0')
})

test('two channels and the wheel are driven, and the values are those of the hand', async () => {
  await desk.select('Hook')
  await openPanel()
  await page.getByLabel('What the hand drives').selectOption('channels')
  await page.getByLabel('What it drives to the right').selectOption('rotation.z')
  await page.getByLabel('What it drives upwards').selectOption('scale.y')
  await page.getByLabel('What it drives the wheel').selectOption('position.z')
  await setField(page, 'How much to the right', '90')
  await setField(page, 'How much upwards', '2')
  await setField(page, 'How much the wheel', '0.5')
  const { length } = await takes()
  await record()
  await recording()
  const { x, y } = await page.locator('.stage-canvas').boundingBox()
  await page.mouse.move(x + 500, y + 250)
  await page.mouse.down()
  await page.mouse.move(x + 550, y + 200, { steps: 8 })
  await page.mouse.wheel(0, -200)
  await page.mouse.up()
  await page.getByText('drag anywhere').waitFor({ state: 'detached' })
  await page.keyboard.press('Space')
  const [take] = await kept(length + 1)
  assert.deepEqual([...take.channels].sort(), ['position.z', 'rotation.z', 'scale.y'])
  const course = await desk.server.get(`/api/takes/${take.id}/course?places=500`)
  const end = Object.fromEntries(take.channels.map((channel, i) => [channel, course.values[i].at(-1)]))
  assert.deepEqual(end, { 'rotation.z': 45, 'scale.y': 2, 'position.z': 1 })
  await page.getByLabel('What it drives the wheel').selectOption('')
  await page.getByLabel('What the hand drives').selectOption('plane')
})

test('a fast pointer is recorded as often as it is told of, however slowly the page draws', async () => {
  const { length } = await takes()
  await record()
  await recording()
  const { x, y } = await page.locator('.stage-canvas').boundingBox()
  const line = await desk.context.newCDPSession(page)
  await page.mouse.move(x + 450, y + 250)
  await page.mouse.down()
  const began = performance.now()
  const told = []
  for (let i = 1; i <= 240; i++) {
    while (performance.now() - began < i * 5) await new Promise(setImmediate)
    const at = { x: x + 450 + i, y: y + 250 + 60 * Math.sin(i / 20) }
    told.push(line.send('Input.dispatchMouseEvent', { type: 'mouseMoved', button: 'left', buttons: 1, ...at }))
  }
  await Promise.all(told)
  await page.mouse.up()
  await stop()
  const [take] = await kept(length + 1)
  const file = await (await fetch(`${desk.server.address}/api/takes/${take.id}/file`)).text()
  const seconds = file.trim().split('\n').slice(2).map((row) => Number(row.split(',')[0])) // prettier-ignore
  // Of two hundred a second nearly all, while the stage draws a tenth of that.
  const inASecond = seconds.filter((at) => at > seconds[0] && at < seconds[0] + 1).length
  assert.ok(inASecond > 120, `${inASecond} in a second`)
})

test('takes are compared on the stage, renamed, thrown away and brought back; another window sees the same', async () => {
  const other = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await other.locator('.desk').waitFor()
  await other.keyboard.press('r')
  const mint = (r, g, b) => Math.abs(r - 0x5f) < 16 && Math.abs(g - 0xd3) < 16 && Math.abs(b - 0xc0) < 16
  const orange = (r, g, b) => Math.abs(r - 0xff) < 12 && Math.abs(g - 0x94) < 14 && Math.abs(b - 0x40) < 20
  await page.getByRole('button', { name: 'The way of Take 1 on the stage' }).click()
  await until(
    async () => middleOf(await stagePixels(page), orange).count,
    (count) => count > 150,
    'the way of take 1',
  )
  await page.getByRole('button', { name: 'The way of Take 1 on the stage' }).click()
  await page.getByRole('button', { name: 'The way of Take 2 on the stage' }).click()
  await until(
    async () => middleOf(await stagePixels(page), mint).count,
    (count) => count > 20,
    'the way of take 2',
  )
  await page.getByRole('button', { name: 'The way of Take 2 on the stage' }).click()

  await page.getByRole('button', { name: 'More about Take 1', exact: true }).click()
  await page.getByText('Call it something else').click()
  await page.getByLabel('Name', { exact: true }).fill('Best swing')
  await page.keyboard.press('Enter')
  await other.getByText('Best swing', { exact: true }).waitFor()
  await other.getByRole('button', { name: 'More about Best swing' }).click()
  await other.getByText('Throw it away').click()
  await page.getByText('Best swing', { exact: true }).waitFor({ state: 'detached' })
  await other.getByRole('button', { name: 'Bring it back' }).click()
  await page.getByText('Best swing', { exact: true }).waitFor()
  await other.close()
})

test('a take is seen before it is kept, and parts of two are joined with a blend', async () => {
  await setField(page, 'Frame', '20')
  const before = await desk.samples('Hook', 'position.x')
  const pose = await stagePixels(page)
  await page.getByRole('button', { name: 'See Take 2' }).click()
  await until(
    () => stagePixels(page),
    (now) => !now.data.equals(pose.data),
    'the take on the stage',
  )
  await page.getByRole('button', { name: 'See Take 2' }).click()
  assert.deepEqual(await desk.samples('Hook', 'position.x'), before)
  const all = await takes()

  const [one, two] = [3, 2].map((wanted) => all.find(({ number }) => number === wanted))
  await page.getByRole('button', { name: 'Make keys of Take 3' }).click()
  await page.getByRole('button', { name: '+ then another take' }).click()
  await page
    .getByLabel('Take 2 of the row', { exact: true })
    .selectOption({ label: `Take 2, ${two.seconds.toFixed(1)} s` })
  await setField(page, 'Frame on which take 2 of the row takes over', '20')
  await setField(page, 'Frames of the blend', '4')
  await setField(page, 'Tolerance in lengths', '0')
  await setField(page, 'Name of the layer', 'Swings')
  await page.getByText(/values become/).waitFor()
  await desk.changing(() => page.getByRole('button', { name: 'Make keys', exact: true }).click())
  await page.locator('[data-layer="Swings"]').waitFor()
  const course = async ({ id, first }) => {
    const { frames, values } = await desk.server.get(`/api/takes/${id}/course?places=2000`)
    return (frame) => {
      const i = frames.findIndex((each) => each > frame)
      if (i <= 0) return values[0].at(i < 0 ? -1 : 0)
      return (
        values[0][i - 1] + ((values[0][i] - values[0][i - 1]) * (frame - frames[i - 1])) / (frames[i] - frames[i - 1])
      )
    }
  }
  const [a, b] = [await course(one), await course(two)]
  const seen = await desk.samples('Hook', 'position.x')
  for (const frame of [2, 8, 16]) assert.ok(Math.abs(seen.get(frame) - a(frame)) < 1e-3, `frame ${frame}`)
  for (const frame of [23, 24]) assert.ok(Math.abs(seen.get(frame) - b(frame)) < 1e-3, `frame ${frame}`)
  assert.ok(Math.abs(seen.get(20) - (a(20) + b(20)) / 2) < 1e-3)
  assert.ok(Math.abs(a(23) - b(23)) > 0.5, 'the two differ')
  await desk.undo()
})

test('a take of a hand is kept though the server was away when it ended', async () => {
  await desk.select('Hook')
  const { length } = await takes()
  await record()
  await recording()
  await desk.server.kill()
  await wave(12)
  await stop()
  await page.getByText('1 take waits for the server.').waitFor()
  await desk.server.start()
  await kept(length + 1)
  await page.getByText('1 take waits').waitFor({ state: 'detached' })
  await page.getByRole('button', { name: `See Take ${(await takes())[0].number}` }).waitFor()
})

test('in a small window nothing is cut off', async () => {
  await page.setViewportSize({ width: 1024, height: 700 })
  await openPanel()
  const stage = await page.locator('.stage').boundingBox()
  const box = await panel().boundingBox()
  assert.ok(box.y + box.height <= stage.y + stage.height && box.x + box.width <= stage.x + stage.width)
  for (const name of ['Record', 'Close']) {
    const button = await panel().getByRole('button', { name, exact: true }).boundingBox()
    assert.ok(button.width > 10 && button.x + button.width <= box.x + box.width)
  }
  // What is said of the playing is not under it.
  await page.locator('.stage').hover({ position: { x: 500, y: 60 } })
  await page.keyboard.press('Space')
  const meter = await page.locator('.stage-meter').boundingBox()
  const lower = await panel().boundingBox()
  await page.keyboard.press('Space')
  assert.ok(lower.y + lower.height <= meter.y, JSON.stringify([lower, meter]))
  await page.keyboard.press('r')
  await panel().waitFor({ state: 'detached' })
  await page.setViewportSize({ width: 1280, height: 800 })
})
