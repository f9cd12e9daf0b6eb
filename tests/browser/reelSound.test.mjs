import assert from 'node:assert/strict'
import { execFileSync } from 'node:child_process'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { Desk, dropFiles, isBox, middleOf, open, setField, until } from './harness.mjs'
import { clicksHeard, clicksOfRuns, listening } from './listening.mjs'
import { rate, wav } from './wav.mjs'

// What is heard of reels: while they are looked at, in video files, and on the big screen.

/** A click after half a second and after one and a half. */
const clicks = wav(2, (i) => (i % rate >= rate / 2 && i % rate < rate / 2 + 60 ? 0.9 : 0))
/** At 24 frames a second half a second is twelve frames; the box goes to the right with the first click. */
const jump = 12
let desk, page, reel

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Heard reels',
    rate: '24',
    range: [0, 35],
    objects: [
      { name: 'Camera', kind: 'camera', channels: { 'position.z': { value: 12 }, 'position.y': { value: 0.5 } } },
      {
        name: 'Boat',
        kind: 'box',
        channels: {
          'position.x': {
            keys: [
              { frame: 0, value: -3, out: 'hold' },
              { frame: jump, value: 3 },
            ],
          },
        },
      },
    ],
  })
  page = desk.page
  await listening(desk.context)
  const box = await page.locator('canvas.lanes').boundingBox()
  await desk.changing(() =>
    dropFiles(page.locator('canvas.lanes'), [{ name: 'clicks.wav', content: clicks }], {
      x: box.x + 60,
      y: box.y + 60,
    }),
  )
  await setField(page, 'Frame on which the sound starts', '0')
  await page.keyboard.press('Escape')
})
after(() => desk.close())

test('a reel keeps what is heard, to the sample, and silence while its first picture is held', async () => {
  reel = await desk.shoot(async () => {
    await setField(page, 'Lead-in', '6')
  })
  assert.equal(reel.hasSound, true)
  const answer = await fetch(`${desk.server.address}/api/reels/${reel.id}/sound.wav`)
  const raw = execFileSync('sox', ['-t', 'wav', '-', '-t', 'raw', '-e', 'signed', '-b', '16', '-c', '1', '-'], {
    input: Buffer.from(await answer.arrayBuffer()),
  })
  assert.equal(raw.length / 2, (42 / 24) * rate)
  const found = []
  for (let i = 0; i < raw.length / 2; i++) if (raw.readInt16LE(i * 2) > 20_000) found.push(i)
  // Six pictures are a quarter of a second.
  assert.deepEqual([found[0], found.length], [rate * 0.75, 60])
})

test('a video has its sound where its pictures are', async () => {
  await page.getByRole('link', { name: 'Reels' }).click()
  for (const format of ['WebM (VP9)', 'MP4 (H.264)']) {
    await page.getByRole('button', { name: 'More of Reel 1' }).click()
    await page.getByRole('menuitem', { name: 'Save as video…', exact: true }).click()
    await page.getByLabel(format).check()
    await page.getByLabel('With what is heard').check()
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save', exact: true }).click(),
    ])
    const path = await download.path()
    const asked = '-v error -of json -show_entries stream=codec_type,codec_name,channels'
    const { streams } = JSON.parse(execFileSync('ffprobe', [...asked.split(' '), path]).toString())
    const sound = streams.find(({ codec_type }) => codec_type === 'audio')
    assert.ok(['opus', 'aac'].includes(sound?.codec_name), JSON.stringify(streams))
    assert.equal(sound.channels, 2)
    // As it is played, with whatever the file says of when its sound begins.
    const decode = ['-v', 'error', '-i', path, '-af', 'aresample=async=1:first_pts=0', '-ac', '1', '-ar', `${rate}`]
    const raw = execFileSync('ffmpeg', [...decode, '-f', 'f32le', '-'])
    let click = 0
    while (click < raw.length / 4 && Math.abs(raw.readFloatLE(click * 4)) < 0.3) click++
    assert.ok(Math.abs(click / rate - 0.75) < 0.02, `${format}: ${click / rate}`)
    const boat = (frame) => {
      const one = `-v error -i ${path} -vf select=eq(n\\,${frame}) -vframes 1 -f image2pipe -vcodec png -`
      return middleOf(PNG.sync.read(execFileSync('ffmpeg', one.split(' '))), isBox).x
    }
    assert.ok(boat(17) < 80 && boat(18) > 80, `${format}: ${boat(17)} ${boat(18)}`)
  }
  // It can be left out.
  await page.getByRole('button', { name: 'More of Reel 1' }).click()
  await page.getByRole('menuitem', { name: 'Save as video…', exact: true }).click()
  await page.getByLabel('WebM (VP9)').check()
  await page.getByLabel('With what is heard').uncheck()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save', exact: true }).click(),
  ])
  const types = execFileSync('ffprobe', [
    '-v',
    'error',
    '-show_entries',
    'stream=codec_type',
    '-of',
    'csv=p=0',
    await download.path(),
  ])
  assert.equal(types.toString().trim(), 'video')
})

/** Plays until some clicks are laid down. */
async function heardWhilePlaying(on, count) {
  await until(
    () => on.evaluate(() => window.laid.filter(({ length }) => length > 0).length),
    (laid) => laid >= count,
    'what is laid down',
  )
  return clicksHeard(on)
}

