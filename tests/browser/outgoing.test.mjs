import { after, before, test } from 'node:test'
import assert from 'node:assert/strict'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import validator from 'gltf-validator'
import { AnimationMixer, LoopOnce, Quaternion, Vector3 } from 'three'
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js'
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js'
import { USDLoader } from 'three/examples/jsm/loaders/USDLoader.js'
import { USDAParser } from 'three/examples/jsm/loaders/usd/USDAParser.js'
import { busy } from './outgoingScene.mjs'

/** What goes out, read by programs that are not ours. */
const home = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
const zesty = join(home, 'artifacts', 'app', 'ZestyReel.Server')
const demo = join(home, 'demo', 'lantern-bay.zesty.json')
const near = 1e-4
let folder
globalThis.self ??= globalThis

before(() => (folder = mkdtempSync(join(tmpdir(), 'zesty-out-'))))
after(() => rmSync(folder, { recursive: true }))

const run = (...words) => execFileSync(zesty, words, { maxBuffer: 1e9, stdio: ['ignore', 'pipe', 'pipe'] }).toString()

function sendOut(scene, ending, ...words) {
  const file = join(folder, `out${ending}`)
  run('export', scene, file, ...words)
  return readFileSync(file)
}

/** Evaluated world motion: by frame, by object, by channel. */
function sampled(scene, from, to, step) {
  const frames = new Map()
  for (const line of run('sample', scene, '--world', '--from', from, '--to', to, '--step', step)
    .trim()
    .split('\n')
    .slice(1)) {
    const [, name, channel, frame, value] = line.match(/^("(?:[^"]|"")*"|[^,]*),([^,]*),([^,]*),(.*)$/)
    const at = frames.get(Number(frame)) ?? frames.set(Number(frame), new Map()).get(Number(frame))
    ;(at.get(name) ?? at.set(name, {}).get(name))[channel] = Number(value)
  }
  return new Map([...frames].sort(([a], [b]) => a - b))
}

/** Where each vertex of an object is in the world at a frame. */
const vertices = (file, name, frame) =>
  run('sample', file, '--points', '--world', '--object', name, '--from', String(frame), '--to', String(frame))
    .trim()
    .split('\n')
    .slice(1)
    .map((row) => new Vector3(...row.split(',').slice(3, 6).map(Number)))

/** Plays what was loaded, and says how far any object is off at the worst, by place and by size. */
function furthest(root, clip, frames, secondsOf, nodeOf) {
  const mixer = new AnimationMixer(root)
  const action = mixer.clipAction(clip)
  action.setLoop(LoopOnce, 1)
  action.clampWhenFinished = true
  action.play()
  let [place, size] = [0, 0]
  for (const [frame, objects] of frames) {
    mixer.setTime(secondsOf(frame))
    root.updateMatrixWorld(true)
    for (const [name, told] of objects) {
      const { matrixWorld } = nodeOf(name)
      const [at, scale] = [new Vector3(), new Vector3()]
      matrixWorld.decompose(at, new Quaternion(), scale)
      place = Math.max(place, at.distanceTo(new Vector3(told['position.x'], told['position.y'], told['position.z'])))
      for (const axis of 'xyz') size = Math.max(size, Math.abs(Math.abs(scale[axis]) - Math.abs(told[`scale.${axis}`])))
    }
  }
  return { place, size }
}

async function glb(bytes) {
  return new GLTFLoader().parseAsync(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length), '')
}

async function faults(bytes) {
  const { issues } = await validator.validateBytes(new Uint8Array(bytes))
  return issues.messages.filter(({ severity }) => severity <= 1).map(({ code, pointer }) => `${code} ${pointer}`)
}

