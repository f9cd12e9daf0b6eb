import assert from 'node:assert/strict'
import { execFileSync } from 'node:child_process'
import { after, before, test } from 'node:test'
import { PNG } from 'pngjs'
import { Desk, differing, drag, isBox, middleOf, open, setField, until } from './harness.mjs'

// Reels: shot, looked at, compared, saved.
let desk, page
const frames = 12
const reels = () => desk.reels()
const reel = (number) => page.getByRole('article', { name: `Reel ${number}` })
const screen = () => page.locator('.screen')
const picture = async (id, at) =>
  PNG.sync.read(Buffer.from(await (await fetch(`${desk.server.address}/api/reels/${id}/pictures/${at}`)).arrayBuffer()))

const shoot = (more) => desk.shoot(more)

const animate = async () => {
  await page.getByRole('link', { name: 'Animate' }).click()
  await page.locator('.desk').waitFor()
}
const lookAt = async (count) => {
  await page.getByRole('link', { name: 'Reels' }).click()
  await until(
    () => page.locator('.reel').count(),
    (now) => now === count,
    'the reels',
  )
}
const moreOf = async (number, words) => {
  await reel(number)
    .getByRole('button', { name: `More of Reel ${number}` })
    .click()
  await page.getByRole('menuitem', { name: words, exact: true }).click()
}
/** The pixels of the screen, once it shows a place in a way. */
async function shown(place, way) {
  await until(
    () => screen().evaluate((each) => `${each.dataset.place} ${each.dataset.shown}`),
    (now) => now === `${place} ${way}`,
    `the picture on ${place}`,
  )
  return PNG.sync.read(await screen().locator('canvas').screenshot())
}

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Reels',
    rate: '24',
    range: [1, frames],
    objects: [
      {
        name: 'Camera',
        kind: 'camera',
        channels: { 'position.z': { value: 12 }, 'position.y': { value: 0.5 } },
      },
      {
        name: 'Boat',
        kind: 'box',
        channels: {
          'position.x': {
            keys: [
              { frame: 1, value: -3, out: 'linear' },
              { frame: 12, value: 3, in: 'linear' },
            ],
          },
        },
      },
      { name: 'Buoy', kind: 'box', channels: { 'position.x': { value: 0 }, 'position.y': { value: 2 } } },
    ],
  })
  page = desk.page
})
after(() => desk.close())

test('a reel is shot at its own size, each picture at its frame', async () => {
  const shot = await shoot()
  assert.equal(shot.number, 1)
  assert.equal(shot.pictures, frames)
  assert.equal(shot.settings.through, 'Camera')
  const first = await picture(shot.id, 0)
  assert.deepEqual([first.width, first.height], [160, 90])
  // The boat goes evenly from left to right; the buoy above it stays, so half of that is seen of the middle.
  const [a, b, c] = await Promise.all([0, 4, 11].map(async (at) => middleOf(await picture(shot.id, at), isBox).x))
  assert.ok(b > a && c > b, `${a} ${b} ${c}`)
  assert.ok(Math.abs((b - a) / (c - a) - 4 / 11) < 0.04, `${a} ${b} ${c}`)
  await page.getByText('Reel 1 is shot: 12 pictures.').waitFor()
})

test('the next is shot as the last one was, and not as one that was given up', async () => {
  const across = () => page.getByLabel('Pixels across', { exact: true })
  for (const leaves of [() => page.reload(), () => page.keyboard.press('Escape')]) {
    await page.keyboard.press('Shift+R')
    await page.getByRole('dialog', { name: 'Shoot a reel' }).waitFor()
    assert.equal(await across().inputValue(), '160')
    await setField(page, 'Pixels across', '320')
    await leaves()
    await page.locator('.desk').waitFor()
  }
})

