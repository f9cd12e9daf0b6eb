import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { browse, command, deskPoint, open, Server, setField, until } from './harness.mjs'

// Scene time and playback, on the demo scene.
let server, browser, context, page
const frame = async () => Number(await page.locator('.desk canvas.ruler').getAttribute('aria-valuenow'))
const scene = () => server.get('/api/scenes/1')
const select = async (button, item) => {
  await page.getByRole('button', { name: button, exact: true }).click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: item }).click()
}

before(async () => {
  server = await new Server('demo').start()
  ;({ browser, context } = await browse())
  page = await open(context, `${server.address}/scenes/1`)
  await page.locator('.head.object').first().waitFor()
})

after(async () => {
  await browser.close()
  await server.dispose()
})

test('times are typed as frames, seconds, timecode and steps', async () => {
  for (const [text, wanted] of [
    ['86', 86],
    // From the first frame, which is 1, on.
    ['2.5s', 61],
    ['.5s', 13],
    ['00:00:03:14', 87],
    ['86', 86],
    ['+12', 98],
    ['-8', 90],
    ['=86', 86],
    ['=-5', -5],
    ['=-1:00', -23],
    ['20*3', 60],
  ]) {
    await setField(page, 'Frame', text)
    await until(frame, (now) => now === wanted, `frame ${wanted} for ${text}`)
  }
  await setField(page, 'Frame', 'soon')
  const field = page.getByLabel('Frame', { exact: true })
  assert.equal(await field.getAttribute('aria-invalid'), 'true')
  await page.locator('.field-problem', { hasText: 'Not a time' }).waitFor()
  await field.press('Escape')
  assert.equal(await frame(), 60)
  // The desk went along to where nothing is.
  await page.getByRole('button', { name: 'All', exact: true }).click()
})

test('time is shown as timecode in field and ranges', async () => {
  await select('00:00:02:11', 'hours, minutes')
  await until(
    () => page.getByLabel('Frame', { exact: true }).inputValue(),
    (text) => text === '00:00:02:11',
    'the timecode',
  )
  await until(
    () => page.getByLabel("Work range's last frame").inputValue(),
    (text) => text === '00:00:07:23',
    'the work range as timecode',
  )
  await select('frame 60', 'frame numbers')
  await until(
    () => page.getByLabel('Frame', { exact: true }).inputValue(),
    (text) => text === '60',
    'the frame number',
  )
})

test('the work range is set by dragging its end and by command', async () => {
  const from = await deskPoint(page, 192)
  const to = await deskPoint(page, 120)
  await page.mouse.move(from.x, from.y - 8)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y - 8, { steps: 6 })
  await page.mouse.up()
  await until(scene, (now) => now.work[1] === 120, 'the dragged end')
  await setField(page, 'Frame', '50')
  await command(page, 'work range starts here')
  await until(scene, (now) => now.work[0] === 50, 'the start at the playhead')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await until(scene, (now) => now.work[0] === 24 && now.work[1] === 192, 'the ranges taken back')
  await command(page, 'work range is the whole scene')
  await until(scene, (now) => now.work[0] === 1 && now.work[1] === 240, 'the whole scene')
  await page.keyboard.press('Control+z')
  await until(scene, (now) => now.work[1] === 192, 'the work range again')
})

test('making the scene shorter leaves every key', async () => {
  const { keys } = await scene()
  await setField(page, "Scene's last frame", '100')
  await until(scene, (now) => now.range[1] === 100 && now.work[1] === 100, 'the shorter scene')
  assert.equal((await scene()).keys, keys)
  await page.keyboard.press('Control+z')
  await until(scene, (now) => now.range[1] === 240 && now.work[1] === 192, 'the scene as it was')
})

test('a change of rate tells what it would do, and goes there and back', async () => {
  const before = await server.samples(1, 'Ferry', 'position.x')
  await select('24 fps', '25 PAL')
  await page.getByText(/\d+ of 144 keys would stand between frames/).waitFor()
  await page.getByText('10.00 s become 9.60 s').waitFor()
  await page.getByText('The frames.').click()
  await page.getByRole('button', { name: 'Change the rate' }).click()
  await until(scene, (now) => now.rate === '25', 'the new rate')
  const there = await server.samples(1, 'Ferry', 'position.x')
  assert.ok(Math.abs(there.get(86) - before.get(86)) < 1e-12)
  // Rates are typed as people say them, and shown so.
  for (const [from, typed, rate] of [
    ['25 fps', '29.97', '30000/1001'],
    ['29.97 fps', '24', '24'],
  ]) {
    await select(from, 'Another rate')
    await page.getByLabel('Frames per second', { exact: true }).fill(typed)
    await page.getByText('The frames.').click()
    await page.getByRole('button', { name: 'Change the rate' }).click()
    await until(scene, (now) => now.rate === rate, `the rate ${typed}`)
  }
  assert.deepEqual(await server.samples(1, 'Ferry', 'position.x'), before)
})

