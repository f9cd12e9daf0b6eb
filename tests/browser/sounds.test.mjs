import assert from 'node:assert/strict'
import { execFileSync } from 'node:child_process'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { Desk, command, deskPoint, drag, dropFiles, goToFrame, open, setField, until } from './harness.mjs'
import { clicksHeard, listening } from './listening.mjs'
import { rate, wav } from './wav.mjs'

// Sounds on the desk: dropped, moved, trimmed, keyed, and heard as the picture goes.

/** A click on each quarter of a second, four seconds long. */
const clicks = wav(4, (i) => (i % (rate / 4) < 40 ? 0.9 : 0))
const tone = wav(2, (i) => 0.5 * Math.sin((2 * Math.PI * 440 * i) / rate))

let desk, page
before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Heard',
    rate: '24',
    range: [0, 120],
    objects: [{ name: 'Buoy', kind: 'box' }],
  })
  page = desk.page
})
after(() => desk.close())

const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const sound = async (name) => (await file()).sounds?.find((each) => each.name === name)
const button = (name) => page.locator('.body .heads').getByRole('button', { name, exact: true })

/** The pixels of a lane, from a frame to another. */
async function laneOf(name, from, to) {
  const [a, b] = [await deskPoint(page, from, name), await deskPoint(page, to, name)]
  const head = await page.locator('.head', { has: page.getByRole('button', { name, exact: true }) }).boundingBox()
  const clip = { x: a.x, y: head.y, width: b.x - a.x, height: head.height - 1 }
  return PNG.sync.read(await page.screenshot({ clip }))
}
/** How high the sound stands in each part of a picture: pixels of its colour from the topmost to the lowest. */
function heights({ width, height, data }, isInk) {
  return Array.from({ length: width }, (_, x) => {
    let [top, bottom] = [height, -1]
    for (let y = 0; y < height; y++) {
      const at = (y * width + x) * 4
      if (isInk(data[at], data[at + 1], data[at + 2])) [top, bottom] = [Math.min(top, y), y]
    }
    return Math.max(0, bottom - top + 1)
  })
}
const isLemon = (r, g, b) => r > 170 && g > 150 && b < 130
const seen = async (name, from, to, holds, what) =>
  until(async () => heights(await laneOf(name, from, to), isLemon), holds, what)

test('a sound is dropped on the desk, and is seen as loud as it is', async () => {
  const canvas = page.locator('canvas.lanes')
  const box = await canvas.boundingBox()
  const at = await deskPoint(page, 24)
  await desk.changing(() => dropFiles(canvas, [{ name: 'clicks.wav', content: clicks }], { x: at.x, y: box.y + 60 }))
  const laid = await sound('clicks')
  assert.ok(Math.abs(laid.frame - 24) <= 1, `${laid.frame}`)
  assert.deepEqual([laid.rate, laid.samples], [rate, clicks.length / 2 - 22])
  if (laid.frame !== 24) {
    await setField(page, 'Frame on which the sound starts', '24')
    await until(
      () => sound('clicks'),
      ({ frame }) => frame === 24,
      'the start',
    )
  }
  // A click on every sixth frame: a high line there, and next to nothing between.
  await seen('clicks', 23, 60, (columns) => Math.max(...columns) > 12, 'the wave')
  for (const frame of [24, 30, 48]) {
    const columns = heights(await laneOf('clicks', frame - 1, frame + 4), isLemon)
    const [click, rest] = [Math.max(...columns.slice(0, columns.length / 2)), columns.at(-4)]
    assert.ok(click > 12 && rest < 6, `${frame}: ${click} ${rest}`)
  }
})

test('it is moved to the sample, with Shift to frames; Escape leaves it, undo brings it back', async () => {
  const was = await sound('clicks')
  const [from, to] = [await deskPoint(page, 40, 'clicks'), await deskPoint(page, 46.3, 'clicks')]
  await drag(page, from, to, { over: () => page.keyboard.press('Escape') })
  assert.deepEqual(await sound('clicks'), was)
  await desk.changing(() => drag(page, from, to))
  const moved = await sound('clicks')
  assert.ok(Math.abs((moved.frame ?? moved.tick / 29_400_000) - 30.3) < 0.2, JSON.stringify(moved))
  await desk.undo()
  await desk.changing(() => drag(page, from, to, { keys: ['Shift'] }))
  assert.equal((await sound('clicks')).frame, 30)
  await desk.undo()
  assert.deepEqual(await sound('clicks'), was)
})

