import { after, before, test } from 'node:test'
import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { Desk, dropFiles, goToFrame, middleOf, restedPixels, setField, until } from './harness.mjs'

/** Objects of files, brought in by hand. */
let desk
let page
before(async () => {
  const keys = (...each) => ({ keys: each.map(([frame, value]) => ({ frame, value })) })
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Quay',
    rate: '24',
    range: [1, 48],
    objects: [
      { name: 'Ferry', kind: 'group', channels: { 'position.x': keys([1, -2], [25, 2], [49, 2]) } },
      {
        name: 'Hull',
        kind: 'box',
        parent: 'Ferry',
        channels: {
          'rotation.y': keys([1, 0], [48, 75]),
          // As red as nothing else on the stage.
          'look.red': { value: 1 },
          'look.green': { value: 0 },
          'look.blue': { value: 0.1 },
        },
      },
      { name: 'Eye', kind: 'camera', channels: { 'position.z': { value: 9 }, 'camera.fov': keys([1, 30], [48, 60]) } },
    ],
  })
  page = desk.page
})
after(() => desk.close())

const dialog = () => page.locator('.modal-dialog')
const told = () => dialog().getByRole('status').first()
const drop = (...files) => dropFiles(page.locator('.desk'), files)
const box = (name) => dialog().getByRole('checkbox', { name })
const bringIn = () => dialog().getByRole('button', { name: 'Bring in' })
const gone = () => dialog().waitFor({ state: 'detached' })
const objects = async () => (await desk.server.get(`/api/scenes/${desk.id}/file`)).objects.map(({ name }) => name)
const samples = async (object, channel, scene = desk.id) => [
  ...(await desk.server.samples(scene, object, channel, { from: 1, to: 48, world: true })).values(),
]
const isRed = (r, g, b) => r > 110 && g < 70 && b < 90 && r - b > 60

/** The scene as it is sent out by hand. */
async function sentOut(format) {
  await page.keyboard.press('Escape')
  await page.keyboard.press('Shift+X')
  await dialog().locator('.formats label').filter({ hasText: format }).first().click()
  await told()
    .filter({ hasText: /objects|whole scene/ })
    .waitFor()
  const coming = page.waitForEvent('download')
  await dialog().getByRole('button', { name: 'Save file' }).click()
  const file = await coming
  await gone()
  return { name: file.suggestedFilename(), content: readFileSync(await file.path()) }
}

let glb
test('a glb that is dropped is listed before it comes in, plays as what it was made of, and is one step', async () => {
  glb = await sentOut('glTF')
  await drop(glb)
  await told().filter({ hasText: '3 of 3 objects' }).waitFor()
  assert.ok(await box(/Hull gets a number 12 triangles/).isChecked())
  assert.deepEqual(await objects(), ['Ferry', 'Hull', 'Eye'])
  await desk.changing(() => bringIn().click())
  await gone()
  assert.deepEqual(await objects(), ['Ferry', 'Hull', 'Eye', 'Ferry 2', 'Hull 2', 'Eye 2'])
  for (const [object, channels] of [
    ['Ferry', ['position.x']],
    ['Hull', ['position.x', 'rotation.y']],
    ['Eye', ['position.z']],
  ])
    for (const channel of channels) {
      const [was, now] = [await samples(object, channel), await samples(`${object} 2`, channel)]
      was.forEach((value, i) =>
        assert.ok(Math.abs(value - now[i]) < 1e-3, `${object} ${channel} ${i}: ${value} ${now[i]}`),
      )
    }
  await page.getByText('3 objects have come in; 3 were given a number').waitFor()
  const before_ = await objects()
  await desk.undo()
  assert.deepEqual(await objects(), ['Ferry', 'Hull', 'Eye'])
  await desk.changing(() => page.keyboard.press('Control+Shift+Z'))
  assert.deepEqual(await objects(), before_)
  await desk.undo()
})

