import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, deskPoint, near, setField, until } from './harness.mjs'

// Eases between keys: given by name, by keys, and as CSS.
let desk, page
const frames = async (object, channel) => (await desk.keys(object, channel)).map(({ frame }) => frame)
const tab = (name) => page.getByRole('group', { name: 'More for the selected keys' }).getByRole('button', { name })

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Eased harbour',
    rate: '24',
    range: [1, 200],
    objects: [{ name: 'Pier', kind: 'box' }],
  })
  page = desk.page
})

after(() => desk.close())

test('three objects travel the same way in the same time: evenly, slow-fast-slow and fast-slow-fast', async () => {
  for (const kind of ['Box', 'Sphere', 'Cone']) {
    await desk.changing(() => command(page, `Add ${kind}`))
    await setField(page, 'Position X', '0')
    await desk.heard()
    await until(desk.scene, async () => (await page.getByText('Keeping…').count()) === 0, 'the value')
    await page.keyboard.press('Home')
    await page.keyboard.press('n')
    await until(
      () => frames(kind, 'position.x'),
      (found) => found.length === 1,
      'the first key',
    )
    await setField(page, 'Frame', '97')
    await setField(page, 'Position X', '24')
    await page.keyboard.press('n')
    await until(
      () => frames(kind, 'position.x'),
      (found) => found.length === 2,
      'the second key',
    )
    await desk.heard()
    await command(page, 'Select all keys')
    await page.getByText(/^\d+ of \d/).waitFor()
    await tab('Ease').click()
    await setField(page, 'Amount of the ease', '60')
    const ease = { Box: 'Even', Sphere: 'Ease both', Cone: 'Linger' }[kind]
    await desk.changing(() => page.getByRole('button', { name: ease, exact: true }).click())
    await tab('Ease').click()
  }
  const [even, slow, fast] = await Promise.all(
    ['Box', 'Sphere', 'Cone'].map((name) => desk.samples(name, 'position.x')),
  )
  for (const samples of [even, slow, fast]) {
    near(samples.get(1), 0, 1e-9)
    near(samples.get(49), 12, 1e-9, 'half way')
    near(samples.get(97), 24, 1e-9)
  }
  near(even.get(25), 6, 1e-9, 'even at a quarter')
  assert.ok(slow.get(25) < 4 && slow.get(73) > 20, `slow-fast-slow at a quarter: ${slow.get(25)}`)
  assert.ok(fast.get(25) > 8 && fast.get(73) < 16, `fast-slow-fast at a quarter: ${fast.get(25)}`)
})

test('a fade goes out in a line, stays out and jumps back in', async () => {
  const keyAt = async (frame, opacity) => {
    await setField(page, 'Frame', String(frame))
    await setField(page, 'Opacity', String(opacity))
    const count = (await frames('Cone', 'look.opacity')).length
    await page.locator('[data-channel="look.opacity"] .marker').click()
    await until(
      () => frames('Cone', 'look.opacity'),
      (found) => found.length === count + 1,
      `a key at ${frame}`,
    )
    await desk.heard()
  }
  await keyAt(1, 1)
  await keyAt(25, 0)
  await keyAt(49, 1)
  await desk.select('Cone')
  await desk.lane('Opacity').waitFor()
  for (const [frame, press] of [
    [1, 'Shift+Digit2'],
    [25, 'Alt+Digit2'],
    [25, 'h'],
  ]) {
    const stem = await deskPoint(page, frame, 'Opacity')
    await page.mouse.click(stem.x, stem.y)
    await page.getByText(/^1 of /).waitFor()
    await desk.changing(() => page.keyboard.press(press))
  }
  const fade = await desk.samples('Cone', 'look.opacity')
  near(fade.get(13), 0.5, 1e-9)
  near(fade.get(19), 0.25, 1e-9)
  for (const frame of [25, 37, 48]) assert.equal(fade.get(frame), 0, `frame ${frame}`)
  assert.equal(fade.get(49), 1)
})

test('an ease goes in and out as CSS, and is kept', async () => {
  await setField(page, 'Frame', '1')
  const stem = await deskPoint(page, 1, 'Opacity')
  await page.mouse.click(stem.x, stem.y)
  await page.getByText(/^1 of /).waitFor()
  await tab('Ease').click()
  const css = page.getByLabel('Ease as CSS')
  await css.fill('linear(0, 0.9 10%, 1)')
  await desk.changing(() => page.getByRole('button', { name: 'Give', exact: true }).click())
  near((await desk.samples('Cone', 'look.opacity')).get(13), 0.1 * (1 - 0.4 / 0.9), 1e-6)
  await desk.undo()
  await css.fill('cubic-bezier(0.2, 0, 0.3, 1)')
  await desk.changing(() => page.getByRole('button', { name: 'Give', exact: true }).click())
  await css.fill('')
  await page.getByRole('button', { name: 'Copy', exact: true }).click()
  await until(
    () => css.inputValue(),
    (text) => text === 'cubic-bezier(0.2, 0, 0.3, 1)',
    'the copied ease',
  )
  await page.getByLabel('Name of the ease to keep').fill('Gull wing')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await page.getByRole('list', { name: 'Kept eases' }).getByText('Gull wing').waitFor()
  assert.deepEqual(await desk.server.get('/api/eases'), [{ name: 'Gull wing', css: 'cubic-bezier(0.2, 0, 0.3, 1)' }])
  await css.fill('bounce(3)')
  await page.getByRole('button', { name: 'Give', exact: true }).click()
  await page.getByText('write cubic-bezier(x1, y1, x2, y2)').waitFor()
  assert.deepEqual(page.faults, [])
})