test('its ends are trimmed and its fades pulled; what is left stays where it is', async () => {
  const was = await sound('clicks')
  const ends = [await deskPoint(page, 24, 'clicks'), await deskPoint(page, 36, 'clicks')].map(({ x, y }) => ({
    x,
    y: y + 10,
  }))
  await desk.changing(() => drag(page, ...ends, { keys: ['Shift'] }))
  let now = await sound('clicks')
  assert.deepEqual([now.frame, now.from], [36, rate / 2])
  const tail = [await deskPoint(page, 120, 'clicks'), await deskPoint(page, 108, 'clicks')]
  await desk.changing(() => drag(page, ...tail, { keys: ['Shift'] }))
  now = await sound('clicks')
  assert.equal(now.to, clicks.length / 2 - 22 - rate / 2)
  const corner = [await deskPoint(page, 36, 'clicks'), await deskPoint(page, 48, 'clicks')].map(({ x, y }) => ({
    x,
    y: y - 14,
  }))
  await desk.changing(() => drag(page, ...corner, { keys: ['Shift'] }))
  now = await sound('clicks')
  assert.equal(now.fadeIn, rate / 2)
  // What comes in is seen to.
  const columns = await seen('clicks', 35, 60, (all) => Math.max(...all) > 12, 'the wave')
  assert.ok(columns.length > 10)
  for (let i = 0; i < 3; i++) await desk.undo()
  assert.deepEqual(await sound('clicks'), was)
})

test('its ends are trimmed to the playhead by the keyboard, as far as the file goes, and what cannot be is said', async () => {
  const was = await sound('clicks')
  await goToFrame(page, 40)
  await desk.changing(() => command(page, 'Trim the sound: it starts at the playhead'))
  let now = await sound('clicks')
  // What is left stays where it is: a frame is a 24th of a second.
  assert.deepEqual([now.frame, now.from - (was.from ?? 0)], [40, ((40 - was.frame) * rate) / 24])
  await goToFrame(page, 100)
  await desk.changing(() => command(page, 'Trim the sound: it ends at the playhead'))
  assert.equal((await sound('clicks')).to - now.from, (60 * rate) / 24)
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Find a command' }).fill('it ends at the playhead')
  await page.getByRole('option', { disabled: true }).filter({ hasText: 'It ends there already' }).waitFor()
  await page.keyboard.press('Escape')
  await goToFrame(page, 10)
  await desk.changing(() => command(page, 'Trim the sound: it starts at the playhead'))
  now = await sound('clicks')
  assert.deepEqual([now.frame, now.from ?? 0], [24, 0])
  for (let i = 0; i < 3; i++) await desk.undo()
  assert.deepEqual(await sound('clicks'), was)
})

test('gain is keyed by the panel, mute and solo are at hand, and undo takes each back', async () => {
  const was = await file()
  const panel = page.getByRole('region', { name: 'Selected sound' })
  await setField(page, 'Frame', '24')
  await desk.changing(() => panel.locator('.marker').first().click())
  await setField(page, 'Frame', '48')
  await desk.changing(async () => {
    await panel.getByLabel('Gain', { exact: true }).fill('-12')
    await page.keyboard.press('Enter')
    await panel.locator('.marker').first().click()
  })
  assert.deepEqual(
    (await sound('clicks')).gain.keys.map(({ frame, value }) => [frame, value]),
    [
      [24, 0],
      [48, -12],
    ],
  )
  await button('Gain of clicks').waitFor()
  await desk.changing(() => page.getByRole('button', { name: 'Mute clicks' }).click())
  assert.equal((await sound('clicks')).mute, 1)
  await desk.changing(() => page.getByRole('button', { name: 'Solo clicks' }).click())
  assert.equal((await sound('clicks')).solo, true)
  for (let i = 0; i < 4; i++) await desk.undo()
  assert.deepEqual(await file(), was)
})