test('what is left out stays out with all below it, and the first frame stands where it is wanted', async () => {
  await drop(glb)
  await told().filter({ hasText: '3 of 3' }).waitFor()
  await box(/^Ferry/).uncheck()
  assert.ok(!(await box(/^Hull/).isChecked()))
  // With what hangs below comes what it hangs below.
  await box(/^Hull/).check()
  assert.ok(await box(/^Ferry/).isChecked())
  await box(/^Eye/).uncheck()
  await setField(page, "Frame of the file's first", '11')
  await told().filter({ hasText: '2 of 3 objects' }).waitFor()
  await desk.changing(() => bringIn().click())
  await gone()
  assert.deepEqual(await objects(), ['Ferry', 'Hull', 'Eye', 'Ferry 2', 'Hull 2'])
  const [was, now] = [await samples('Ferry', 'position.x'), await samples('Ferry 2', 'position.x')]
  for (let i = 10; i < 48; i++) assert.ok(Math.abs(now[i] - was[i - 10]) < 1e-4, `${i}`)
  await desk.undo()
})

test('what comes without the path that it follows is told before', async () => {
  const content = JSON.stringify({
    format: 'zesty-scene',
    version: 2,
    name: 'Fairway',
    rate: '24',
    range: [1, 48],
    objects: [
      { name: 'Route', kind: 'path', points: [{ at: [-4, 0, 0] }, { at: [4, 0, 0] }] },
      { name: 'Boat', kind: 'box', follow: { path: 'Route', facing: '+x' } },
    ],
  })
  await drop({ name: 'fairway.zesty.json', content })
  await told().filter({ hasText: '2 of 2 objects' }).waitFor()
  assert.equal(await dialog().getByText('Some come without').count(), 0)
  await box(/^Route/).uncheck()
  await dialog().getByText('as it is left out: Boat without Route.').waitFor()
  await box(/^Boat/).uncheck()
  await box(/^Route/).check()
  assert.equal(await dialog().getByText('Some come without').count(), 0)
  await page.keyboard.press('Escape')
  await gone()
})

test('as a scene of its own it opens there, is seen moving, and is there after a kill', async () => {
  await drop(glb)
  await told().filter({ hasText: '3 of 3' }).waitFor()
  await dialog().getByLabel('Where it comes in').selectOption({ label: 'as a scene of its own' })
  assert.equal(await dialog().getByText('gets a number').count(), 0)
  const first = page.url()
  await bringIn().click()
  await page.waitForURL((url) => url.href !== first)
  const own = Number(page.url().split('/').at(-1))
  await desk.lane('Ferry').waitFor()
  const middle = async () => {
    return middleOf(await restedPixels(page), isRed)
  }
  await until(middle, ({ count }) => count > 20)
  const left = await middle()
  await goToFrame(page, 25)
  const right = await until(middle, (at) => at.x > left.x + 60)
  await desk.server.kill()
  await desk.server.start()
  await page.reload()
  await desk.lane('Ferry').waitFor()
  await goToFrame(page, 25)
  await until(middle, (at) => Math.abs(at.x - right.x) < 4)
  // The hull is still there to be taken by the hand.
  const canvas = await page.locator('.stage-canvas').boundingBox()
  const at = await middle()
  await page.keyboard.press('q')
  await page.mouse.click(canvas.x + 10 + at.x, canvas.y + 60 + at.y)
  await page.locator('.values').getByText('Ferry', { exact: true }).first().waitFor()
  const package_ = await sentOut('Scene package')
  await page.goto(first)
  await page.locator('.desk').waitFor()
  // A package comes into another scene as well, with its triangles.
  await drop(package_)
  await told().filter({ hasText: '3 of 3' }).waitFor()
  await desk.changing(() => bringIn().click())
  await gone()
  const [was, now] = [await samples('Hull', 'rotation.y', own), await samples('Hull 2', 'rotation.y')]
  assert.deepEqual(now, was)
  await desk.undo()
})

