import assert from 'node:assert/strict'
import { after, before, describe, test } from 'node:test'
import { PNG } from 'pngjs'
import { command, Desk, deskPoint, drag, ferryScene, open, setField, stageRested, until } from './harness.mjs'
import { fewKeys } from './fewKeys.mjs'

// What hands do half-way and take back: Escape, undo, keys, commands, the playhead, what is copied.
let desk, page

before(async () => {
  desk = await Desk.open(fewKeys)
  page = desk.page
  await desk.lane('Ferry').waitFor()
})
after(() => desk.close())

const field = (label) => page.getByLabel(label, { exact: true })
const valueOf = (label) => field(label).inputValue()
const view = () =>
  page.evaluate(() => Object.values(JSON.parse(document.querySelector('.desk').dataset.view)).slice(0, 2))
const position = async () => (await desk.scene()).position
/** The middle of the handles in the front view, which looks at the ferry's plane. */
const stageMiddle = async () => {
  const box = await page.locator('.stage-canvas').boundingBox()
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}

const rested = () => stageRested(page)

describe('Escape', () => {
  test('gives up a drag of the handles: nothing is held, and nothing is keyed later', async () => {
    await desk.select('Buoy')
    await command(page, 'Look from the front')
    await page.keyboard.press('f')
    await rested()
    const still = await valueOf('Position X')
    const middle = await stageMiddle()
    // The red arrow lies to the right of the middle.
    await page.mouse.move(middle.x + 60, middle.y)
    await page.mouse.down()
    await page.mouse.move(middle.x + 120, middle.y, { steps: 5 })
    await until(
      () => valueOf('Position X'),
      (value) => value !== still,
      'the dragged value',
    )
    const before = await position()
    await page.keyboard.press('Escape')
    await until(
      () => valueOf('Position X'),
      (value) => value === still,
      'the value of before',
    )
    await page.mouse.move(middle.x + 160, middle.y, { steps: 3 })
    assert.equal(await valueOf('Position X'), still)
    await page.mouse.up()
    assert.equal(await position(), before)
    await desk.lane('Buoy').waitFor()
    assert.equal(await page.locator('.head.selected').count(), 1, 'the selection stays')
  })

  test('gives up a drag in a value field', async () => {
    const box = await field('Position Y').boundingBox()
    const before = [await valueOf('Position Y'), await position()]
    await page.mouse.move(box.x + 20, box.y + 8)
    await page.mouse.down()
    await page.mouse.move(box.x + 90, box.y + 8, { steps: 4 })
    assert.notEqual(await valueOf('Position Y'), before[0])
    await page.keyboard.press('Escape')
    await page.mouse.up()
    assert.deepEqual([await valueOf('Position Y'), await position()], before)
  })

  test('gives up pulling a lane tall and moving a splitter', async () => {
    const head = page.locator('.head', { has: page.getByRole('button', { name: 'Ferry', exact: true }) })
    const { x, y, height } = await head.boundingBox()
    await page.mouse.move(x + 80, y + height - 1)
    await page.mouse.down()
    await page.mouse.move(x + 80, y + 120, { steps: 4 })
    await head.locator('.curve-head').waitFor()
    await page.keyboard.press('Escape')
    await page.mouse.up()
    await head.locator('.curve-head').waitFor({ state: 'detached' })

    const bar = page.locator('.splitpanes__splitter').last()
    const at = await bar.boundingBox()
    await page.mouse.move(at.x + 300, at.y + 1)
    await page.mouse.down()
    await page.mouse.move(at.x + 300, at.y - 100, { steps: 5 })
    await until(
      () => bar.boundingBox(),
      (now) => now.y < at.y - 40,
      'the splitter',
    )
    await page.keyboard.press('Escape')
    await page.mouse.up()
    await until(
      () => bar.boundingBox(),
      (now) => Math.abs(now.y - at.y) < 2,
      'the splitter where it was',
    )
  })

  test('closes a menu and leaves the selection', async () => {
    await desk.select('Buoy')
    await page.getByRole('button', { name: '24 fps' }).click()
    await page.locator('.dropdown-menu.show:visible').waitFor()
    await page.keyboard.press('Escape')
    await page.locator('.dropdown-menu.show:visible').waitFor({ state: 'detached' })
    assert.equal(await page.locator('.head.selected').count(), 1)
    await page.keyboard.press('Escape')
    await until(
      () => page.locator('.head.selected').count(),
      (count) => count === 0,
      'nothing selected',
    )
  })
})