test('a reel is heard while it is played, over and over, and not where it is not wanted', async () => {
  const on = await open(desk.context, `${desk.server.address}/scenes/${desk.id}/reels?a=${reel.id}`)
  await on.locator('.screen').waitFor()
  await on.getByRole('button', { name: 'Play', exact: true }).click()
  const heard = await heardWhilePlaying(on, 14)
  await on.keyboard.press('Space')
  // 42 pictures are 1.75 seconds, and there is one click in them.
  assert.ok(heard.length >= 2, `${heard}`)
  for (const [i, click] of heard.slice(1).entries()) assert.ok(Math.abs(click - heard[i] - 1.75) < 0.002, `${heard}`)
  // Twice as fast, and as high as it is: its clicks are half as far apart, each within a frame.
  await on.evaluate(() => localStorage.setItem('zesty-keeps-pitch', 'true'))
  await on.reload()
  await on.getByRole('button', { name: 'Play', exact: true }).waitFor()
  await on.getByLabel('Speed').selectOption('2')
  await on.evaluate(() => (window.laid = []))
  await on.keyboard.press('Space')
  const faster = await heardWhilePlaying(on, 14)
  await on.keyboard.press('Space')
  assert.ok(faster.length >= 2, `${faster}`)
  for (const [i, click] of faster.slice(1).entries())
    assert.ok(Math.abs(click - faster[i] - 0.875) < 0.042, `${faster}`)
  assert.ok(await on.evaluate(() => window.laid.every(({ speed }) => speed === 1)))
  await on.getByRole('button', { name: 'Sound', exact: true }).click()
  await on.evaluate(() => (window.laid = []))
  await on.keyboard.press('Space')
  await until(
    () => on.getByRole('status', { name: 'Frame', exact: true }).textContent(),
    (frame) => Number(frame) > 10,
    'some frames',
  )
  await on.keyboard.press('Space')
  assert.equal(await on.evaluate(() => window.laid.length), 0)
  await on.getByRole('button', { name: 'Sound', exact: true }).click()
  assert.deepEqual(on.faults, [])
  await on.close()
})

test('the big screen is heard once somebody wants it, of the scene and of a reel', async () => {
  const screen = await open(desk.context, `${desk.server.address}/screen/${desk.id}`)
  await page.bringToFront()
  await page.getByRole('link', { name: 'Animate' }).click()
  await page.locator('.desk').waitFor()
  await screen.locator('.scene-screen[data-frame]').waitFor()
  await screen.bringToFront()
  assert.equal(await screen.evaluate(() => window.laid.length), 0)
  await screen.mouse.move(300, 300)
  await screen.getByRole('button', { name: 'Sound' }).click()
  await page.evaluate(() => document.querySelector('.play')?.click())
  // Which frame is shown when, by the clock of the sound.
  const shown = await screen.evaluate(
    () =>
      new Promise((done) => {
        const shown = []
        const step = () => {
          const { contextTime, performanceTime } = window.heardBy?.getOutputTimestamp() ?? {}
          const frame = Number(document.querySelector('[data-frame]').dataset.frame)
          if (contextTime) shown.push([frame, contextTime + (performance.now() - performanceTime) / 1000])
          if (shown.length && shown.at(-1)[1] - shown[0][1] > 7) done(shown)
          else requestAnimationFrame(step)
        }
        requestAnimationFrame(step)
      }),
  )
  const heard = await clicksHeard(screen)
  const settled = heard.filter((click) => click > shown[0][1] + 2 && click < shown.at(-1)[1])
  assert.ok(settled.length >= 2, `${heard}`)
  // The range is a second and a half long, and has one click, with which the box jumps. Where the machine is so busy that
  // the screen has to catch up with its desk, it begins anew there.
  const runs = await clicksOfRuns(screen)
  assert.ok(
    runs.some(({ clicks }) => clicks.length > 1),
    `${heard}`,
  )
  for (const { clicks } of runs)
    for (const [i, click] of clicks.slice(1).entries()) assert.ok(Math.abs(click - clicks[i] - 1.5) < 0.01, `${clicks}`)
  // So far each picture is from what is heard with it, in frames; a picture stays until the next is drawn.
  const offs = settled
    .flatMap((click) =>
      shown.filter(([, at]) => Math.abs(at - click) < 0.4).map(([frame, at]) => frame - jump - (at - click) * 24),
    )
    .sort((one, other) => one - other)
  const middle = offs[offs.length >> 1]
  assert.ok(Math.abs(middle) <= 2, `${middle} of ${offs}`)
  await page.getByRole('link', { name: 'Reels' }).click()
  await screen.locator('.reels-screen').waitFor()
  await screen.evaluate(() => (window.laid = []))
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  const ofReel = await heardWhilePlaying(screen, 12)
  assert.ok(ofReel.length >= 1, `${ofReel}`)
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  assert.deepEqual(screen.faults, [])
  await screen.close()
})

test('frames that are left out leave no sound; nothing went wrong on the page', async () => {
  await page.bringToFront()
  await page.keyboard.press('Escape')
  const shot = await desk.shoot(() => setField(page, 'Every so many frames', '2'))
  assert.equal(shot.hasSound, false)
  assert.equal((await fetch(`${desk.server.address}/api/reels/${shot.id}/sound.wav`)).status, 404)
  assert.deepEqual(page.faults, [])
})