test('what needs another file says so, and comes in with it', async () => {
  const cube = 'mtllib deck.mtl\no Deck\nusemtl planks\nv 0 0 0\nv 2 0 0\nv 2 0 1\nv 0 0 1\nf 4 3 2 1\n'
  await drop({ name: 'deck.obj', content: cube })
  await dialog().getByText('The looks of deck.mtl').waitFor()
  await page.keyboard.press('Escape')
  await gone()
  await drop({ name: 'deck.mtl', content: 'newmtl planks\nKd 1 0 0\n' }, { name: 'deck.obj', content: cube })
  await told().filter({ hasText: '1 of 1 object; nothing of it moves' }).waitFor()
  await dialog().getByLabel('Up axis of the file').selectOption('z')
  await setField(page, 'Scene lengths for one of the file', '0.5')
  await told().filter({ hasText: '1 of 1 object' }).waitFor()
  await desk.changing(() => bringIn().click())
  await gone()
  const scene = await desk.server.get(`/api/scenes/${desk.id}/file`)
  const deck = scene.objects.find(({ name }) => name === 'Deck')
  assert.deepEqual([deck.kind, deck.channels['look.red'].value], ['mesh', 1])
  const points = await (
    await fetch(`${desk.server.address}/api/scenes/${desk.id}/samples.csv?object=Deck&points=true&from=1&to=1`)
  ).text()
  assert.match(points, /^Deck,1,\d+,1,0\.5,0,/m)
  await desk.undo()
})

test('a broken file says what is wrong and changes nothing; Escape leaves', async () => {
  await page.keyboard.press('Shift+I')
  await dialog().getByText('What it has is listed here').waitFor()
  assert.ok(await bringIn().isDisabled())
  await dialog()
    .locator('input[type=file]')
    .setInputFiles({ name: 'boat.glb', mimeType: 'model/gltf-binary', buffer: Buffer.from('glTF and nothing else') })
  await dialog()
    .getByRole('alert')
    .filter({ hasText: /boat\.glb is damaged/ })
    .waitFor()
  assert.ok(await bringIn().isDisabled())
  // Another one takes its place.
  await dialog().locator('input[type=file]').setInputFiles({ name: 'quay.glb', mimeType: '', buffer: glb.content })
  await told().filter({ hasText: '3 of 3' }).waitFor()
  await setField(page, 'Scene lengths for one of the file', '0.5')
  await told().filter({ hasText: '3 of 3' }).waitFor()
  // And another one that, as it is.
  await dialog()
    .locator('input[type=file]')
    .setInputFiles({
      name: 'mast.obj',
      mimeType: '',
      buffer: Buffer.from('o Mast\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n'),
    })
  await told().filter({ hasText: '1 of 1 object' }).waitFor()
  await box(/^Mast/).waitFor()
  assert.equal(await dialog().getByLabel('Scene lengths for one of the file').inputValue(), '1')
  await dialog().getByRole('checkbox', { name: 'all objects' }).uncheck()
  assert.ok(await bringIn().isDisabled())
  await page.keyboard.press('Escape')
  await gone()
  assert.deepEqual(await objects(), ['Ferry', 'Hull', 'Eye'])
})

test('with the server gone it says so, and comes in once that is back', async () => {
  await drop(glb)
  await told().filter({ hasText: '3 of 3' }).waitFor()
  await dialog().getByLabel('Where it comes in').selectOption({ label: 'as a scene of its own' })
  await desk.server.kill()
  await bringIn().click()
  await dialog()
    .getByRole('alert')
    .filter({ hasText: /does not answer/ })
    .waitFor()
  await desk.server.start()
  // What had been read went with the server; the file is chosen again.
  await bringIn().click()
  await dialog()
    .getByRole('alert')
    .filter({ hasText: /choose it again/ })
    .waitFor()
  await page.keyboard.press('Escape')
  await gone()
})

test('on the list of scenes a file becomes a scene', async () => {
  await page.goto(desk.server.address)
  await page.getByRole('heading', { name: 'Scenes' }).waitFor()
  await dropFiles(page.locator('main'), [glb])
  await told().filter({ hasText: '3 of 3' }).waitFor()
  await bringIn().click()
  await page.waitForURL(/scenes\/\d+/)
  await desk.lane('Ferry').waitFor()
  assert.deepEqual(page.faults, [])
})
