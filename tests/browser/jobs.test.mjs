import assert from 'node:assert/strict'
import { after, describe, test } from 'node:test'
import { command, Desk, deskPoint, linear, setField, until } from './harness.mjs'

// Whole jobs, done as somebody would who has never read about them.

const sceneOf = (name, range, keys, more = {}) => ({
  format: 'zesty-scene',
  version: 2,
  name,
  rate: '24',
  range,
  ...more,
  objects: [{ name: 'Buoy', kind: 'sphere', channels: { 'position.x': { keys } } }],
})
const tick = 1
const ticksOf = (frame) => frame * 29_400_000

describe('sixty frames with snaps, fitted into thirty-nine', () => {
  let desk, page
  after(() => desk?.close())

  test('is one dialog, and the snaps and the last pose are where they belong', async () => {
    desk = await Desk.open(
      sceneOf(
        'Snaps',
        [1, 60],
        [
          linear(1, 0),
          linear(20, 2),
          { ...linear(0, 7), frame: undefined, tick: ticksOf(20) + tick },
          linear(40, 5),
          linear(41, 9),
          linear(60, 10),
        ],
      ),
    )
    page = desk.page
    await desk.lane('Buoy').waitFor()
    await command(page, 'Stretch time…')
    await setField(page, 'Length in frames', '39')
    await page.getByText('Put the keys on whole frames').click()
    await page.getByText('All 6 keys land on frames').waitFor()
    assert.equal(await page.getByText('outside the scene').count(), 0)
    await desk.changing(() => page.getByRole('button', { name: 'Stretch', exact: true }).click())
    const keys = await desk.keys('Buoy', 'position.x')
    assert.deepEqual(
      keys.map(({ frame, value }) => [frame, value]),
      [
        [1, 0],
        [13, 2],
        [14, 7],
        [26, 5],
        [27, 9],
        [39, 10],
      ],
    )
    assert.deepEqual((await desk.scene()).range, [1, 39])
    assert.deepEqual((await desk.scene()).work, [1, 39])
    await desk.undo()
    assert.equal((await desk.keys('Buoy', 'position.x')).length, 6)
  })

  test('measured by how long it plays, the pose that falls outside is named before', async () => {
    await command(page, 'Stretch time…')
    await page.getByLabel('measured').selectOption('by how long it plays')
    await setField(page, 'Length in frames', '39')
    await page.getByText('1 key would lie outside the scene, and not be played: Buoy Position X at 39.35.').waitFor()
    await page.keyboard.press('Escape')
    await page.getByRole('dialog').waitFor({ state: 'detached' })
  })

  test('the desk goes on showing all of it, and a work range that does not follow is told', async () => {
    const shown = () =>
      page.evaluate(() => Object.values(JSON.parse(document.querySelector('.desk').dataset.view)).slice(0, 2))
    const [, before] = await shown()
    await desk.changing(() => setField(page, "Scene's last frame", '120'))
    await until(shown, ([first, last]) => first < 1 && last > 120 && last > before, 'all of the longer scene')
    assert.deepEqual((await desk.scene()).work, [1, 120])
    await desk.changing(() => setField(page, "Work range's last frame", '90'))
    await desk.changing(() => setField(page, "Scene's last frame", '150'))
    await desk.changing(() => page.getByRole('button', { name: 'Extend it to 150' }).click())
    assert.deepEqual((await desk.scene()).work, [1, 150])
  })
})

