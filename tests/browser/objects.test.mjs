import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, deskPoint, Desk, ferryScene, restedPixels, setField, stageRested, until } from './harness.mjs'

// Menus at the pointer, grouping, renaming several, finding lanes and noise.
let desk, page
const menu = () => page.locator('.dropdown-menu.context.show')
const line = (text) => menu().getByRole('menuitem', { name: text })
const names = async () => (await desk.server.get(`/api/scenes/${desk.id}/file`)).objects.map(({ name }) => name)
const dialog = (name) => page.getByRole('dialog', { name })
/** The first of what is selected, and how many there are. */
const selected = async () => {
  const [name, more] = await page.locator('.values header .title > *').allTextContents()
  return [name.trim(), 1 + Number(/\d+/.exec(more ?? '')?.[0] ?? 0)]
}

/** Selects two objects, wherever their lanes are. */
async function selectTwo(first, second) {
  await desk.select(first)
  const find = page.getByLabel('Find a lane')
  await find.fill(second)
  await desk.lane(second).click({ modifiers: ['Control'] })
  await find.press('Escape')
}

async function menuAt({ x, y }) {
  await page.mouse.click(x, y, { button: 'right' })
  await menu().waitFor()
  return (await menu().getByRole('menuitem').allTextContents()).map((text) => text.trim().replace(/\s+/g, ' '))
}

before(async () => {
  desk = await Desk.open()
  page = desk.page
})
after(() => desk.close())

test('a right click on a key selects it and offers what can be done with it, with the shortcuts', async () => {
  await desk.select('Ferry')
  const lines = await menuAt(await deskPoint(page, 24, 'Ferry'))
  for (const wanted of ['Cut Ctrl X', 'Copy Ctrl C', 'In and out: linear Alt Shift 2', 'Delete Delete'])
    assert.ok(lines.includes(wanted), `${wanted} in ${lines}`)
  assert.ok(!lines.includes('Rename F2'))
  // Escape closes it, and the selection stays; then the arrow keys and Enter choose.
  await page.keyboard.press('Escape')
  await menu().waitFor({ state: 'detached' })
  await page.locator('.foot', { hasText: / of / }).waitFor()
  // It is gone at once, wherever the keyboard is: a right click at the same place is not for a menu that fades.
  await menuAt(await deskPoint(page, 24, 'Ferry'))
  await page.locator('canvas.ruler').focus()
  await page.keyboard.press('Escape')
  const keysBefore = (await desk.scene()).keys
  await menuAt(await deskPoint(page, 24, 'Ferry'))
  await page.waitForFunction(() => document.activeElement?.closest('.context'))
  await page.keyboard.press('ArrowUp')
  await desk.changing(() => line('Delete Delete').click())
  assert.ok((await desk.scene()).keys < keysBefore)
  await page.locator('.foot', { hasText: /^\d+ keys/ }).waitFor()
  // They are back, and selected as they were.
  await desk.undo()
  await page.locator('.foot', { hasText: / of / }).waitFor()
  await page.keyboard.press('Escape')
  await page.locator('.foot', { hasText: /^\d+ keys/ }).waitFor()
})

test('a right click on a lane, the ruler and the stage offers what fits there', async () => {
  await desk.select('Pier')
  const lane = await menuAt(await deskPoint(page, 60.5, 'Pier'))
  assert.ok(
    lane.some((text) => text.startsWith('Rename F2')),
    `${lane}`,
  )
  assert.deepEqual(await selected(), ['Pier', 1])
  await line('Rename F2').click()
  await page.getByLabel('Name', { exact: true }).fill('Quay')
  await desk.changing(() => page.keyboard.press('Enter'))
  await desk.undo()

  await menuAt(await deskPoint(page, 100))
  await desk.changing(() => line('Work range ends here').click())
  assert.deepEqual((await desk.scene()).work, [24, 100])
  await desk.undo()
  await menuAt(await deskPoint(page, 100))
  await line('Go to 100').click()
  await page.locator('.stage[data-frame="100"]').waitFor()

  // A right click on a field of the page that takes the keyboard does not take it away from there.
  await menuAt(await deskPoint(page, 60.5, 'Pier'))
  await page.getByLabel('Find a lane').click()
  await menu().waitFor({ state: 'detached' })
  assert.equal(await page.evaluate(() => document.activeElement.ariaLabel), 'Find a lane')
  await page.evaluate(() => document.activeElement.blur())

  // On the stage a right drag pans as before; a right click that stays is a menu.
  const stage = await page.locator('.stage-canvas').boundingBox()
  const at = { x: stage.x + stage.width * 0.1, y: stage.y + stage.height * 0.75 }
  await page.mouse.move(at.x, at.y)
  await page.mouse.down({ button: 'right' })
  await page.mouse.move(at.x + 40, at.y + 10, { steps: 4 })
  await page.mouse.up({ button: 'right' })
  assert.equal(await menu().count(), 0)
  const lines = await menuAt(at)
  assert.ok(lines.length > 3, `${lines}`)
  await page.keyboard.press('Escape')
  // On an object it is that object's menu; locked, it is as if it were not there.
  await desk.select('Pier')
  await page.keyboard.press('f')
  await stageRested(page)
  const middle = { x: stage.x + stage.width / 2, y: stage.y + stage.height / 2 }
  assert.ok((await menuAt(middle)).includes('Rename F2'))
  await line('Lock in this window').click()
  await page.getByText('locked here').waitFor()
  assert.equal((await selected())[0], 'Pier')
  await menuAt(middle)
  assert.equal(await line('Unlock').count(), 0)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /1 locked in this window/ }).click()
})