describe('undo', () => {
  test('takes back a value that waits for its key before anything older', async () => {
    await desk.changing(async () => {
      await desk.select('Buoy')
      await setField(page, 'Position Y', '2')
    })
    await desk.select('Ferry')
    await setField(page, 'Frame', '25')
    const before = await valueOf('Position X')
    await setField(page, 'Position X', '9')
    const made = await position()
    await page.keyboard.press('Control+z')
    await until(
      () => valueOf('Position X'),
      (value) => value === before,
      'the value of before',
    )
    assert.equal(await position(), made, 'nothing older is undone')
    await desk.undo()
    assert.equal(await position(), made - 1)
  })

  test('takes back a drag of the handles that waits for its key', async () => {
    await desk.select('Ferry')
    await command(page, 'Look from the front')
    await page.keyboard.press('f')
    await rested()
    const before = await valueOf('Position X')
    const made = await position()
    const middle = await stageMiddle()
    await drag(page, { x: middle.x + 60, y: middle.y }, { x: middle.x + 120, y: middle.y })
    await page.locator('[data-channel="position.x"] .marker[data-state="changed"]').waitFor()
    await page.keyboard.press('Control+z')
    await until(
      () => valueOf('Position X'),
      (value) => value === before,
      'the value of before',
    )
    assert.equal(await position(), made)
  })

  test('works from a field in which nothing was typed, and from a list; what is typed is undone first', async () => {
    await desk.select('Buoy')
    await desk.changing(() => setField(page, 'Position Y', '3'))
    const made = await position()
    await field('Position Z').click()
    await page.keyboard.type('77')
    await page.keyboard.press('Control+z')
    assert.equal(await position(), made)
    await page.keyboard.press('Escape')
    await field('Position Z').click()
    await page.keyboard.press('Control+z')
    await until(position, (now) => now === made - 1, 'the undo')
    await desk.heard()
    await field('Position Z').press('Escape')
    assert.equal(await valueOf('Position Z'), '0.00')
  })

  test('takes back a run of arrow keys at once', async () => {
    const made = await position()
    const before = await valueOf('Position Y')
    await field('Position Y').click()
    for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowUp')
    await page.keyboard.press('Enter')
    await until(position, (now) => now === made + 1, 'one change')
    assert.notEqual(await valueOf('Position Y'), before)
    await desk.undo()
    await until(
      () => valueOf('Position Y'),
      (value) => value === before,
      'the value of before',
    )
  })

  test('of keys that were scaled gives back which were selected', async () => {
    const [from, to] = [await deskPoint(page, 5, 'Position X').catch(() => null), null]
    assert.equal(to, null)
    if (!from) await page.getByRole('button', { name: 'Open Ferry' }).click()
    const start = await deskPoint(page, 5, 'Position X')
    const end = await deskPoint(page, 60, 'Position X')
    await drag(page, { x: start.x, y: start.y - 8 }, { x: end.x, y: end.y + 8 })
    const chosen = page.getByText(/^2 of \d+ keys/)
    await chosen.waitFor()
    // The right side of the box around them.
    const side = await deskPoint(page, 40, 'Position X')
    await desk.changing(() => drag(page, { x: side.x + 10, y: side.y }, { x: side.x + 70, y: side.y }))
    assert.notEqual((await desk.keys('Ferry', 'position.x'))[1].frame, 40)
    await desk.undo()
    await chosen.waitFor()
    await page.keyboard.press('.')
    await until(
      () => desk.keys('Ferry', 'position.x'),
      (keys) => keys[0].frame === 11 && keys[1].frame === 41,
      'both keys a frame later',
    )
    await desk.undo()
  })
})

