import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Desk, command, linear, setField, until } from './harness.mjs'

// Motion on twos and threes, what comes beyond keys, and how it plays, by the finder.

const scene = {
  format: 'zesty-scene',
  version: 2,
  name: 'Steps',
  rate: '24',
  range: [1, 48],
  objects: [
    { name: 'Boat', kind: 'box', channels: { 'position.x': { keys: [linear(1, 0), linear(25, 12)] } } },
    { name: 'Buoy', kind: 'sphere', channels: { 'position.x': { keys: [linear(1, 5), linear(48, 52)] } } },
  ],
}

let desk, page

before(async () => {
  desk = await Desk.open(scene)
  page = desk.page
})
after(async () => {
  await desk.close()
  assert.deepEqual(page.faults, [])
})

const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const dialog = () => page.getByRole('dialog', { name: 'Play on twos, threes…' })
const pace = (name) => dialog().getByRole('radio', { name })
const confirm = () => desk.changing(() => dialog().getByRole('button', { name: 'Step', exact: true }).click())
const ask = () => command(page, 'Play on twos, threes…')

/** What is seen of a frame if each picture stands for so many. */
const steppedAt = (frame, every) => frame - ((frame - 1) % every)

test('on twos each picture stands for two frames, no key is touched, and the others go on on ones', async () => {
  const was = await file()
  const [boat, buoy] = [await desk.samples('Boat', 'position.x'), await desk.samples('Buoy', 'position.x')]
  await desk.select('Boat')
  await ask()
  await dialog().getByText('No key is touched.').waitFor()
  await confirm()
  const twos = await desk.samples('Boat', 'position.x')
  for (let frame = 1; frame <= 48; frame++) assert.equal(twos.get(frame), boat.get(steppedAt(frame, 2)), `${frame}`)
  assert.deepEqual(await desk.samples('Buoy', 'position.x'), buoy)
  const now = await file()
  assert.deepEqual(now.objects, was.objects)
  assert.deepEqual(
    now.warps.map(({ name, covers }) => [name, covers]),
    [['On twos', ['Boat']]],
  )
  // Off it is on ones again, on it is on twos.
  const flip = () => desk.changing(() => page.getByRole('switch', { name: /On twos/ }).click())
  await flip()
  assert.deepEqual(await desk.samples('Boat', 'position.x'), boat)
  await flip()
  assert.deepEqual(await desk.samples('Boat', 'position.x'), twos)
})

test('threes take the place of twos, from a frame to a frame; Escape changes nothing, and ones take it away', async () => {
  const was = await file()
  await desk.select('Boat')
  await ask()
  await pace('threes').click()
  await setField(page, 'From frame', '10')
  await setField(page, 'To frame', '21')
  await dialog().getByText('No key is touched.').waitFor()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  assert.deepEqual(await file(), was)

  await ask()
  await pace('threes').click()
  await setField(page, 'From frame', '10')
  await setField(page, 'To frame', '21')
  await confirm()
  const seen = await desk.samples('Boat', 'position.x')
  const own = (frame) => Math.min(12, (frame - 1) / 2)
  for (let frame = 1; frame <= 48; frame++) {
    const shown = frame < 10 || frame > 21 ? frame : frame - ((frame - 10) % 3)
    assert.ok(Math.abs(seen.get(frame) - own(shown)) < 1e-9, `${frame}: ${seen.get(frame)}`)
  }
  assert.deepEqual(
    (await file()).warps.map(({ name }) => name),
    ['On threes'],
  )
  await desk.undo()
  assert.deepEqual(await file(), was)

  await ask()
  await pace('ones').click()
  await confirm()
  assert.equal((await file()).warps ?? null, null)
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('nonsense is refused at the field, and a range that is none in words', async () => {
  await ask()
  await setField(page, 'From frame', '48')
  await dialog().getByText('The last frame comes after the first').waitFor()
  assert.equal(await dialog().getByRole('button', { name: 'Step', exact: true }).isDisabled(), true)
  await page.keyboard.press('Escape')
})

test('what comes after the keys of the selected object is chosen in the finder', async () => {
  await desk.select('Buoy')
  const was = await file()
  await desk.changing(() => command(page, 'After the last key: straight on'))
  await desk.select('Boat')
  await desk.changing(() => command(page, 'After the last key: mirror'))
  const { objects } = await file()
  assert.deepEqual(
    objects.map(({ channels }) => channels['position.x'].after),
    ['mirror', 'straight'],
  )
  await desk.undo()
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('how it plays is chosen in the finder', async () => {
  await command(page, 'Play: once, stop at the end')
  await until(
    () => page.getByRole('button', { name: 'Once' }).count(),
    (count) => count > 0,
    'the menu says so',
  )
  await command(page, 'Play at 2×')
  await page.getByRole('button', { name: '2×' }).waitFor()
  await command(page, 'Play: loop, again and again')
  await page.getByRole('button', { name: 'Loop' }).waitFor()
  await command(page, 'Play at 1×')
})