for (const [what, scene, to] of [
  ['Lantern Bay', () => demo, 240],
  ['a scene of everything', () => busy(folder), 120],
]) {
  test(`${what} as glTF is without a fault, and is played by another program as here`, async () => {
    const file = scene()
    const bytes = sendOut(file, '.glb', '--from', '1', '--to', String(to))
    assert.deepEqual(await faults(bytes), [])
    assert.deepEqual(await faults(sendOut(file, '.gltf', '--from', '1', '--to', String(to))), [])
    const loaded = await glb(bytes)
    const byName = new Map()
    loaded.scene.traverse(
      (node) => byName.has(node.userData.name ?? node.name) || byName.set(node.userData.name ?? node.name, node),
    )
    const off = furthest(
      loaded.scene,
      loaded.animations[0],
      sampled(file, '1', String(to), '0.5'),
      (frame) => (frame - 1) / 24,
      (name) => byName.get(name),
    )
    assert.ok(off.place < near && off.size < near, JSON.stringify(off))
  })

  test(`${what} as USD text is played by another program as here`, () => {
    const file = scene()
    const root = new USDLoader().parse(sendOut(file, '.usda', '--from', '1', '--to', '60', '--step', '0.5').toString())
    const byName = new Map()
    root.traverse((node) => byName.set(node.name, node))
    const plain = (name) => name.replace(/[^A-Za-z0-9]+/g, '_')
    const off = furthest(
      root,
      root.animations[0],
      sampled(file, '1', '60', '0.5'),
      (frame) => frame / 24,
      (name) => byName.get(plain(name)),
    )
    assert.ok(off.place < near && off.size < near, JSON.stringify(off))
    // What hangs in something does so there, too.
    for (const { name, parent, follow } of JSON.parse(readFileSync(file)).objects)
      if (parent && !follow) assert.equal(byName.get(plain(name)).parent, byName.get(plain(parent)), name)
  })
}

test('cameras and lights come through: lenses, hues and kinds', async () => {
  const loaded = await glb(sendOut(demo, '.glb', '--part', 'cameras-and-lights'))
  const found = []
  loaded.scene.traverse((node) => (node.isCamera || node.isLight) && found.push(node))
  const camera = found.find((node) => node.isCamera)
  assert.ok(Math.abs(camera.fov - 29) < 1e-4)
  const sun = found.find((node) => node.isDirectionalLight)
  assert.ok(Math.abs(sun.intensity - 2.6) < 1e-5 && Math.abs(sun.color.g - 0.82) < 1e-5)
  let meshes = 0
  loaded.scene.traverse((node) => (meshes += node.isMesh ? 1 : 0))
  assert.equal(meshes, 0)
  let lens
  new USDLoader().parse(sendOut(demo, '.usda').toString()).traverse((node) => (lens = node.isCamera ? node : lens))
  assert.ok(Math.abs(lens.fov - 29) < 1e-4 && Math.abs(lens.aspect - 16 / 9) < 1e-4)
})

test('bent shapes pass through forms that stay near to the true ones', async () => {
  const file = busy(folder)
  const loaded = await glb(sendOut(file, '.glb', '--from', '1', '--to', '60'))
  let bent
  loaded.scene.traverse((node) => (bent = node.userData.name === 'Bent' || node.name === 'Bent' ? node : bent))
  const mixer = new AnimationMixer(loaded.scene)
  mixer.clipAction(loaded.animations[0]).play()
  let worst = 0
  for (const frame of [1, 13, 30.5, 47]) {
    mixer.setTime((frame - 1) / 24)
    loaded.scene.updateMatrixWorld(true)
    vertices(file, 'Bent', frame).forEach((true_, vertex) => {
      const at = bent.getVertexPosition(vertex, new Vector3()).applyMatrix4(bent.matrixWorld)
      worst = Math.max(worst, at.distanceTo(true_))
    })
  }
  // A thousandth of its largest extent, which is about 4.
  assert.ok(worst > 0 && worst < 6e-3, String(worst))
})