test('grouping keeps every motion, ungrouping too, and each is one step', async () => {
  const before = [await desk.samples('Ferry', 'position.x'), (await desk.scene()).keys]
  const world = () => desk.server.samples(desk.id, 'Ferry', 'position.x', { world: 'true' })
  const way = await world()
  await selectTwo('Ferry', 'Pier')
  await desk.changing(() => page.keyboard.press('Control+g'))
  await until(selected, (now) => now[0] === 'Group', 'the group is selected')
  const grouped = await world()
  for (const [frame, x] of way) assert.ok(Math.abs(grouped.get(frame) - x) < 1e-6, `frame ${frame}`)
  assert.equal((await desk.scene()).keys, before[1])
  await desk.changing(() => page.keyboard.press('Control+Shift+G'))
  assert.ok(!(await names()).includes('Group'))
  const apart = await world()
  for (const [frame, x] of way) assert.ok(Math.abs(apart.get(frame) - x) < 1e-6, `frame ${frame}`)
  assert.equal((await selected())[1], 2)
  await desk.undo()
  await desk.undo()
  assert.deepEqual(await desk.samples('Ferry', 'position.x'), before[0])
})

test('a group with a pivot turns about it, is seen before, and is given up by Escape', async () => {
  const old = await names()
  const world = async (name, axis) =>
    (await desk.server.samples(desk.id, name, `position.${axis}`, { world: 'true' })).get(24)
  const tall = (await desk.samples('Tower', 'shape.height')).get(24)
  const [x, y] = [await world('Tower', 'x'), await world('Tower', 'y')]
  await desk.select('Tower')
  await page.keyboard.press('f')
  const bare = await restedPixels(page)
  await command(page, 'hinge')
  // A bead with its name is there while the dialog is open, and goes where it is told to.
  const bead = async () => {
    const [now, shown] = [await restedPixels(page), await page.locator('.modal-content').boundingBox()]
    // The picture begins 10 pixels from the left.
    const end = Math.floor(shown.x) - 12
    const changed = []
    for (let i = 0; i < now.data.length; i += 4)
      if ((i / 4) % now.width < end && Math.abs(now.data[i + 1] - bare.data[i + 1]) > 40)
        changed.push((i / 4) % now.width)
    return { x: changed.reduce((sum, x) => sum + x, 0) / changed.length, count: changed.length }
  }
  const seen = ({ count }) => count > 30
  const foot = await until(bead, seen, 'the bead')
  await dialog('Group with a pivot').getByRole('radio', { name: 'Right' }).check()
  await until(bead, (now) => seen(now) && now.x > foot.x + 15, 'the bead at the right')
  await page.keyboard.press('Escape')
  assert.deepEqual(await names(), old)
  await command(page, 'hinge')
  await dialog('Group with a pivot').getByText('Tower about this place').waitFor()
  await desk.changing(() => page.keyboard.press('Enter'))
  await until(selected, (now) => now[0] === 'Group', 'the group is selected')
  assert.ok(Math.abs((await world('Group', 'y')) - (y - tall / 2)) < 1e-9, 'it stands at the foot')
  assert.ok(Math.abs((await world('Tower', 'y')) - y) < 1e-9 && Math.abs((await world('Tower', 'x')) - x) < 1e-9)
  await desk.changing(() => setField(page, 'Rotation Z', '90'))
  // Lying, its middle is half its height beside its foot.
  assert.ok(Math.abs((await world('Tower', 'y')) - (y - tall / 2)) < 1e-9)
  assert.ok(Math.abs((await world('Tower', 'x')) - (x - tall / 2)) < 1e-9)
  await desk.undo()
  await desk.undo()
  assert.deepEqual(await names(), old)
})

