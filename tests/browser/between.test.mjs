import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Euler, Quaternion } from 'three'
import {
  Desk,
  deskPoint,
  goToFrame,
  isBox,
  linear,
  middleOf,
  setField,
  stagePixels,
  stageRested,
  until,
} from './harness.mjs'

// In-betweens: keys at a share of the way between those before and after, seen on the stage before they are kept.

const scene = {
  format: 'zesty-scene',
  version: 2,
  name: 'Between',
  rate: '24',
  range: [1, 48],
  objects: [
    {
      name: 'Boat',
      kind: 'box',
      channels: {
        'position.x': { keys: [linear(1, -4), linear(25, 4)] },
        'position.y': { keys: [linear(1, 0), linear(25, 2)] },
        'rotation.y': { keys: [linear(1, 30)] },
      },
    },
    {
      name: 'Vane',
      kind: 'group',
      rotation: 'quaternion',
      channels: {
        'rotation.x': { keys: [linear(1, 10), linear(33, 150)] },
        'rotation.y': { keys: [linear(1, -20), linear(33, 130)] },
      },
    },
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
const dialog = () => page.getByRole('dialog', { name: /^In-between of Boat at/ })
const slider = () => dialog().getByRole('slider')
const boxAt = async () => middleOf(await stagePixels(page), isBox).x
const keysAt = async (channel, frame) =>
  (await desk.keys('Boat', channel)).filter((key) => key.frame === frame).map(({ value }) => value)

async function ask() {
  await page.keyboard.press('Shift+M')
  await dialog().waitFor()
}

test('the stage follows the slider, Escape leaves all as it was, and what is kept is one step', async () => {
  const was = await file()
  await desk.select('Boat')
  await goToFrame(page, 7)
  await stageRested(page)
  const before = await boxAt()
  await ask()
  await dialog().getByText('2 new keys.').waitFor()
  await until(boxAt, (x) => x > before + 20, 'the box half way')
  const half = await boxAt()
  await slider().focus()
  for (let i = 0; i < 8; i++) await page.keyboard.press('PageUp')
  await until(boxAt, (x) => x > half + 20, 'the box further')
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  await until(boxAt, (x) => Math.abs(x - before) < 4, 'the box as it was')
  assert.deepEqual(await file(), was)

  await ask()
  await dialog().getByRole('button', { name: '75 %' }).click()
  await desk.changing(() => dialog().getByRole('button', { name: 'Key it' }).click())
  assert.deepEqual([await keysAt('position.x', 7), await keysAt('position.y', 7)], [[2], [1.5]])
  assert.deepEqual(await desk.keys('Boat', 'rotation.y'), was.objects[0].channels['rotation.y'].keys)
  // Done again, what stands there gets another value.
  await ask()
  await setField(page, 'Share of the way', '25%')
  await dialog().getByText('Keys that stand here get new values.').waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Key it' }).click())
  assert.deepEqual(await keysAt('position.x', 7), [-2])
  await desk.undo()
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('with keys selected only their curves are meant', async () => {
  const was = await file()
  await desk.select('Boat')
  await goToFrame(page, 7)
  const { x, y } = await deskPoint(page, 25, 'Position Y')
  await page.mouse.click(x, y)
  await page.getByText('1 key selected').or(page.getByText('Selected key')).first().waitFor()
  await ask()
  await dialog().getByText('1 new key.').waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Key it' }).click())
  assert.deepEqual([await keysAt('position.x', 7), await keysAt('position.y', 7)], [[], [1]])
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('a pose between two is on the shortest way, and those stay', async () => {
  const was = await file()
  const pose = async (frame) => {
    const [x, y, z] = await Promise.all(
      ['x', 'y', 'z'].map(
        async (axis) => ((await desk.samples('Vane', `rotation.${axis}`)).get(frame) * Math.PI) / 180,
      ),
    )
    return new Quaternion().setFromEuler(new Euler(x, y, z, 'XYZ'))
  }
  const [first, last] = [await pose(1), await pose(33)]
  await page.keyboard.press('Escape')
  await desk.select('Vane')
  await goToFrame(page, 17)
  await page.keyboard.press('Shift+M')
  const asked = page.getByRole('dialog', { name: /^In-between of Vane at/ })
  await setField(page, 'Share of the way', '25')
  // Of x, y and z on frame 17, and of z on both sides, where it had none.
  await asked.getByText('5 new keys.').waitFor()
  await desk.changing(() => asked.getByRole('button', { name: 'Key it' }).click())
  const apart = (a, b) => a.angleTo(b)
  assert.ok(apart(await pose(17), first.clone().slerp(last, 0.25)) < 1e-6)
  assert.ok(apart(await pose(1), first) < 1e-6 && apart(await pose(33), last) < 1e-6)
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('where nothing lies between, or nothing is meant, that is said', async () => {
  const was = await file()
  await desk.select('Boat')
  await goToFrame(page, 40)
  await ask()
  await dialog()
    .getByRole('alert')
    .getByText(/has a key before frame 40 and one after it/)
    .waitFor()
  assert.equal(await dialog().getByRole('button', { name: 'Key it' }).isDisabled(), true)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Shift+M')
  await page.getByText('Select keys, or an object that has some, first.').waitFor()
  assert.deepEqual(await file(), was)
})
