import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Desk, stagePixels, until } from './harness.mjs'

// Motion that comes from elsewhere becomes keys: from a path, through a warp, in a layer. It is told before, and seen on the stage.

const scene = {
  format: 'zesty-scene',
  version: 2,
  name: 'Bakery',
  rate: '24',
  range: [1, 49],
  objects: [
    { name: 'Boat', kind: 'box' },
    {
      name: 'Buoy',
      kind: 'sphere',
      channels: { 'position.y': { keys: [1, 17, 33, 49].map((frame, i) => ({ frame, value: i % 2 })) } },
    },
    { name: 'Crate', kind: 'box', channels: { 'position.z': { value: -3 } } },
  ],
}
const [boat, buoy] = [1, 2]

let desk, page

before(async () => {
  desk = await Desk.open(scene)
  page = desk.page
  await edit({
    edit: 'addPath',
    name: 'Route',
    points: [
      { at: [-4, 0, 0], kind: 'corner' },
      { at: [0, 0, 3], kind: 'smooth' },
      { at: [4, 1, -1], kind: 'smooth' },
    ].map(({ at: [x, y, z], kind }) => ({ at: { x, y, z }, kind })),
  })
  await edit({ edit: 'followPath', objects: [boat], path: 4, facing: 'plusX' })
  await edit({ edit: 'addWarp', name: 'Slow', targets: [{ object: buoy }] })
  await edit({
    edit: 'keyChannels',
    frame: 25,
    values: [{ warp: 1, channel: 'source', value: 17 }],
    interpolation: 'linear',
  })
})
after(() => desk.close())

async function edit(wanted) {
  const { revision } = await desk.scene()
  await desk.server.post(`/api/scenes/${desk.id}/edits`, { revision, edit: wanted })
  await desk.heard()
}
const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const objectOf = async (name) => (await file()).objects.find((each) => each.name === name)
const world = (name, axis) => desk.server.samples(desk.id, name, `position.${axis}`, { world: true })
const dialog = () => page.getByRole('dialog')
const pick = (label, option) => dialog().getByLabel(label, { exact: true }).selectOption({ label: option })
async function type(label, text) {
  await dialog().getByLabel(label, { exact: true }).click()
  await page.keyboard.press('Control+a')
  await page.keyboard.type(text)
  await page.keyboard.press('Tab')
}
const told = (words) => dialog().getByRole('status').getByText(words)
const isTangerine = (r, g, b) => Math.abs(r - 0xff) < 20 && Math.abs(g - 0x94) < 24 && Math.abs(b - 0x40) < 34
async function tangerine() {
  const { data } = await stagePixels(page)
  let count = 0
  for (let i = 0; i < data.length; i += 4) count += isTangerine(data[i], data[i + 1], data[i + 2]) ? 1 : 0
  return count
}
async function near(wanted, seen, within) {
  for (const [frame, value] of wanted)
    assert.ok(Math.abs(seen.get(frame) - value) < within, `frame ${frame}: ${seen.get(frame)}, not ${value}`)
}
const confirm = () => desk.changing(() => dialog().getByRole('button', { name: 'Bake', exact: true }).click())

test('the way that is sampled shows on the stage, and Escape leaves everything as it was', async () => {
  const was = await file()
  await desk.select('Boat')
  // Where edges of two colours mix, a single pixel may be such a one.
  assert.ok((await tangerine()) < 5)
  await page.keyboard.press('Shift+B')
  await told(/keys become/).waitFor()
  await until(tangerine, (count) => count > 100, 'the sampled way')
  // Two samples a second are straight cuts, and are told to be further off.
  const offOf = async () => Number(/difference is ([\d.]+)/.exec(await dialog().getByRole('status').innerText())[1])
  const fine = await offOf()
  await pick('Samples', 'so many a second')
  await type('Samples a second', '2')
  await until(offOf, (off) => off > 4 * fine, 'the cuts told')
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  await until(tangerine, (count) => count < 5, 'the stage as it was')
  assert.deepEqual(await file(), was)
})