test('several are laid at once, duplicated and deleted', async () => {
  const was = await file()
  const { position } = await desk.scene()
  await dropFiles(page.locator('.stage-canvas'), [
    { name: 'tone.wav', content: tone },
    { name: 'tone.wav', content: tone },
  ])
  await until(desk.scene, (now) => now.position === position + 2, 'both')
  await desk.heard()
  assert.deepEqual(
    (await file()).sounds.map(({ name }) => name),
    ['clicks', 'tone', 'tone 2'],
  )
  await desk.changing(() => command(page, 'Duplicate the selected sounds'))
  assert.equal((await file()).sounds.length, 5)
  await desk.changing(() => page.keyboard.press('.'))
  assert.equal((await sound('tone 3')).frame, (await sound('tone 2')).frame + 1)
  await desk.changing(() => page.keyboard.press('Delete'))
  for (let i = 0; i < 5; i++) await desk.undo()
  assert.deepEqual(await file(), was)
})

test('a stretch of time asks whether sounds go along', async () => {
  const was = await file()
  const stretch = async (way) => {
    await command(page, 'Stretch time')
    await setField(page, 'Length in frames', '241')
    await page.getByText(way).click()
    await desk.changing(() => page.getByRole('button', { name: 'Stretch', exact: true }).click())
    const { range, sounds } = await file()
    await desk.undo()
    return [range, sounds[0].frame, sounds[0].samples]
  }
  assert.deepEqual(await stretch('Each goes where its start goes,'), [[0, 240], 48, was.sounds[0].samples])
  assert.deepEqual(await stretch('They stay where they are.'), [[0, 240], 24, was.sounds[0].samples])
  assert.deepEqual(await file(), was)
})

test('what is heard is saved as a WAV file', async () => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    command(page, 'Save what is heard as a WAV file'),
  ])
  const path = await download.path()
  const { duration } = JSON.parse(
    execFileSync('ffprobe', ['-v', 'error', '-of', 'json', '-show_entries', 'format=duration', path]).toString(),
  ).format
  assert.ok(Math.abs(duration - 121 / 24) < 1e-4, duration)
  // The first click is on frame 24, a second after frame 0.
  const raw = execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-ac', '1', '-f', 'f32le', '-']).subarray(0, rate * 8)
  const heard = new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length))
  assert.equal(
    heard.findIndex((value) => value > 0.4),
    rate,
  )
})

test('sounds are picked as files too, several at once, each on a lane of its own', async () => {
  const { position } = await desk.scene()
  await page.locator('.desk').getByText('Add').first().click()
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('menuitem', { name: 'Sound…' }).click()
  const file = (name) => ({ name, mimeType: 'audio/wav', buffer: tone })
  await (await chooser).setFiles([file('picked.wav'), file('picked too.wav')])
  await until(desk.scene, (now) => now.position === position + 2, 'both sounds')
  await desk.heard()
  assert.ok((await sound('picked')) && (await sound('picked too')))
  await page.getByText('2 selected sounds').waitFor()
  await desk.undo()
  await desk.undo()
  assert.equal(await sound('picked'), undefined)
})

test('what is no sound is told, and nothing is laid', async () => {
  const { position } = await desk.scene()
  const lanes = page.locator('canvas.lanes')
  for (const [name, content, words] of [
    ['broken.wav', clicks.subarray(0, 9_001), 'its end is missing'],
    ['song.flac', Buffer.from('fLaC0000000000000000'), 'FLAC'],
    ['picture.mp3', Buffer.from('89504e470d0a1a0a', 'hex'), 'no sound that is known'],
  ]) {
    await dropFiles(lanes, [{ name, content }])
    await page.getByText(words).waitFor()
  }
  assert.equal((await desk.scene()).position, position)
})

/** The scene in a page that is listened to. */
async function listen() {
  await listening(desk.context)
  const other = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await button2(other, 'clicks').waitFor()
  return other
}
const button2 = (on, name) => on.locator('.body .heads').getByRole('button', { name, exact: true })

/** Plays until all that is heard is here: what is late then is late by its own fault. @param count Half seconds of it. */
async function hearAll(on, count) {
  await on.evaluate(() => (window.laid = []))
  await on.keyboard.press('Space')
  await until(
    () => on.evaluate(() => new Set(window.laid.map(({ samples }) => samples)).size),
    (pieces) => pieces >= count,
    'all that is heard',
  )
  await on.keyboard.press('Space')
}

