import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { after, before, test } from 'node:test'
import { AnimationMixer, Vector3 } from 'three'
import { BVHLoader } from 'three/examples/jsm/loaders/BVHLoader.js'
import { command, Desk, middleOf, setField, stagePixels, stageRested, until } from './harness.mjs'

// Captured motion: a skeleton of five joints at 120 a second, brought in, looked at, changed on a layer, and sent out again.

const joints = [
  ['Hips', null, [0, 90, 0], 'Xposition Yposition Zposition Zrotation Xrotation Yrotation'],
  ['Spine', 'Hips', [0, 25, 0], 'Zrotation Xrotation Yrotation'],
  ['Right arm', 'Spine', [-18, 20, 0], 'Xrotation Yrotation Zrotation'],
  ['Left arm', 'Spine', [18, 20, 0], 'Yrotation Zrotation Xrotation'],
  ['Leg', 'Hips', [0, -8, 0], 'Zrotation Yrotation Xrotation'],
]
const children = (name) => joints.filter(([, parent]) => parent === name)
const block = ([name, parent, offset, channels], pad = '') =>
  [
    `${pad}${parent ? 'JOINT' : 'ROOT'} ${name}`,
    `${pad}{`,
    `${pad}  OFFSET ${offset.join(' ')}`,
    `${pad}  CHANNELS ${channels.split(' ').length} ${channels}`,
    ...(children(name).length
      ? children(name).map((child) => block(child, `${pad}  `))
      : [`${pad}  End Site`, `${pad}  {`, `${pad}    OFFSET 0 -30 4`, `${pad}  }`]),
    `${pad}}`,
  ].join('\n')
const columns = joints.reduce((sum, [, , , channels]) => sum + channels.split(' ').length, 0)
const frames = 481
const row = (i) =>
  Array.from({ length: columns }, (_, c) =>
    (c < 3 ? [i * 0.3, 2 * Math.sin(i / 15), 0][c] : 25 * Math.sin(i / 40 + c) + c).toFixed(5),
  ).join(' ')
// The order of motion is that of the file: each joint, then what hangs below it.
const text = `HIERARCHY\n${block(joints[0])}\nMOTION\nFrames: ${frames}\nFrame Time: 0.0083333\n${Array.from({ length: frames }, (_, i) => row(i)).join('\n')}\n`

let desk, page

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Capture',
    rate: '24',
    range: [1, 49],
    objects: [],
  })
  page = desk.page
})
after(() => desk.close())

const file = () => desk.server.get(`/api/scenes/${desk.id}/file`)
const dialog = () => page.getByRole('dialog')
const give = (content, name = 'walk.bvh') =>
  dialog()
    .locator('input[type=file]')
    .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(content) })

/** Where joints are by three's own reader, at a moment in seconds. */
function placesAt(content, seconds) {
  const { skeleton, clip } = new BVHLoader().parse(content)
  const [root] = skeleton.bones
  const mixer = new AnimationMixer(root)
  mixer.clipAction(clip).play()
  mixer.setTime(seconds)
  root.updateMatrixWorld(true)
  return new Map(skeleton.bones.map((bone) => [bone.name, bone.getWorldPosition(new Vector3())]))
}

test('a file that is dropped anywhere opens the dialog with it; what is no such file is told, and the page stays', async () => {
  const drop = async (name, content) => {
    const dataTransfer = await page.evaluateHandle(
      ([called, inside]) => {
        const data = new DataTransfer()
        data.items.add(new File([inside], called))
        return data
      },
      [name, content],
    )
    await page.dispatchEvent('.stage-canvas', 'drop', { dataTransfer })
  }
  await drop('notes.txt', 'nothing')
  await page.getByText(/a BVH file for captured motion/).waitFor()
  await drop('Walk.BVH', text)
  await dialog().getByText(`5 joints, ${frames} moments at 120 a second`, { exact: false }).waitFor()
  await dialog().getByText('Walk.BVH').waitFor()
  // Another file dropped meanwhile does nothing.
  await drop('chart.svg', '<svg/>')
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  await drop('chart.svg', '<svg xmlns="http://www.w3.org/2000/svg"><path id="Quay" d="M0 0L9 3"/></svg>')
  await dialog().getByText('One path from chart.svg.').waitFor()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
  assert.deepEqual((await file()).objects, [])
})

test('without a file of one’s own there is the keeper, who walks at sixty a second', async () => {
  await command(page, 'Bring in captured motion (BVH)…')
  await dialog().getByRole('button', { name: 'take the keeper’s walk' }).click()
  await dialog().getByText('11 joints, 180 moments at 60 a second', { exact: false }).waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Bring in', exact: true }).click())
  const hips = await desk.server.samples(desk.id, 'Hips', 'position.z')
  // In three seconds as far as a walk goes, in the lengths of the scene.
  assert.ok(hips.get(71) - hips.get(1) > 3 && hips.get(71) - hips.get(1) < 4)
  await desk.undo()
  assert.deepEqual((await file()).objects, [])
})

test('a broken file is told with its line, and nothing comes of it', async () => {
  await command(page, 'Bring in captured motion (BVH)…')
  const line = text.split('\n').findIndex((each) => each.includes('OFFSET 18 20 0')) + 1
  await give(text.replace('OFFSET 18 20 0', 'OFFSET 18 twenty 0'))
  await dialog().getByRole('alert').getByText(`line ${line}: a number`).waitFor()
  assert.ok(await dialog().getByRole('button', { name: 'Bring in', exact: true }).isDisabled())
})

