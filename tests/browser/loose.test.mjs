import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, near, open, setField, until } from './harness.mjs'

// Motion that nobody keyed: it is switched on, plays by itself, is shown as not keyed, is left alone by warps, and becomes keys.

const held = (frame, value) => ({ frame, value, in: 'hold', out: 'hold' })
const scene = {
  format: 'zesty-scene',
  version: 2,
  name: 'Pier',
  rate: '24',
  range: [1, 96],
  objects: [
    { name: 'Crate', kind: 'sphere', channels: { 'position.y': { value: 3.5 } } },
    { name: 'Flag', kind: 'box', channels: { 'position.x': { value: 3 } } },
    { name: 'Crane', kind: 'group', channels: { 'position.x': { keys: [held(1, -4), held(25, -2)] } } },
    { name: 'Lamp', kind: 'sphere', parent: 'Crane', channels: { 'position.y': { value: 2 } } },
  ],
}

let desk, page

before(async () => {
  desk = await Desk.open(scene)
  page = desk.page
})
after(() => desk.close())

const values = () => page.getByRole('complementary', { name: 'Values' })
const kind = (word) => values().getByRole('button', { name: word, exact: true })
const group = (name) => values().getByRole('region', { name, exact: true })
const dialog = () => page.getByRole('dialog')
const world = (name, axis = 'y') => desk.server.samples(desk.id, name, `position.${axis}`, { world: true })
const of = (name, channel) => desk.server.samples(desk.id, name, channel)
const objectOf = async (name) =>
  (await desk.server.get(`/api/scenes/${desk.id}/file`)).objects.find((each) => each.name === name)
const switched = (word, on) =>
  until(
    async () => (await kind(word).getAttribute('aria-pressed')) === String(on),
    (is) => is,
    `${word} ${on}`,
  )
/** Where something is that falls from a height, without a bounce. */
const fallen = (from, seconds) => from - (9.81 * seconds * seconds) / 2

test('what bounces falls from the frame that is wanted, and is shown as not keyed', async () => {
  await desk.select('Crate')
  await desk.changing(() => kind('bounces').click())
  await switched('bounces', true)
  await page.getByRole('img', { name: 'Crate bounces: not keyed' }).waitFor()
  near((await world('Crate')).get(13), fallen(3.5, 0.5), 1e-5, 'half a second down')
  await setField(page, 'Frame', '25')
  await desk.changing(() => group('Bounce').getByRole('button', { name: 'falls from here' }).click())
  const seen = await world('Crate')
  near(seen.get(25), 3.5, 1e-6, 'not yet')
  near(seen.get(37), fallen(3.5, 0.5), 1e-5, 'half a second after it is let go of')
  near(Math.min(...seen.values()), 0.5, 0.05, 'never in the ground')
  near(seen.get(96), 0.5, 0.1, 'it lies in the end')
  assert.deepEqual(
    (await objectOf('Crate')).channels['bounce.falling'].keys.map(({ frame, value }) => [frame, value]),
    [
      [1, 0],
      [25, 1],
    ],
  )
  await desk.undo()
  near((await world('Crate')).get(13), fallen(3.5, 0.5), 1e-5, 'as before')
  await page.keyboard.press('Control+Shift+z')
  await until(
    async () => (await world('Crate')).get(25),
    (y) => Math.abs(y - 3.5) < 1e-6,
    'let go of later again',
  )
})

test('where it falls no value can be set, and the field says why', async () => {
  await setField(page, 'Frame', '60')
  const field = page.getByLabel('Position Y', { exact: true })
  await until(
    () => field.isDisabled(),
    (is) => is,
    'the field is shut',
  )
  assert.match(await field.getAttribute('title'), /Crate bounces, which says where this is\. Switch that off/)
  await desk.changing(() => kind('bounces').click())
  await until(
    () => field.isDisabled(),
    (is) => !is,
    'the field is open',
  )
  await desk.changing(() => setField(page, 'Position Y', '5'))
  await desk.changing(() => kind('bounces').click())
  near((await world('Crate')).get(37), fallen(5, 0.5), 1e-5, 'from where it was put')
})