test('after a change the difference rises where it is and is zero elsewhere', async () => {
  const boat = (await desk.scene()).objects.find(({ name }) => name === 'Boat').id
  // Lifted from frame 6 to 9 only.
  for (const [frame, value] of Object.entries({ 5: 0, 6: 1, 9: 1, 10: 0 })) {
    const values = [{ object: boat, channel: 'position.y', value }]
    const edit = { edit: 'keyChannels', frame: Number(frame), values, interpolation: 'linear' }
    const { revision } = await desk.scene()
    await desk.server.post(`/api/scenes/${desk.id}/edits`, { revision, edit })
  }
  await desk.heard()
  const shot = await shoot()
  assert.equal(shot.number, 2)
  await lookAt(2)
  await page.getByRole('button', { name: 'Compare Reel 1 with A', exact: true }).click()
  await page.getByText('difference between A and B, frame by frame').waitFor()
  const text = await (await fetch(`${desk.server.address}/api/reels/2/difference/1`)).text()
  const lines = text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
  assert.equal(lines.length, frames)
  for (const { at, mean, changed } of lines) {
    const isChanged = at + 1 > 5 && at + 1 < 10
    assert.equal(mean > 0 && changed > 0.005, isChanged, `frame ${at + 1}: ${mean} ${changed}`)
    if (!isChanged) assert.equal(mean, 0, `frame ${at + 1}`)
  }
  await page.getByRole('button', { name: 'Boat Position Y 6–9' }).waitFor()
  // Also where no desk has been open before.
  const alone = await open(desk.context, page.url())
  await alone.getByRole('button', { name: 'Boat Position Y 6–9' }).waitFor()
  await alone.close()
  // What is told of the reels anew does not measure them anew.
  let measured = 0
  page.on('request', (request) => (measured += /difference/.test(request.url()) ? 1 : 0))
  await moreOf(1, 'Pick it')
  await reel(1).getByText('picked', { exact: true }).waitFor()
  await moreOf(1, 'Pick it no more')
  await reel(1).getByText('picked', { exact: true }).waitFor({ state: 'detached' })
  assert.equal(measured, 0)
  await page.getByRole('button', { name: 'Next change' }).click()
  assert.equal(await page.getByLabel('Frame', { exact: true }).textContent(), '6')
  await page.getByRole('button', { name: 'Go there' }).click()
  assert.match(await page.getByLabel('Frame', { exact: true }).textContent(), /^[6789]$/)
})

test('the wipe is moved by the mouse and turned; Escape puts it back', async () => {
  await page.keyboard.press('Home')
  await page.getByRole('button', { name: 'Next change' }).click()
  await page.getByRole('button', { name: 'Wipe' }).click()
  const box = await screen().boundingBox()
  const grip = page.getByRole('slider', { name: 'Line between A and B' })
  const line = async () => Number(await grip.getAttribute('aria-valuenow'))
  assert.equal(await line(), 50)
  const middleOfGrip = async () => {
    const at = await grip.boundingBox()
    return { x: at.x + at.width / 2, y: at.y + at.height / 2 }
  }
  const from = await middleOfGrip()
  // All of B: the boat is on the water; all of A: it is lifted.
  await drag(page, from, { x: box.x + 2, y: from.y })
  await until(line, (now) => now < 3, 'the line at the left')
  const onlyB = await shown(5, 'wipe both')
  await drag(page, await middleOfGrip(), { x: box.x + box.width - 2, y: from.y })
  await until(line, (now) => now > 97, 'the line at the right')
  const onlyA = await shown(5, 'wipe both')
  assert.ok(middleOf(onlyB, isBox).y > middleOf(onlyA, isBox).y + 10, 'the boat is lifted in A')
  await page.mouse.move(...Object.values(await middleOfGrip()))
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, from.y)
  await until(line, (now) => now === 50, 'the line under the hand')
  await page.keyboard.press('Escape')
  await until(line, (now) => now > 97, 'the line put back')
  await page.mouse.up()
  const turn = page.getByRole('slider', { name: 'Lean of the line' })
  await turn.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await until(
    () => turn.getAttribute('aria-valuenow'),
    (now) => now === '15',
    'the lean',
  )
})

test('held, B shows the other; difference is black where nothing differs', async () => {
  await page.getByRole('button', { name: 'A alone' }).click()
  const a = await shown(5, 'one')
  await page.keyboard.down('b')
  await page.getByText('B · Reel 1').waitFor()
  const b = await shown(5, 'one')
  assert.ok(differing(a, b) > 50, 'another picture')
  await page.keyboard.up('b')
  await page.getByText('A · Reel 2').waitFor()
  await page.getByRole('button', { name: 'Difference', exact: true }).click()
  await page.keyboard.press('Home')
  const same = await shown(0, 'difference both')
  const middle = (same.width * (same.height >> 1) + (same.width >> 1)) * 4
  assert.deepEqual([...same.data.subarray(middle, middle + 3)], [0, 0, 0])
  // What is around the pictures is as around one alone.
  const edge = same.width * (same.height >> 1) * 4
  assert.deepEqual([...same.data.subarray(edge, edge + 3)], [10, 18, 17])
  await page.getByRole('button', { name: 'Go there' }).click()
  const other = await until(
    async () => PNG.sync.read(await screen().locator('canvas').screenshot()),
    (now) => differing(same, now) > 50,
    'the difference',
  )
  assert.ok(other)
})