describe('three seconds made five, at sixty frames a second', () => {
  let desk, page
  after(() => desk?.close())

  test('keeps the first frame first and the last pose last', async () => {
    desk = await Desk.open(sceneOf('Three seconds', [1, 72], [linear(1, 0), linear(36, 4), linear(72, 10)]))
    page = desk.page
    await desk.lane('Buoy').waitFor()
    await command(page, 'Change the rate…')
    await setField(page, 'Frames per second', '60')
    await page.getByText('frames 1 to 180 · 3.00 s as now').waitFor()
    await desk.changing(() => page.getByRole('button', { name: 'Change the rate' }).click())
    assert.deepEqual((await desk.scene()).range, [1, 180])
    await command(page, 'Stretch time…')
    await setField(page, 'Length in seconds', '5')
    await desk.changing(() => page.getByRole('button', { name: 'Stretch', exact: true }).click())
    const now = await desk.scene()
    assert.deepEqual([now.range, now.work, now.rate], [[1, 300], [1, 300], '60'])
    const keys = await desk.keys('Buoy', 'position.x')
    // The last pose of 72 frames stood a frame before their end; it still does, by as much of the clock.
    assert.deepEqual([keys[0].frame, keys.at(-1).value], [1, 10])
    // Four seconds are four seconds after the start, and the timecode is 0 there unless it is set.
    await page.evaluate(() => document.activeElement.blur())
    await setField(page, 'Frame', '4s')
    const frame = async () => Number(await page.locator('canvas.ruler').getAttribute('aria-valuenow'))
    await until(frame, (at) => at === 241, 'frame 241')
    await page.getByRole('button', { name: '00:00:04:00' }).click()
    await page.getByText('Start of the timecode…').click()
    await page.getByLabel('Timecode of the first frame').fill('soon')
    assert.equal(await page.getByRole('button', { name: 'Start there' }).isDisabled(), true)
    await page.getByLabel('Timecode of the first frame').fill('10:00:00:00')
    await desk.changing(() => page.keyboard.press('Enter'))
    await page.getByRole('button', { name: '10:00:04:00' }).waitFor()
    await setField(page, 'Frame', '10:00:00:30')
    await until(frame, (at) => at === 31, 'frame 31')
    assert.equal((await desk.server.get(`/api/scenes/${desk.id}/file`)).start, '10:00:00:00')
    for (let i = 0; i < 3; i++) await desk.undo()
    assert.deepEqual((await desk.scene()).range, [1, 72])
    await page.getByRole('button', { name: /^00:00:/ }).waitFor()
  })
})