describe('keys', () => {
  test('with Shift held during the drag, what follows on every channel of the lane moves along', async () => {
    await page.keyboard.press('Escape')
    const stem = await deskPoint(page, 10, 'Ferry')
    const scale = (await deskPoint(page, 11)).x - (await deskPoint(page, 10)).x
    await desk.changing(async () => {
      await page.mouse.move(stem.x, stem.y)
      await page.mouse.down()
      await page.mouse.move(stem.x + 3 * scale, stem.y, { steps: 3 })
      await page.keyboard.down('Shift')
      await page.mouse.move(stem.x + 5 * scale, stem.y, { steps: 3 })
      await page.mouse.up()
      await page.keyboard.up('Shift')
    })
    const frames = async (channel) => (await desk.keys('Ferry', channel)).map(({ frame }) => frame)
    assert.deepEqual(await frames('position.x'), [15, 45, 85])
    assert.deepEqual(await frames('position.y'), [25, 85])
    await desk.undo()
  })

  test('between frames come to stand on whole ones', async () => {
    await page.keyboard.press('Escape')
    await page.mouse.click(...Object.values(await deskPoint(page, 40, 'Position X')))
    await desk.changing(() => setField(page, 'Frame of the selected keys', '40.5'))
    const scale = (await deskPoint(page, 11)).x - (await deskPoint(page, 10)).x
    const key = await deskPoint(page, 40.5, 'Position X')
    await desk.changing(() => drag(page, key, { x: key.x + 4 * scale, y: key.y }))
    const frames = (await desk.keys('Ferry', 'position.x')).map(({ frame }) => frame)
    assert.ok(Number.isInteger(frames[1]) && frames[1] > 42, `${frames}`)
    await desk.undo()
    await desk.undo()
  })
})

describe('deleted keys', () => {
  test('are not selected any more', async () => {
    const key = await deskPoint(page, 80, 'Position X')
    await page.mouse.click(key.x, key.y)
    await page.getByText(/^1 of \d+ keys/).waitFor()
    await desk.changing(() => page.keyboard.press('Delete'))
    await page.getByText(/^4 keys/).waitFor()
    await desk.undo()
  })
})

describe('scaling on the stage', () => {
  test('grows by the way of the hand and never turns inside out', async () => {
    await desk.select('Buoy')
    await page.keyboard.press('4')
    await page.keyboard.press('f')
    await rested()
    const middle = await stageMiddle()
    const sizes = () => Promise.all(['X', 'Y', 'Z'].map((axis) => valueOf(`Scale ${axis}`).then(Number)))
    await page.mouse.move(middle.x, middle.y)
    await page.mouse.down()
    await page.mouse.move(middle.x, middle.y - 5, { steps: 2 })
    await until(sizes, ([x]) => x > 1 && x < 1.2, '5 px up')
    await page.mouse.move(middle.x - 200, middle.y, { steps: 4 })
    await until(sizes, (all) => all.every((size) => size > 0.1 && size < 0.2), '200 px to the left')
    await page.keyboard.press('Escape')
    await page.mouse.up()
    assert.deepEqual(await sizes(), [1, 1, 1])
    await page.keyboard.press('2')
  })
})

describe('commands', () => {
  test('that can do nothing here say why, and switches what they switched to', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+k')
    await page.getByRole('combobox', { name: 'Find a command' }).fill('bake clips')
    const option = page.getByRole('option', { name: /Bake clips/ })
    assert.equal(await option.getAttribute('aria-disabled'), 'true')
    await page.getByText('Select a clip on the desk first.').waitFor()
    await page.keyboard.press('Escape')
    await option.waitFor({ state: 'detached' })
    await command(page, 'helpers in this view')
    await page.getByText('Helpers are hidden.').waitFor()
    await command(page, 'helpers in this view')
    await page.getByText('Helpers are shown.').waitFor()
  })

  test('Space plays after a click on a button or a checkbox', async () => {
    await desk.lane('Ferry').click()
    await page.mouse.click(...Object.values(await deskPoint(page, 80, 'Position X')))
    await page.getByLabel('Whole frames').click()
    await page.keyboard.press('Space')
    await page.locator('.stage-meter').waitFor()
    await page.keyboard.press('Space')
    await page.locator('.stage-meter').waitFor({ state: 'detached' })
    await page.getByLabel('Whole frames').click()
  })
})

