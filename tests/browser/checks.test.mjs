import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, differing, open, restedPixels, setField, stagePixels, stageRested, until } from './harness.mjs'

// The timing check: its list by mouse and keyboard, mending, what is meant, contacts, and the strip on the overview.

const keys = (rows, mode = 'linear') => rows.map(([frame, value]) => ({ frame, value, in: mode, out: mode }))
let desk, page
before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Looked through',
    rate: '24',
    range: [0, 100],
    objects: [
      // A pop at 20, and a corner after it.
      {
        name: 'Gull',
        kind: 'sphere',
        channels: {
          'position.y': {
            keys: keys([
              [0, 0],
              [20, 1],
              [21, 6],
              [40, 7],
            ]),
          },
        },
      },
      // It swings beyond 4 between 40 and 60.
      {
        name: 'Buoy',
        kind: 'box',
        channels: {
          'position.x': {
            keys: keys(
              [
                [10, 0],
                [40, 4],
                [60, 4],
                [90, 0],
              ],
              'smooth',
            ),
          },
        },
      },
      {
        name: 'Foot',
        kind: 'box',
        channels: {
          'position.z': {
            keys: keys([
              [0, 0],
              [50, 1],
              [100, 2],
            ]),
          },
        },
      },
    ],
  })
  page = desk.page
})
after(() => desk.close())

const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const panel = (on = page) => on.getByRole('region', { name: 'Timing check' })
const row = (words, on = page) => panel(on).getByRole('button', { name: words })
const frame = () => page.locator('[data-frame]').first().getAttribute('data-frame')
const strip = () =>
  page.locator('canvas.overview').evaluate((canvas) => {
    const { width, height } = canvas
    const row = canvas.getContext('2d').getImageData(0, height - 2, width, 1).data
    const marked = { fault: 0, warning: 0 }
    for (let i = 0; i < row.length; i += 4) {
      if (row[i] === 0xff && row[i + 1] === 0x7d && row[i + 2] === 0x92) marked.fault++
      if (row[i] === 0xff && row[i + 1] === 0x94 && row[i + 2] === 0x40) marked.warning++
    }
    return marked
  })

test('it is opened, tells the worst first, and shows on the overview where', async () => {
  assert.deepEqual(await strip(), { fault: 0, warning: 0 })
  await page.keyboard.press('Shift+K')
  await row(/^Fault: Pop, Gull Position Y, frame 20–21, 5$/).waitFor()
  await row(/^Warning: Overshoot, Buoy Position X, frame 40–60/).waitFor()
  assert.match(await panel().textContent(), /1 fault\s*1 warning\s*\d+ notes?/)
  const first = await panel().locator('.row-button').first().textContent()
  assert.match(first, /Pop/)
  const { fault, warning } = await until(strip, (marked) => marked.fault > 0, 'the strip')
  // Twenty frames of an overshoot take more room than a pop.
  assert.ok(warning > fault * 3, `${fault} ${warning}`)
  // The values are a press away.
  await page.getByRole('button', { name: 'Timing check', exact: true }).click()
  await page.locator('.values').waitFor()
  assert.equal(await panel().count(), 0)
  assert.deepEqual(await until(strip, (marked) => marked.fault === 0, 'an empty strip'), { fault: 0, warning: 0 })
  await page.getByRole('button', { name: 'Timing check', exact: true }).click()
  await panel().waitFor()
})

test('the keyboard alone opens it, goes to the worst, and puts the values back', async () => {
  await page.keyboard.press('Shift+K')
  await page.locator('.values').waitFor()
  await page.keyboard.press('Shift+K')
  await row(/Pop, Gull/).waitFor()
  await page.keyboard.press('ArrowDown')
  await until(frame, (now) => now === '20', 'the pop')
  // What comes with the page takes the keyboard from nobody.
  await page.reload()
  await row(/Pop, Gull/).waitFor()
  assert.equal(await panel().evaluate((each) => each.contains(document.activeElement)), false)
})

test('a press goes there, selects its keys and shows its curve; up and down go through the list', async () => {
  await row(/Overshoot, Buoy/).click()
  await until(frame, (now) => now === '40', 'the frame')
  await page.getByText('2 of 11 keys').waitFor()
  await page.locator('.body .heads').getByText('Position X').waitFor()
  await panel().getByText('Between two keys it goes further than either.').waitFor()
  await page.keyboard.press('ArrowUp')
  await until(frame, (now) => now === '20', 'the pop')
  await panel().getByText('It jumps from one frame to the next').waitFor()
  await page.keyboard.press('ArrowDown')
  await until(frame, (now) => now === '40', 'the overshoot again')
})