test('what sways is chosen by ticks; other noise is other motion, and it comes back as it was', async () => {
  await desk.select('Flag')
  await desk.changing(() => kind('sways').click())
  await group('Sway').getByRole('button', { name: 'What sways: Rotation X Y Z' }).click()
  // Escape leaves it as it was.
  await dialog().getByLabel('Rotation X').uncheck()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  await group('Sway').getByRole('button', { name: 'What sways: Rotation X Y Z' }).click()
  await dialog().getByLabel('Rotation X').uncheck()
  await dialog().getByLabel('Rotation Y').uncheck()
  await dialog().getByLabel('Position Z').check()
  await desk.changing(() => dialog().getByRole('button', { name: 'Set', exact: true }).click())
  await group('Sway').getByRole('button', { name: 'What sways: Position Z, Rotation Z' }).waitFor()
  assert.deepEqual((await objectOf('Flag')).sway, { channels: ['position.z', 'rotation.z'] })
  const before = await of('Flag', 'rotation.z')
  assert.ok(Math.max(...before.values()) - Math.min(...before.values()) > 4)
  await desk.changing(() => group('Sway').getByRole('button', { name: 'Other noise' }).click())
  assert.notDeepEqual([...(await of('Flag', 'rotation.z'))], [...before])
  await desk.undo()
  assert.deepEqual([...(await of('Flag', 'rotation.z'))], [...before])
  // Keyed to nothing, it stands.
  await desk.changing(() => setField(page, 'Sway Rotation', '0'))
  assert.ok([...(await of('Flag', 'rotation.z')).values()].every((value) => value === 0))
  await desk.undo()
})

test('what lags in the world swings behind what carries it; keys set nothing there', async () => {
  await desk.select('Lamp')
  await desk.changing(() => kind('lags').click())
  await group('Lag').getByRole('button', { name: 'What lags: its place in the world' }).waitFor()
  const seen = await world('Lamp', 'x')
  near(seen.get(24), -4, 1e-6, 'at rest')
  // At once after the crane has jumped it is still where it was; then it swings beyond.
  assert.ok(seen.get(26) < -3.8)
  assert.ok(Math.max(...seen.values()) > -1.7)
  await desk.changing(() => command(page, 'Lag: switch it on or off'))
  await switched('lags', false)
  near((await world('Lamp', 'x')).get(26), -2, 1e-6, 'where its parent is')
  await desk.changing(() => command(page, 'Lag: switch it on or off'))
})

test('a warp says what it leaves alone; baked, that is played at half the speed, sample by sample', async () => {
  const before = await world('Crate')
  await desk.select('Crate')
  await desk.changing(() => command(page, 'Add a warp for the selected objects'))
  await page.getByRole('button', { name: 'not retimed' }).click()
  await page.getByText(/Crate bounces: motion that nobody keyed is played as it is/).waitFor()
  await page.getByText('Bake it…').click()
  assert.equal(await dialog().getByLabel('loose motion').isChecked(), true)
  assert.equal(await dialog().getByLabel('warps and cues').isChecked(), false)
  await dialog().getByLabel('Samples', { exact: true }).selectOption({ label: '2 samples a frame' })
  await setField(page, 'Tolerance in lengths', '0')
  await setField(page, 'Tolerance in degrees', '0')
  await dialog()
    .getByRole('status')
    .getByText(/keys become/)
    .waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Bake', exact: true }).click())
  await page.getByRole('button', { name: 'not retimed' }).waitFor({ state: 'detached' })
  await switched('bounces', false)
  const baked = await world('Crate')
  for (const [frame, value] of before) near(baked.get(frame), value, 1e-5, `baked, frame ${frame}`)

  const { revision } = await desk.scene()
  await desk.server.post(`/api/scenes/${desk.id}/edits`, {
    revision,
    edit: { edit: 'retimePart', warp: 1, way: 'speed', from: 1, to: 48, speed: 0.5 },
  })
  await desk.heard()
  const slow = await world('Crate')
  for (let frame = 1; frame <= 47; frame++)
    near(slow.get(2 * frame - 1), before.get(frame), 1e-5, `at half the speed, frame ${frame}`)
})

test('a killed server and another window show the same', async () => {
  const [crate, flag] = [await world('Lamp', 'x'), await of('Flag', 'rotation.z')]
  await desk.server.kill()
  await desk.server.start()
  assert.deepEqual([...(await world('Lamp', 'x'))], [...crate])
  assert.deepEqual([...(await of('Flag', 'rotation.z'))], [...flag])
  const other = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await other.getByRole('img', { name: 'Flag sways: not keyed' }).waitFor()
  await desk.select('Flag')
  await until(
    () => kind('sways').isEnabled(),
    (is) => is,
    'the page is there again',
  )
  await desk.changing(() => group('Sway').getByRole('button', { name: 'Take the sway off' }).click())
  await other.getByRole('img', { name: 'Flag sways: not keyed' }).waitFor({ state: 'detached' })
  assert.equal((await objectOf('Flag')).channels['sway.rotation'], undefined)
})