describe('the playhead', () => {
  test('leaves the scene only where a frame outside is typed; a key there is told of', async () => {
    await desk.select('Buoy')
    const { range } = await desk.scene()
    await page.keyboard.press('End')
    for (const key of ['ArrowRight', 'ArrowRight']) await page.keyboard.press(key)
    assert.equal(await valueOf('Frame'), String(range[1]))
    await setField(page, 'Frame', '400')
    const [first, last] = await view()
    assert.ok(first < 400 && last > 400, `in view: ${first} to ${last}`)
    assert.match(
      await field('Frame').getAttribute('title'),
      /after the scene’s last frame, \d+: nothing is played there/,
    )
    await page.keyboard.press('ArrowLeft')
    assert.equal(await valueOf('Frame'), '399')
    await desk.changing(() => page.keyboard.press('n'))
    await page.getByText(`Keyed on frame 399, after the scene’s last frame, ${range[1]}: it is not played.`).waitFor()
    await desk.changing(() => page.getByRole('button', { name: 'Make the scene longer' }).click())
    assert.deepEqual((await desk.scene()).range, [range[0], 399])
    await desk.undo()
    await desk.undo()
    await page.keyboard.press('End')
    assert.equal(await valueOf('Frame'), String(range[1]))
  })

  test('is brought into view where it goes to a key', async () => {
    await desk.select('Ferry')
    await page.keyboard.press('Home')
    const from = await deskPoint(page, 50)
    await page.mouse.move(from.x, from.y)
    for (let i = 0; i < 12; i++) await page.mouse.wheel(0, -200)
    await until(view, ([first]) => first > 20, 'a narrow view')
    // Keys that are out of sight are hinted at on both edges.
    const lane = await desk.lane('Ferry').boundingBox()
    const canvas = await page.locator('canvas.ruler').boundingBox()
    for (const x of [canvas.x, canvas.x + canvas.width - 10]) {
      const edge = { x, y: lane.y + lane.height / 2 - 6, width: 10, height: 12 }
      const { data } = PNG.sync.read(await page.screenshot({ clip: edge }))
      const light = data.filter((value, i) => i % 4 === 1 && value > 110)
      assert.ok(light.length >= 6, `a hint at ${x}: ${light.length} pixels`)
    }
    await page.keyboard.press('Alt+ArrowRight')
    assert.equal(await valueOf('Frame'), '10')
    await until(view, ([first, last]) => first < 10 && last > 10, 'frame 10 in view')
    await command(page, 'Show all frames')
  })
})

describe('what is copied', () => {
  test('keys reach another tab with another scene, by name or on what is selected, which is told', async () => {
    const { id } = await desk.server.post('/api/scenes/import', {
      ...ferryScene('Elsewhere', { 1: 0 }),
      objects: [
        { name: 'Ferry', kind: 'box' },
        { name: 'Lamp', kind: 'light' },
      ],
    })
    const other = await open(desk.context, `${desk.server.address}/scenes/${id}`)
    const file = () => desk.server.get(`/api/scenes/${id}/file`)
    const channelsOf = async (name) => (await file()).objects.find((each) => each.name === name).channels ?? {}
    await desk.select('Ferry')
    await page.keyboard.press('Control+Shift+a')
    await page.keyboard.press('Control+c')
    await other.locator('.body .heads').getByRole('button', { name: 'Ferry', exact: true }).waitFor()
    await until(
      () => other.evaluate(() => localStorage.getItem('zesty-copied')),
      (kept) => kept !== null && JSON.parse(kept).scene === desk.id,
      'the keys over there',
    )
    await other.keyboard.press('Control+Shift+v')
    const here = await desk.server.get(`/api/scenes/${desk.id}/file`)
    const from = here.objects.find(({ name }) => name === 'Ferry').channels
    await until(
      () => channelsOf('Ferry'),
      (now) => now['position.x']?.keys?.length === from['position.x'].keys.length,
      'the keys on the ferry there',
    )
    assert.deepEqual((await channelsOf('Ferry'))['position.x'].keys, from['position.x'].keys)
    // On something selected they land there, whatever it is called.
    await other.locator('.body .heads').getByRole('button', { name: 'Lamp', exact: true }).click()
    await other.keyboard.press('Control+Shift+v')
    await until(
      () => channelsOf('Lamp'),
      (now) => now['position.x']?.keys?.length === from['position.x'].keys.length,
      'the keys on the lamp',
    )
    assert.deepEqual(other.faults, [])
    await other.close()
    await page.keyboard.press('Escape')
  })
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