test('a skeleton comes in where another reader sees it, at the times of the file, locked under a layer', async () => {
  await give(text)
  await dialog().getByRole('status').getByText('5 joints, 481 moments at 120 a second: frames 1 to 97.').waitFor()
  // Centimetres are brought to the size of a person.
  assert.equal(await dialog().getByLabel('Scale of the motion').inputValue(), '0.01')
  await dialog().getByRole('checkbox', { name: 'the scene grows to hold it' }).waitFor()
  await desk.changing(() => dialog().getByRole('button', { name: 'Bring in', exact: true }).click())
  const kept = await file()
  assert.deepEqual(kept.range, [1, 97])
  assert.deepEqual(
    kept.objects.map(({ name, kind, parent }) => [name, kind, parent ?? null]),
    [
      ['Hips', 'joint', null],
      ['Spine', 'joint', 'Hips'],
      ['Right arm', 'joint', 'Spine'],
      ['Right arm end', 'joint', 'Right arm'],
      ['Left arm', 'joint', 'Spine'],
      ['Left arm end', 'joint', 'Left arm'],
      ['Leg', 'joint', 'Hips'],
      ['Leg end', 'joint', 'Leg'],
    ],
  )
  const { keys, locked } = kept.objects[0].channels['rotation.z']
  assert.ok(locked)
  assert.equal(keys.length, frames)
  for (const name of ['Hips', 'Right arm', 'Left arm', 'Leg end'])
    for (const axis of ['x', 'y', 'z']) {
      const seen = await desk.server.samples(desk.id, name, `position.${axis}`, { world: true })
      for (const frame of [1, 20, 49, 90]) {
        const other = placesAt(text, (frame - 1) / 24)
        const at = name === 'Leg end' ? null : other.get(name)
        if (at)
          assert.ok(
            Math.abs(seen.get(frame) - at[axis] * 0.01) < 1e-3,
            `${name} ${axis} on ${frame}: ${seen.get(frame)}, not ${at[axis] * 0.01}`,
          )
      }
    }
  await page.getByRole('button', { name: 'Keys go to Clean-up', pressed: true }).waitFor()
  await page.locator('.values').getByRole('button', { name: 'Hips', exact: true }).waitFor()
})

test('bones are seen, and a click on one selects its joint', async () => {
  await page.keyboard.press('f')
  await page.keyboard.press('1')
  await stageRested(page)
  const isBone = (r, g, b) => Math.abs(r - 0xef) < 16 && Math.abs(g - 0xe6) < 16 && Math.abs(b - 0xcf) < 24
  await until(
    async () => middleOf(await stagePixels(page), isBone).count,
    (count) => count > 40,
    'bones on the stage',
  )
  // The uppermost pixel of the skeleton belongs to an arm.
  const { data, width } = await stagePixels(page)
  let at = 0
  while (!isBone(data[at], data[at + 1], data[at + 2])) at += 4
  const stage = await page.locator('.stage-canvas').boundingBox()
  await page.mouse.click(stage.x + 10 + ((at / 4) % width) + 1, stage.y + 60 + Math.floor(at / 4 / width) + 2)
  await page
    .locator('.values')
    .getByRole('button', { name: /^(Left|Right) arm/ })
    .waitFor()
})

test('the layer takes what is changed, the captured keys stay', async () => {
  const was = await file()
  await desk.select('Spine')
  await setField(page, 'Frame', '30')
  await setField(page, 'Rotation X', '60')
  await desk.changing(() => page.keyboard.press('n'))
  const now = await file()
  assert.deepEqual(now.objects, was.objects)
  assert.ok(Object.keys(now.layers[0].channels).some((name) => name.startsWith('Spine/rotation')))
  await desk.undo()
})

test('motion goes onto the joints that are there; where they are locked only if that is said, and the dialog stays till then', async () => {
  const was = await file()
  await command(page, 'Bring in captured motion (BVH)…')
  await give(text, 'again.bvh')
  await dialog().getByRole('status').getByText('5 joints, 481 moments', { exact: false }).waitFor()
  await setField(page, 'First frame of the motion', '11')
  const bringIn = dialog().getByRole('button', { name: 'Bring in', exact: true })
  await dialog().getByText('onto the 5 objects of the same names').click()
  await bringIn.click()
  await page.getByText('is locked; unlock it first').waitFor()
  assert.equal(await dialog().getByLabel('First frame of the motion').inputValue(), '11')
  assert.deepEqual((await file()).objects, was.objects)
  await dialog().getByText('also onto what is locked there: 18 channels').click()
  await desk.changing(() => bringIn.click())
  await dialog().waitFor({ state: 'detached' })
  const now = await file()
  assert.equal(now.objects.length, was.objects.length)
  const { keys, locked } = now.objects[0].channels['rotation.z']
  assert.deepEqual([keys.length, keys[0].frame, locked], [frames, 11, true])
  await desk.undo()
  assert.deepEqual(await file(), was)
})

test('it goes out as it came in, and one undo takes it all away', async () => {
  await desk.select('Hips')
  const download = page.waitForEvent('download')
  await command(page, 'Save the selected joint and those below it as BVH')
  const saved = await download
  assert.equal(saved.suggestedFilename(), 'Hips.bvh')
  const back = readFileSync(await saved.path(), 'utf8')
  assert.match(back, /Frame Time: 0\.0083333/)
  for (const i of [0, 137, 480]) {
    const [a, b] = [placesAt(text, i * 0.0083333), placesAt(back, i * 0.0083333)]
    for (const [name, at] of a) assert.ok(at.multiplyScalar(0.01).distanceTo(b.get(name)) < 1e-4, `${name} in row ${i}`)
  }
  await desk.undo()
  assert.deepEqual((await file()).objects, [])
  assert.equal((await file()).layers, undefined)
})