test('bent shapes as USD text have forms between which straight ways stay near to the true ones', () => {
  const file = busy(folder)
  const text = sendOut(file, '.usda', '--from', '1', '--to', '60').toString()
  const root = new USDLoader().parse(text)
  const node = root.getObjectByName('Bent')
  const { times, values } = new USDAParser().parseData(text).specsByPath['/Busy_bay/Bent/Shape.points'].fields
    .timeSamples
  assert.ok(times.length > 2)
  let worst = 0
  const mixer = new AnimationMixer(root)
  mixer.clipAction(root.animations[0]).play()
  for (const frame of [1, 13, 30.5, 47]) {
    mixer.setTime(frame / 24)
    root.updateMatrixWorld(true)
    const after = Math.max(
      1,
      times.findIndex((time) => time >= frame),
    )
    const part = (frame - times[after - 1]) / (times[after] - times[after - 1])
    const [from, to] = [values[after - 1], values[after]]
    vertices(file, 'Bent', frame).forEach((true_, vertex) => {
      const at = new Vector3(
        ...[0, 1, 2].map((axis) => from[vertex * 3 + axis] * (1 - part) + to[vertex * 3 + axis] * part),
      )
      worst = Math.max(worst, at.applyMatrix4(node.matrixWorld).distanceTo(true_))
    })
  }
  assert.ok(worst > 0 && worst < 6e-3, String(worst))
})

test('shapes as USD text are where they are, in their colours', () => {
  const root = new USDLoader().parse(sendOut(demo, '.usda', '--from', '30', '--to', '30').toString())
  root.updateMatrixWorld(true)
  for (const name of ['Tower', 'Roof', 'Hull']) {
    const mesh = root.getObjectByName(name).getObjectByProperty('isMesh', true)
    const told = vertices(demo, name, 30)
    const { position } = mesh.geometry.attributes
    assert.ok(position.count > 0)
    for (let i = 0; i < position.count; i++) {
      const at = new Vector3().fromBufferAttribute(position, i).applyMatrix4(mesh.matrixWorld)
      assert.ok(
        told.some((each) => each.distanceTo(at) < near),
        `${name} ${at.toArray()}`,
      )
    }
  }
  const { color } = root.getObjectByName('Roof').getObjectByProperty('isMesh', true).material
  const look = JSON.parse(readFileSync(demo)).objects.find(({ name }) => name === 'Roof').channels
  for (const [part, hue] of [
    ['r', 'red'],
    ['g', 'green'],
    ['b', 'blue'],
  ])
    assert.ok(Math.abs(color[part] - look[`look.${hue}`].value) < near, hue)
})

test('shapes as OBJ are where they are, triangle for triangle', () => {
  const loaded = new OBJLoader().parse(
    sendOut(demo, '.obj', '--from', '30', '--to', '30', '--object', 'Lighthouse').toString(),
  )
  const rows = run('sample', demo, '--points', '--world', '--object', 'Tower', '--from', '30', '--to', '30')
    .trim()
    .split('\n')
    .slice(1)
  const tower = loaded.children.find(({ name }) => name === 'Tower')
  const told = new Set(
    rows.map((row) =>
      row
        .split(',')
        .slice(3, 6)
        .map((each) => Number(each).toFixed(4) * 1)
        .join(),
    ),
  )
  const { array } = tower.geometry.attributes.position
  for (let i = 0; i < array.length; i += 3) {
    const at = [...array.slice(i, i + 3)].map((each) => Number(each.toFixed(4)) + 0).join()
    assert.ok(told.has(at), at)
  }
})

test('the command line says what is wrong, with exit code 2, and leaves what was there', () => {
  const refused = (...words) => {
    try {
      run('export', demo, ...words)
    } catch (wrong) {
      return [wrong.status, wrong.stderr.toString()]
    }
    return [0, '']
  }
  assert.match(refused(join(folder, 'a.xyz'))[1], /nothing goes out as/)
  assert.equal(refused(join(folder, 'a.xyz'))[0], 2)
  const file = join(folder, 'kept.csv')
  run('export', demo, file, '--from', '1', '--to', '2')
  const was = readFileSync(file)
  assert.match(refused(file, '--from', '9', '--to', '2')[1], /comes before/)
  assert.match(refused(file, '--object', 'Gull 99')[1], /no object called/)
  assert.match(refused(file, '--camera', 'Pier')[1], /no camera called/)
  assert.match(refused(join(folder, 'a.wav'))[1], /files of its sounds are not with the scene/)
  assert.deepEqual(readFileSync(file), was)
})