test('mending is seen before it is done, is one step, and is taken back', async () => {
  const was = await file()
  await page.mouse.move(5, 300)
  await row(/Overshoot, Buoy/).click()
  await setField(page, 'Frame', '50')
  const before = await restedPixels(page)
  const mend = panel().getByRole('button', { name: 'Mend', exact: true })
  await mend.hover()
  await until(
    async () => differing(before, await stagePixels(page)),
    (pixels) => pixels > 50,
    'the mended motion',
  )
  await page.mouse.move(5, 300)
  await until(
    async () => differing(before, await stagePixels(page)),
    (pixels) => pixels === 0,
    'the motion as it was',
  )
  assert.deepEqual(await file(), was)
  await desk.changing(() => mend.click())
  await row(/Overshoot, Buoy/).waitFor({ state: 'detached' })
  const mended = (await file()).objects[1].channels['position.x'].keys
  // Clamped is the rest: it is not written.
  assert.deepEqual(
    mended.map((key) => key.in),
    ['smooth', undefined, undefined, 'smooth'],
  )
  await desk.undo()
  await row(/Overshoot, Buoy/).waitFor()
  assert.deepEqual(await file(), was)
})

test('what is meant is not told any more, in another window neither, and after kill -9', async () => {
  await row(/Pop, Gull/).click()
  await desk.changing(() => panel().getByRole('button', { name: 'It is meant' }).click())
  await row(/Pop, Gull/).waitFor({ state: 'detached' })
  const marks = (await file()).marks
  assert.deepEqual(marks, [
    { mark: 'meant', finding: 'pop', object: 'Gull', channel: 'position.y', frame: 20, end: 21 },
  ])
  await desk.server.kill()
  await desk.server.start()
  const other = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await other.locator('.desk').waitFor()
  await command(other, 'Timing check, or the values')
  await row(/Overshoot, Buoy/, other).waitFor()
  assert.equal(await row(/Pop, Gull/, other).count(), 0)
  await panel(other).getByRole('button', { name: '1 meant' }).click()
  await row(/Pop, Gull/, other).click()
  await panel(other).getByRole('button', { name: 'Not meant after all' }).click()
  await until(file, ({ marks }) => marks === undefined, 'the mark gone')
  await other.close()
  await row(/Pop, Gull/).waitFor()
})

test('a contact is marked, its sliding is told, and it is forgotten', async () => {
  await desk.heard()
  await desk.select('Foot')
  await panel().getByRole('button', { name: '+ Contact' }).click()
  await setField(page, 'It stands from frame', '30')
  await setField(page, 'It stands to frame', '10')
  await page.getByText('It does not stop before it starts').waitFor()
  await setField(page, 'It stands to frame', '60')
  await desk.changing(() => page.getByRole('dialog').getByRole('button', { name: 'Mark', exact: true }).click())
  await row(/^Fault: Sliding contact, Foot, frame 30–60, 0\.6 units$/).click()
  await until(frame, (now) => now === '30', 'the contact')
  await desk.changing(() => panel().getByRole('button', { name: 'Forget that Foot stands from 30 to 60' }).click())
  await row(/Sliding contact/).waitFor({ state: 'detached' })
  await desk.undo()
  await row(/Sliding contact/).waitFor()
  await desk.undo()
  await row(/Sliding contact/).waitFor({ state: 'detached' })
})

test('notes are listed when wanted, shapes looked at too, and an edit is looked through by itself', async () => {
  const notes = panel().getByRole('button', { name: /notes?$/ })
  await notes.click()
  await row(/^Note: Keys without effect, Foot Position Z, frame 50, 1 key$/)
    .first()
    .waitFor()
  await notes.click()
  await row(/^Note:/)
    .first()
    .waitFor({ state: 'detached' })
  await panel().getByLabel('shapes, too').check()
  await row(/^Warning: Below the ground, Gull/).waitFor()
  await panel().getByLabel('shapes, too').uncheck()
  await row(/Below the ground, Gull/).waitFor({ state: 'detached' })
  // The pop is made a hold by hand: it is meant then.
  const { position } = await desk.scene()
  await desk.server.post(`/api/scenes/${desk.id}/edits`, {
    revision: (await desk.scene()).revision,
    edit: {
      edit: 'setInterpolation',
      keys: [{ object: 1, channel: 'position.y', times: [20 * 29_400_000] }],
      out: 'hold',
    },
  })
  await until(desk.scene, (now) => now.position === position + 1, 'the edit')
  await row(/Pop, Gull/).waitFor({ state: 'detached' })
})

test('nothing went wrong on the page', async () => {
  await stageRested(page)
  assert.deepEqual(page.faults, [])
})