test('what is heard goes with the picture, at every speed, and a loop has no gap', async () => {
  const on = await listen()
  const stage = await on.locator('.stage-canvas').boundingBox()
  await on.mouse.click(stage.x + 40, stage.y + stage.height - 30)
  await hearAll(on, 11)
  for (const [speed, label] of [
    [1, '1×'],
    [2, '2×'],
    [0.5, '0.5×'],
  ]) {
    await on.getByTitle('Speed of playing').click()
    await on.getByRole('menuitemradio', { name: label, exact: true }).click()
    await setField(on, 'Frame', '30')
    await on.evaluate(() => (window.laid = []))
    await on.keyboard.press('Space')
    // The picture's frame and the moment of the sound's clock that is heard with it.
    const pairs = await on.evaluate(
      () =>
        new Promise((done) => {
          const pairs = []
          const step = () => {
            const frame = Number(document.querySelector('[data-frame]').dataset.frame)
            const { contextTime, performanceTime } = window.heardBy?.getOutputTimestamp() ?? {}
            if (contextTime) pairs.push([frame, contextTime + (performance.now() - performanceTime) / 1000])
            if (pairs.length < 90) requestAnimationFrame(step)
            else done(pairs)
          }
          requestAnimationFrame(step)
        }),
    )
    await on.keyboard.press('Space')
    const laid = await on.evaluate(() =>
      window.laid.filter(({ length }) => length > 0).map(({ at, length, speed }) => ({ at, end: at + length / speed })),
    )
    assert.ok(laid.length >= 3, `${laid.length}`)
    // On half a sample each begins where the one before ends.
    laid.slice(1).forEach(({ at }, i) => assert.ok(Math.abs(at - laid[i].end) < 1 / 40_000, `${at} ${laid[i].end}`))
    const clicks = await clicksHeard(on)
    assert.ok(clicks.length >= 2, `${clicks}`)
    // Before the first click of a round there is none for longer.
    const apart = clicks.slice(1).map((click, i) => click - clicks[i])
    const near = apart.filter((each) => each < 0.4 / speed)
    assert.ok(near.length > 0 && near.every((each) => Math.abs(each - 0.25 / speed) < 0.002), `${speed}: ${clicks}`)
    // A click is on the sixth frame, the twelfth and so on: so far is each picture from what is heard with it, in frames.
    const offs = pairs
      .flatMap(([frame, at]) => {
        const click = clicks.find((each) => Math.abs(each - at) < 0.125 / speed)
        if (click === undefined) return []
        const off = frame - (at - click) * 24 * speed
        return [off - 6 * Math.round(off / 6)]
      })
      .sort((one, other) => one - other)
    assert.ok(offs.length > 20, `${offs.length} pictures with a click`)
    // A picture stays until the next is drawn.
    const middle = offs[offs.length >> 1]
    assert.ok(Math.abs(middle) <= Math.max(1, speed), `${speed}: ${middle} of ${offs}`)
  }
  // A second that is played again and again.
  await on.getByTitle('Speed of playing').click()
  await on.getByRole('menuitemradio', { name: '1×', exact: true }).click()
  await setField(on, "Work range's first frame", '48')
  await setField(on, "Work range's last frame", '71')
  // A range that changes while it plays is played anew.
  const { position } = await until(desk.scene, ({ work }) => work[0] === 48 && work[1] === 71, 'the work range')
  await on.getByRole('button', { name: `Kept · change ${position}`, exact: true }).waitFor()
  await hearAll(on, 2)
  await on.evaluate(() => (window.laid = []))
  await on.keyboard.press('Space')
  await until(
    () => on.evaluate(() => window.laid.length),
    (count) => count > 9,
    'some rounds',
  )
  await on.keyboard.press('Space')
  const clicks = await clicksHeard(on)
  assert.ok(clicks.length > 8, `${clicks}`)
  for (const [i, click] of clicks.slice(1).entries()) assert.ok(Math.abs(click - clicks[i] - 0.25) < 0.001, `${clicks}`)
  assert.deepEqual(on.faults, [])
  await on.close()
})

test('after kill -9 it is there and heard; a second window sees it go', async () => {
  const was = await file()
  await desk.server.kill()
  await desk.server.start()
  await page.reload()
  await button('clicks').click()
  await seen('clicks', 23, 60, (columns) => Math.max(...columns) > 12, 'the wave')
  assert.deepEqual(await file(), was)
  const other = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await button2(other, 'clicks').waitFor()
  await page.bringToFront()
  await desk.changing(() => page.keyboard.press('Delete'))
  await button2(other, 'clicks').waitFor({ state: 'detached' })
  await desk.undo()
  await button2(other, 'clicks').waitFor()
  assert.deepEqual(other.faults, [])
  await other.close()
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