describe('a ball that bounces and a cart that starts', () => {
  let desk, page
  after(() => desk?.close())

  /** Selects keys of the buoy by their frames. */
  async function selectKeys(...frames) {
    for (const [i, frame] of frames.entries()) {
      const at = await deskPoint(page, frame, 'Position X')
      if (i) await page.keyboard.down('Shift')
      await page.mouse.click(at.x, at.y)
      if (i) await page.keyboard.up('Shift')
    }
  }
  const values = async (...frames) => {
    const samples = await desk.samples('Buoy', 'position.x')
    return frames.map((frame) => samples.get(frame))
  }
  const near = (a, b) => assert.ok(Math.abs(a - b) < 1e-6, `${a} is not ${b}`)

  test('the ball falls faster and faster to the contact, and springs off it at an angle', async () => {
    desk = await Desk.open(
      sceneOf(
        'Ball',
        [1, 97],
        [1, 25, 49].map((frame, i) => ({ frame, value: i === 1 ? 0 : 8 })),
      ),
    )
    page = desk.page
    await desk.lane('Buoy').waitFor()
    await desk.select('Buoy')
    await selectKeys(25)
    await page.getByRole('button', { name: 'Handles', exact: true }).click()
    await desk.changing(() => page.getByRole('button', { name: 'Contact', exact: true }).click())
    const samples = await values(...Array.from({ length: 49 }, (_, i) => i + 1))
    samples.forEach((value, i) => near(value, 8 - 8 * ((24 - Math.abs(i - 24)) / 24) ** 2))
    await desk.undo()
    // With a tile: one stretch falls, the other is thrown.
    await selectKeys(1, 25)
    await page.getByRole('button', { name: 'Ease', exact: true }).click()
    await page.getByText('A fall of 8 in 1 s: gravity 16 per s²').waitFor()
    await desk.changing(() => page.getByRole('button', { name: 'Fall', exact: true }).click())
    await selectKeys(25, 49)
    await desk.changing(() => page.getByRole('button', { name: 'Throw', exact: true }).click())
    const tiles = await values(...Array.from({ length: 49 }, (_, i) => i + 1))
    tiles.forEach((value, i) => near(value, samples[i]))
    await desk.undo()
    await desk.undo()
  })

  test('the amount goes on working on the ease that was given, as one step', async () => {
    await selectKeys(1, 25)
    await desk.changing(() => page.getByRole('button', { name: 'Ease in', exact: true }).click())
    near((await values(13))[0], 8 - 8 / 4)
    const { position } = await desk.scene()
    // Dragged it shows at once what it would be, and Escape shows what is kept again.
    await setField(page, 'Frame', '13')
    const shown = async () => Number(await page.getByLabel('Position X', { exact: true }).inputValue())
    await until(shown, (value) => value === 6, 'the value as it is')
    const box = await page.getByLabel('Amount of the ease').boundingBox()
    await page.mouse.move(box.x + 20, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + 50, box.y + box.height / 2, { steps: 4 })
    await until(shown, (value) => value > 6.2, 'a stronger ease in the hand')
    await page.keyboard.press('Escape')
    await page.mouse.up()
    await until(shown, (value) => value === 6, 'the value as it was')
    assert.equal(await page.getByLabel('Amount of the ease').inputValue(), '50 %')
    assert.equal((await desk.scene()).position, position)
    await setField(page, 'Amount of the ease', '100')
    await until(
      () => values(13),
      ([value]) => Math.abs(value - (8 - 8 / 8)) < 1e-6,
      'a stronger ease',
    )
    assert.equal((await desk.scene()).position, position)
    await desk.undo()
    near((await values(1))[0], 8)
    // In another scene it begins at a half again.
    await page
      .getByTitle('All scenes')
      .or(page.getByRole('link', { name: /Zesty Reel/ }))
      .first()
      .click()
    await page.locator('article', { hasText: 'Ball' }).locator('.picture').click()
    await desk.lane('Buoy').waitFor()
  })

  test('a start runs into an even drive without a kink', async () => {
    const drive = [
      { frame: 1, value: 0, in: 'flat', out: 'flat' },
      { frame: 25, value: 20, in: 'linear', out: 'linear' },
      { frame: 49, value: 68, in: 'linear', out: 'linear' },
    ]
    await desk.close()
    desk = await Desk.open(sceneOf('Cart', [1, 49], drive))
    page = desk.page
    await desk.select('Buoy')
    await selectKeys(25)
    await page.getByRole('button', { name: 'Handles', exact: true }).click()
    await desk.changing(() => page.getByRole('button', { name: 'Meet after', exact: true }).click())
    const samples = await values(...Array.from({ length: 49 }, (_, i) => i + 1))
    const speeds = samples.slice(1).map((value, i) => value - samples[i])
    // Faster with every frame until the drive, and then two a frame.
    for (let i = 1; i < 24; i++) assert.ok(speeds[i] > speeds[i - 1] - 1e-9, `frame ${i + 1}: ${speeds[i]}`)
    near(speeds[24], 2)
    // The step into it is no larger than the one before.
    assert.ok(speeds[24] - speeds[23] <= speeds[23] - speeds[22], `no kink: ${speeds.slice(22, 25)}`)
  })
})