test('a reel plays, is named and picked, deleted and brought back', async () => {
  await page.getByRole('button', { name: 'A alone' }).click()
  await page.getByLabel('At the end').selectOption('once')
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await until(
    () => page.getByLabel('Frame', { exact: true }).textContent(),
    (now) => now === String(frames),
    'the end',
  )
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor()
  await moreOf(1, 'Name and note…')
  await page.getByRole('dialog').getByLabel('Name').fill('Before the lift')
  await page.getByRole('button', { name: 'Keep' }).click()
  await reel(1).getByText('Before the lift').waitFor()
  await moreOf(1, 'Pick it')
  await reel(1).getByText('picked', { exact: true }).waitFor()
  await moreOf(1, 'Delete')
  await until(
    () => page.locator('.reel').count(),
    (now) => now === 1,
    'the reel gone',
  )
  await page.getByRole('button', { name: 'Undo' }).click()
  await reel(1).getByText('picked', { exact: true }).waitFor()
})

test('a video has the frames, the rate, the size and the pictures of the reel', async () => {
  for (const format of ['WebM (VP9)', 'MP4 (H.264)']) {
    await moreOf(2, 'Save as video…')
    await page.getByLabel(format).check()
    await page.getByLabel('Quality').selectOption('best')
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save', exact: true }).click(),
    ])
    const path = await download.path()
    const asked =
      '-v error -select_streams v:0 -count_frames -of json -show_entries stream=codec_name,width,height,nb_read_frames,avg_frame_rate:format=duration'
    const told = JSON.parse(execFileSync('ffprobe', [...asked.split(' '), path]).toString())
    const [stream] = told.streams
    assert.equal(Number(stream.nb_read_frames), frames)
    assert.deepEqual([stream.width, stream.height], [160, 90])
    assert.equal(stream.codec_name, format.startsWith('WebM') ? 'vp9' : 'h264')
    assert.ok(Math.abs(Number(told.format.duration) - frames / 24) < 0.05, told.format.duration)
    const decode = `-v error -i ${path} -vf select=eq(n\\,6) -vframes 1 -f image2pipe -vcodec png -`
    const seventh = PNG.sync.read(execFileSync('ffmpeg', decode.split(' ')))
    const kept = await picture(2, 6)
    let off = 0
    for (let i = 0; i < kept.data.length; i += 4)
      for (let channel = 0; channel < 3; channel++) off += Math.abs(kept.data[i + channel] - seventh.data[i + channel])
    assert.ok(off / (160 * 90 * 3) < 6, `${format} is off by ${off / (160 * 90 * 3)} on the mean`)
  }
})

test('only what is selected is shot, see-through, with motion blur; cancel keeps nothing', async () => {
  await animate()
  await desk.select('Boat')
  const shot = await shoot(async () => {
    await page.getByLabel('What is seen').selectOption('selection')
    await page.getByLabel('Background').selectOption('seeThrough')
    await page.getByLabel('Motion blur').selectOption('8')
    await setField(page, 'Shutter', '360')
  })
  assert.deepEqual(shot.settings.only, ['Boat'])
  const png = await picture(shot.id, 2)
  assert.equal(png.data[3], 0, 'nothing in the corner')
  let [clear, half, full] = [0, 0, 0]
  for (let i = 3; i < png.data.length; i += 4)
    if (png.data[i] === 0) clear++
    else if (png.data[i] === 255) full++
    else half++
  assert.ok(full > 20 && half > full * 0.2 && clear > full, `${clear} ${half} ${full}`)

  // A long one, called off half-way.
  await page.keyboard.press('Shift+R')
  await page.getByRole('dialog').waitFor()
  await setField(page, 'Pixels across', '1920')
  await setField(page, 'Pixels down', '1080')
  await page.getByRole('button', { name: 'Shoot', exact: true }).click()
  const going = page.getByRole('region', { name: 'A reel is being shot' })
  await until(
    () => going.innerText(),
    (words) => /[1-9]\d* of 12/.test(words),
    'the first picture',
  )
  await going.getByRole('button', { name: 'Cancel' }).click()
  await going.waitFor({ state: 'detached' })
  assert.equal((await reels()).length, 3)
  const next = await shoot(async () => {
    await page.getByLabel('What is seen').selectOption('everything')
    await page.getByLabel('Background').selectOption('stage')
    await page.getByLabel('Motion blur').selectOption('1')
  })
  assert.equal(next.number, 4, 'no number is lost')
  assert.deepEqual(page.faults, [])
})