test('a pivot that cannot be says why, and the button waits', async () => {
  await desk.select('Ferry')
  await page.locator('[data-channel="position.x"] .value-name').click()
  const lock = page.locator('.dropdown-menu.show:visible').getByText('Lock', { exact: true })
  await desk.changing(() => lock.click())
  await command(page, 'hinge')
  await dialog('Group with a pivot').getByText('Ferry has its position locked').waitFor()
  assert.ok(await dialog('Group with a pivot').getByRole('button', { name: 'Group' }).isDisabled())
  await page.keyboard.press('Escape')
  await desk.undo()
})

test('what another deletes while it is to be grouped is told, and the button waits', async () => {
  const other = async (edit) => {
    const { revision } = await desk.scene()
    await desk.server.post(`/api/scenes/${desk.id}/edits`, { revision, edit })
  }
  await other({ edit: 'addObject', kind: 'box', name: 'Passing' })
  await desk.select('Passing')
  await command(page, 'hinge')
  const ok = dialog('Group with a pivot').getByRole('button', { name: 'Group' })
  await dialog('Group with a pivot').getByText('Passing about this place').waitFor()
  await until(
    () => ok.isEnabled(),
    (isEnabled) => isEnabled,
    'it can be grouped',
  )
  const { id } = (await desk.scene()).objects.find(({ name }) => name === 'Passing')
  await other({ edit: 'deleteObjects', objects: [id] })
  await dialog('Group with a pivot').getByRole('alert').waitFor()
  assert.ok(await ok.isDisabled())
  await page.keyboard.press('Escape')
  await page.locator('.modal.show').waitFor({ state: 'detached' })
})

test('several are renamed at once, and it is shown before', async () => {
  await selectTwo('Ferry', 'Pier')
  const old = await names()
  await command(page, 'Rename several')
  await dialog('Rename 2 objects').getByLabel('Name', { exact: true }).fill('Thing')
  await setField(page, 'Digits', '2')
  await dialog('Rename 2 objects').getByText('Thing 02').waitFor()
  await desk.changing(() => dialog('Rename 2 objects').getByRole('button', { name: 'Rename' }).click())
  assert.deepEqual((await names()).filter((name) => name.startsWith('Thing')).toSorted(), ['Thing 01', 'Thing 02'])
  await command(page, 'Rename several')
  await page.getByLabel('Replace a part of each name').check()
  await page.getByLabel('Part to replace').fill('<')
  await page.getByLabel('What comes in its place').fill('x')
  await dialog('Rename 2 objects').getByText('No name changes.').waitFor()
  await page.getByLabel('Part to replace').fill('thing')
  await page.getByLabel('What comes in its place').fill('a/b')
  await dialog('Rename 2 objects').getByText('cannot have the character /').waitFor()
  await page.keyboard.press('Escape')
  await desk.undo()
  assert.deepEqual(await names(), old)
})

test('lanes are found by a pattern, selected by Enter, and by a range', async () => {
  const find = page.getByLabel('Find a lane')
  await find.fill('f*y')
  assert.deepEqual(await page.locator('.body .head.object .name').allTextContents(), ['Ferry'])
  await find.press('Enter')
  await find.press('Escape')
  assert.deepEqual(await selected(), ['Ferry', 1])
  await desk.select('Evening sun')
  const tops = await page.locator('.body .head.object .name').allTextContents()
  await desk.lane(tops[0].trim()).click()
  await desk.lane(tops[2].trim()).click({ modifiers: ['Shift'] })
  assert.equal((await selected())[1], 3)
  await desk.lane(tops[1].trim()).click({ modifiers: ['Shift'] })
  assert.equal((await selected())[1], 2)
})

test('filters count what they find, and Ctrl A keeps to what is shown', async () => {
  const filter = page.getByRole('button', { name: 'Lanes shown' })
  await filter.click()
  const item = page.getByRole('menuitemcheckbox', { name: /^Really moves/ })
  await until(
    () => item.textContent(),
    (text) => Number(/\d+/.exec(text)?.[0]) > 0,
    'the count',
  )
  const count = Number(/\d+/.exec(await item.textContent())[0])
  await item.click()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+a')
  assert.equal((await selected())[1], count)
  await filter.click()
  await page.getByRole('menuitemcheckbox', { name: /^Outside this view/ }).click()
  await page.keyboard.press('Escape')
  await filter.click()
  await page.getByRole('menuitem', { name: 'Show all lanes' }).click()
})

test('what is selected is framed and blinks, on the stage and on its lane', async () => {
  await desk.select('Lighthouse')
  await command(page, 'Show me where')
  const shown = page.locator('.body .head.shown')
  await shown.waitFor()
  assert.equal((await shown.locator('.name').textContent()).trim(), 'Lighthouse')
  await shown.waitFor({ state: 'detached' })
  await page.getByRole('button', { name: /^Free view/ }).waitFor()
})