describe('a pose', () => {
  let desk, page
  after(() => desk?.close())

  test('it is copied from any frame, and pasted on another frame and another object, mirrored too', async () => {
    const scene = sceneOf('Pose', [1, 120], [linear(1, 0), linear(49, 12)])
    scene.objects.push({ name: 'Crate', kind: 'box' })
    desk = await Desk.open(scene)
    page = desk.page
    const keys = async (name) => (await desk.keys(name, 'position.x')).map(({ frame, value }) => [frame, value])
    await desk.select('Buoy')
    await setField(page, 'Frame', '25')
    await page.evaluate(() => document.activeElement.blur())
    const seen = (await desk.samples('Buoy', 'position.x')).get(25)
    const before = await keys('Buoy')
    await page.keyboard.press('Alt+c')
    await page.getByText('The pose of Buoy is copied.').waitFor()
    await setField(page, 'Frame', '100')
    await page.evaluate(() => document.activeElement.blur())
    await desk.changing(() => page.keyboard.press('Alt+v'))
    const after = await keys('Buoy')
    assert.deepEqual(after.slice(0, -1), before)
    assert.equal(after.at(-1)[0], 100)
    assert.ok(Math.abs(after.at(-1)[1] - seen) < 1e-5, `${after.at(-1)[1]} is ${seen}`)
    await desk.select('Crate')
    await desk.changing(() => command(page, 'Paste the pose mirrored left and right'))
    const [[frame, value]] = await keys('Crate')
    assert.equal(frame, 100)
    assert.ok(Math.abs(value + seen) < 1e-5, `${value} is the mirror image of ${seen}`)
    await desk.undo()
    await desk.undo()
    assert.deepEqual(await keys('Buoy'), before)
  })

  test('with auto-key on, a value that is typed is keyed, also the one that is there', async () => {
    await desk.select('Buoy')
    await setField(page, 'Frame', '25')
    const field = page.getByLabel('Position X', { exact: true })
    await page.evaluate(() => document.activeElement.blur())
    await page.keyboard.press('a')
    const seen = (await desk.samples('Buoy', 'position.x')).get(25)
    await field.click()
    const text = await field.inputValue()
    await field.fill(text)
    await desk.changing(() => field.press('Enter'))
    const keys = await desk.keys('Buoy', 'position.x')
    assert.deepEqual(
      keys.map(({ frame }) => frame),
      [1, 25, 49],
    )
    assert.ok(Math.abs(keys[1].value - seen) < 1e-6)
    // Nothing is keyed by only looking into the field.
    const { position } = await desk.scene()
    await setField(page, 'Frame', '30')
    await field.click()
    await field.press('Enter')
    await page.keyboard.press('a')
    await desk.heard()
    assert.equal((await desk.scene()).position, position)
    await desk.undo()
  })
})

describe('time that was made longer, and then not', () => {
  let desk, page
  const ranges = async () => {
    const { range, work } = await desk.scene()
    return [range, work]
  }
  after(() => desk?.close())

  test('a warp that is switched off offers to end the scene where its motion ends', async () => {
    desk = await Desk.open(sceneOf('Twice as long', [1, 48], [linear(1, 0), linear(48, 10)]))
    page = desk.page
    await command(page, 'Speed of the whole scene')
    await setField(page, 'Speed of the scene', '0.5')
    await desk.changing(() => page.getByRole('button', { name: 'Set the speed' }).click())
    const [[first, last]] = await ranges()
    assert.ok(first === 1 && last > 90, `${first}–${last}`)
    await desk.changing(() => page.getByRole('switch', { name: 'Whole scene on' }).click())
    await page.getByText(/the motion ends at frame 4[89], the scene at \d+/).waitFor()
    await desk.changing(() => page.getByRole('button', { name: /^End the scene at 4[89]$/ }).click())
    const [range, work] = await ranges()
    assert.ok(range[1] === 48 || range[1] === 49, `${range}`)
    assert.deepEqual(work, range)
    for (let i = 0; i < 3; i++) await desk.undo()
    assert.deepEqual(await ranges(), [
      [1, 48],
      [1, 48],
    ])
  })

  test('all motion begins later, the scene starts where it did and grows, and the view goes along', async () => {
    await command(page, 'All motion later')
    await setField(page, 'How many frames later', '24')
    await desk.changing(() => page.getByRole('button', { name: 'Make it later' }).click())
    assert.deepEqual(await ranges(), [
      [1, 72],
      [1, 72],
    ])
    assert.deepEqual(
      (await desk.keys('Buoy', 'position.x')).map(({ frame, value }) => [frame, value]),
      [
        [25, 0],
        [72, 10],
      ],
    )
    await until(
      () => page.locator('.desk').getAttribute('data-view'),
      (view) => JSON.parse(view).last >= 72,
      'the view',
    )
    // Called off, it is as if it had not been asked.
    await command(page, 'All motion later')
    await page.keyboard.press('Escape')
    await page.getByRole('dialog').waitFor({ state: 'detached' })
    await desk.undo()
    assert.deepEqual((await ranges())[0], [1, 48])
    assert.deepEqual(page.faults, [])
  })
})