/** Plays for a while, and on a slow machine until so many frames were shown; notes them in order, and when each came, in seconds. */
async function watched(milliseconds, atLeast = 3) {
  await page.evaluate(() => {
    window.watch = { seen: [], at: [] }
    const ruler = document.querySelector('.desk canvas.ruler')
    window.watching = new MutationObserver(() => {
      window.watch.seen.push(Number(ruler.getAttribute('aria-valuenow')))
      window.watch.at.push(performance.now() / 1000)
    })
    window.watching.observe(ruler, { attributes: true, attributeFilter: ['aria-valuenow'] })
    window.begun = performance.now()
  })
  await page.waitForFunction(
    ([end, most]) => performance.now() - window.begun > end && window.watch.seen.length >= most,
    [milliseconds, atLeast],
  )
  return page.evaluate(() => {
    window.watching.disconnect()
    return window.watch
  })
}

test('in real time the clock rules', async () => {
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  const { seen, at } = await watched(3000)
  await page.keyboard.press('Space')
  // A frame can be seen late, and never early: the least late of the first half and of the second are as late as each other.
  const ahead = seen.map((frame, i) => frame - at[i] * 24)
  const half = Math.ceil(ahead.length / 2)
  const drift = Math.max(...ahead.slice(half)) - Math.max(...ahead.slice(0, half))
  assert.ok(Math.abs(drift) < 3, `${drift.toFixed(1)} frames off in the second half: ${seen}`)
  assert.ok(seen.at(-1) - seen[0] > 40, `${seen}`)
})

test('every frame is drawn in turn when asked for', async () => {
  await select('Loop', 'Every frame')
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  const { seen } = await watched(1500, 6)
  assert.match(await page.locator('.stage-meter').textContent(), /every frame, \d+ % of true speed/)
  await page.keyboard.press('Space')
  for (let i = 1; i < seen.length; i++) assert.equal(seen[i] - seen[i - 1], 1, `frames ${seen}`)
  await select('Loop, every frame', 'Real time')
})

test('J, K and L shuttle', async () => {
  await setField(page, 'Frame', '100')
  await page.keyboard.press('j')
  const back = (await watched(700)).seen
  assert.ok(back.at(-1) < back[0], 'backwards')
  await page.keyboard.press('l')
  await page.keyboard.press('l')
  await page.getByRole('button', { name: '2×' }).waitFor()
  const on = (await watched(700)).seen
  assert.ok(on.at(-1) > on[0], 'forwards')
  await page.keyboard.press('k')
  await page.getByRole('button', { name: '1×' }).waitFor()
  await page.getByRole('button', { name: 'Play' }).waitFor()
})

test('it plays once, and there and back', async () => {
  await select('Loop', 'Once')
  await setField(page, 'Frame', '180')
  await page.keyboard.press('Space')
  await until(frame, (now) => now === 192, 'the last frame')
  await page.getByRole('button', { name: 'Play' }).waitFor()
  await select('Once', 'There and back')
  await setField(page, 'Frame', '180')
  await page.keyboard.press('Space')
  const { seen } = await watched(1800)
  await page.keyboard.press('Space')
  const top = seen.indexOf(Math.max(...seen))
  assert.ok(top > 0 && top < seen.length - 1 && seen.at(-1) < seen[top], `turned round: ${seen}`)
  await select('There and back', 'Loop')
})

test('a range that changes while it plays is played on from the frame shown', async () => {
  const start = (await scene()).position
  const [first] = (await scene()).work
  await setField(page, 'Frame', String(first + 40))
  await command(page, 'Work range ends here')
  await until(scene, ({ work }) => work[1] === first + 40, 'a shorter range')
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await until(frame, (now) => now > first + 30, 'the end of the range')
  await until(frame, (now) => now < first + 15, 'the second time round')
  const changes = async () => {
    await command(page, 'Work range is the whole scene')
    await page.keyboard.press('Control+z')
  }
  const [{ seen, at }] = await Promise.all([watched(2500, 21), changes()])
  await page.keyboard.press('Space')
  await page.keyboard.press('Control+z')
  await until(scene, (now) => now.position === start, 'all of it taken back')
  const jumps = seen.slice(1).map((now, i) => now - seen[i])
  // No further than the time that passed, and at the end of the range it begins again.
  const due = at.slice(1).map((now, i) => (now - at[i]) * 24)
  assert.ok(
    jumps.every((jump, i) => (jump > 0 && jump < due[i] + 12) || jump < -30),
    `no jump: ${seen}`,
  )
})

test('an object is renamed, and the history list goes back and forth', async () => {
  const before = (await scene()).position
  await page.getByRole('button', { name: 'Pier', exact: true }).click()
  await page
    .locator('.values')
    .getByTitle(/Click to rename/)
    .click()
  await page.getByLabel('Name', { exact: true }).fill('Long pier')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Long pier', exact: true }).first().waitFor()
  await setField(page, 'Position Y', '1')
  const { position } = await until(scene, (now) => now.position === before + 2, 'two changes')
  await page.getByRole('button', { name: `Kept · change ${position}` }).click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: 'Before the first change' }).click()
  await page.getByRole('button', { name: 'Pier', exact: true }).first().waitFor()
  assert.equal((await server.samples(1, 'Pier', 'position.y')).get(1), 0.35)
  await page.getByRole('button', { name: 'Kept', exact: true }).click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: 'Set Long pier Position Y' }).click()
  await page.getByRole('button', { name: 'Long pier', exact: true }).first().waitFor()
  assert.equal((await server.samples(1, 'Long pier', 'position.y')).get(1), 1)
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