test('noise is seen before it is written, is one step, and Escape leaves nothing of it', async () => {
  await desk.select('Pier')
  const still = await desk.samples('Pier', 'position.x')
  await command(page, 'Noise')
  await page.getByLabel('Channel', { exact: true }).selectOption('Position X')
  await dialog('Noise')
    .getByText(/keys become/)
    .waitFor()
  await page.keyboard.press('Escape')
  await dialog('Noise').waitFor({ state: 'detached' })
  assert.deepEqual(await desk.samples('Pier', 'position.x'), still)
  await command(page, 'Noise')
  await setField(page, 'Amount', '0.5')
  await setField(page, 'Beats a second', '3')
  await dialog('Noise').getByRole('button', { name: 'Another' }).click()
  await desk.changing(() => dialog('Noise').getByRole('button', { name: 'Write the keys' }).click())
  const swaying = [...(await desk.samples('Pier', 'position.x')).values()]
  const middle = [...still.values()][0]
  assert.ok(Math.max(...swaying) - middle > 0.1 && Math.max(...swaying) - middle <= 0.51)
  assert.ok(middle - Math.min(...swaying) > 0.1)
  await desk.undo()
  assert.deepEqual(await desk.samples('Pier', 'position.x'), still)
})

test('curves of one channel are told apart by object, named at their ends and read at the playhead', async () => {
  await page.keyboard.press('Control+a')
  await command(page, 'Curves only')
  await page.locator('.curve-head .curve').first().waitFor()
  const read = await page.locator('.curve-head .curve .at').first().textContent()
  assert.match(read, /\d/)
  await command(page, 'Curves only')
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))

test('three balls at different speeds: a colour and a line of speed for each', async () => {
  const ball = (i) => ({
    name: `Ball ${i}`,
    kind: 'sphere',
    channels: {
      'position.x': { keys: [1, 48].map((frame, k) => ({ frame, value: k * 10 * i, in: 'linear', out: 'linear' })) },
    },
  })
  const balls = await Desk.open({ ...ferryScene('Balls', {}), objects: [1, 2, 3].map(ball) })
  await balls.lane('Ball 1').waitFor()
  await balls.page.keyboard.press('Control+a')
  await command(balls.page, 'Curves only')
  const curves = balls.page.locator('.curve-head .curve')
  assert.deepEqual(
    (await curves.locator('.curve-name').allTextContents()).map((text) => text.trim()),
    ['Ball 1', 'Ball 2', 'Ball 3'],
  )
  const inks = await curves
    .locator('.swatch')
    .evaluateAll((all) => all.map((each) => getComputedStyle(each).backgroundColor))
  assert.equal(new Set(inks).size, 3, `${inks}`)
  await command(balls.page, 'Show speeds')
  await setField(balls.page, 'Frame', '24')
  // Ten units a ball in 47 frames at 24 a second.
  const wanted = (i) => `${Number(((230 / 47) * i).toPrecision(4))}, ${Number(((240 / 47) * i).toPrecision(4))}/s`
  await until(
    async () => (await curves.locator('.at').allTextContents()).map((text) => text.trim()),
    (now) => JSON.stringify(now) === JSON.stringify([1, 2, 3].map(wanted)),
    `${[1, 2, 3].map(wanted)}`,
  )
  assert.deepEqual(balls.page.faults, [])
  await balls.close()
})

test('of very many curves the list has those in sight, and the wheel brings the others', async () => {
  const ball = (i) => ({
    name: `Ball ${i}`,
    kind: 'sphere',
    channels: { 'position.x': { keys: [1, 48].map((frame, k) => ({ frame, value: k * i })) } },
  })
  const balls = await Desk.open({
    ...ferryScene('Many balls', {}),
    objects: Array.from({ length: 60 }, (_, i) => ball(i + 1)),
  })
  const rows = balls.page.locator('.curve-head .curve')
  await balls.lane('Ball 1').waitFor()
  await balls.page.keyboard.press('Control+a')
  await balls.page.keyboard.press('v')
  await rows.first().waitFor()
  const last = rows.filter({ has: balls.page.locator('.curve-name', { hasText: /^\s*Ball 60\s*$/ }) })
  assert.equal(await last.count(), 0)
  assert.ok((await rows.count()) < 40)
  await rows.first().hover()
  await balls.page.mouse.wheel(0, 3000)
  // The list shows what each is at the playhead, and hides one.
  await last.waitFor()
  await setField(balls.page, 'Frame', '48')
  await until(
    () => last.locator('.at').textContent(),
    (text) => text.trim() === '60',
    'its value',
  )
  const range = () => balls.page.locator('.curve-head').getAttribute('data-values').then(JSON.parse)
  const { high } = await range()
  await last.click()
  await until(range, (now) => now.high < high, 'the values of the others')
  assert.equal(await last.getAttribute('aria-pressed'), 'false')
  assert.deepEqual(balls.page.faults, [])
  await balls.close()
})