test('what follows a path keeps its motion without it, key for key as told, and is put back by one undo', async () => {
  const was = await file()
  const ways = await Promise.all(['x', 'y', 'z'].map((axis) => world('Boat', axis)))
  await page.keyboard.press('Shift+B')
  await pick('Samples', '4 samples a frame')
  await type('Tolerance in lengths', '0')
  await type('Tolerance in degrees', '0')
  await told(/keys become/).waitFor()
  const after = Number(
    /become (\d+)/.exec(
      await until(
        () => dialog().getByRole('status').innerText(),
        (words) => Number(/become (\d+)/.exec(words)?.[1]) > 900,
        'all samples',
      ),
    )[1],
  )
  await confirm()
  const baked = await objectOf('Boat')
  assert.equal(baked.follow, undefined)
  assert.equal(
    Object.values(baked.channels).reduce((sum, { keys }) => sum + (keys?.length ?? 0), 0),
    after,
  )
  for (const [i, axis] of ['x', 'y', 'z'].entries()) await near(ways[i], await world('Boat', axis), 1e-4)
  assert.deepEqual(
    (await file()).objects.filter(({ name }) => name !== 'Boat'),
    was.objects.filter(({ name }) => name !== 'Boat'),
  )
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('only the position of a part goes into a layer, and the base stays to the byte', async () => {
  const was = await file()
  const seen = await desk.samples('Buoy', 'position.y')
  await desk.select('Buoy')
  await page.keyboard.press('Shift+B')
  await pick('Channels', 'only some channels')
  await dialog().getByRole('checkbox', { name: 'Position', exact: true }).check()
  await dialog().getByRole('checkbox', { name: 'Position X', exact: true }).uncheck()
  await dialog().getByRole('checkbox', { name: 'Position Z', exact: true }).uncheck()
  await type('From frame', '10')
  await type('To frame', '30')
  await pick('Into', 'a layer')
  await told(/keys become/).waitFor()
  await confirm()
  await page.getByRole('button', { name: 'Keys go to Bake 1', pressed: true }).waitFor()
  const now = await file()
  assert.deepEqual(now.objects, was.objects)
  assert.deepEqual(now.warps, was.warps)
  assert.deepEqual(Object.keys(now.layers[0].channels), ['Buoy/position.y'])
  const after = await desk.samples('Buoy', 'position.y')
  await near(seen, after, 0.002)
  for (const [frame, value] of seen) if (frame < 10 || frame > 30) assert.equal(after.get(frame), value)
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('a warp is written down and taken off, or left and set against', async () => {
  const was = await file()
  const seen = await desk.samples('Buoy', 'position.y')
  await page.keyboard.press('Shift+B')
  await pick('Samples', '8 samples a frame')
  await told(/keys become/).waitFor()
  await confirm()
  assert.equal((await file()).warps, undefined)
  await near(seen, await desk.samples('Buoy', 'position.y'), 0.003)
  await desk.undo()
  await page.keyboard.press('Shift+B')
  await pick('Channels', 'only some channels')
  await dialog().getByRole('checkbox', { name: 'warps and cues' }).uncheck()
  await told(/keys become/).waitFor()
  await confirm()
  assert.deepEqual((await file()).warps, was.warps)
  await near(seen, await desk.samples('Buoy', 'position.y'), 0.003)
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('a twin without parent goes the same way, and is what is selected then', async () => {
  await desk.select('Boat')
  const way = await world('Boat', 'z')
  const was = await objectOf('Boat')
  await page.keyboard.press('Shift+B')
  await pick('Into', 'a twin')
  await told(/keys become/).waitFor()
  await confirm()
  await page.locator('.values').getByRole('button', { name: 'Boat baked', exact: true }).waitFor()
  await near(way, await world('Boat baked', 'z'), 1e-3)
  assert.deepEqual(await objectOf('Boat'), was)
  await desk.undo()
})

test('nonsense is refused in words, and what does not move says so', async () => {
  await desk.select('Boat')
  await page.keyboard.press('Shift+B')
  await type('From frame', '40')
  await type('To frame', '12')
  await dialog().getByRole('alert').getByText('the last frame comes after the first').waitFor()
  assert.ok(await dialog().getByRole('button', { name: 'Bake', exact: true }).isDisabled())
  await page.keyboard.press('Escape')
  await desk.select('Crate')
  await page.keyboard.press('Shift+B')
  await dialog().getByRole('alert').getByText('nothing moves there').waitFor()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
})
