import { after, before, test } from 'node:test'
import assert from 'node:assert/strict'
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as three from 'three'
import { GLTFExporter } from 'three/examples/jsm/exporters/GLTFExporter.js'
import { OBJExporter } from 'three/examples/jsm/exporters/OBJExporter.js'
import { busy } from './outgoingScene.mjs'

/** What others have written comes in as they play it, and what has gone out comes back as it was. */
const home = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
const zesty = join(home, 'artifacts', 'app', 'ZestyReel.Server')
const near = 1e-4
let folder
let data

/** The exporter reads what it has packed as a page does. */
globalThis.FileReader ??= class {
  async readAsArrayBuffer(blob) {
    this.result = await blob.arrayBuffer()
    this.onloadend()
  }
  async readAsDataURL(blob) {
    const type = blob.type || 'application/octet-stream'
    this.result = `data:${type};base64,${Buffer.from(await blob.arrayBuffer()).toString('base64')}`
    this.onloadend()
  }
}

before(() => {
  folder = mkdtempSync(join(tmpdir(), 'zesty-in-'))
  data = join(folder, 'data')
})
after(() => rmSync(folder, { recursive: true }))

const run = (...words) => execFileSync(zesty, words.map(String), { maxBuffer: 1e9, stdio: ['ignore', 'pipe', 'pipe'] })
const brought = (file, ...words) =>
  run('import', file, '--data', data, ...words)
    .toString()
    .trim()

/** Evaluated world motion: by object and frame, what each channel is. */
function sampled(scene, step, ...words) {
  const told = new Map()
  for (const line of run('sample', scene, '--world', '--step', step, ...words)
    .toString()
    .trim()
    .split('\n')
    .slice(1)) {
    const [, name, channel, frame, value] = line.match(/^("(?:[^"]|"")*"|[^,]*),([^,]*),([^,]*),(.*)$/)
    const at = `${name} ${frame}`
    ;(told.get(at) ?? told.set(at, { name, frame: Number(frame) }).get(at))[channel] = Number(value)
  }
  return told
}

const place = (told) => new three.Vector3(told['position.x'], told['position.y'], told['position.z'])
const size = (told) => new three.Vector3(told['scale.x'], told['scale.y'], told['scale.z'])
const radians = (degrees) => (degrees * Math.PI) / 180
const turn = (told) =>
  new three.Quaternion().setFromEuler(
    new three.Euler(radians(told['rotation.x']), radians(told['rotation.y']), radians(told['rotation.z']), 'XYZ'),
  )
/** Where the corners of a unit cube about an object are: place, rotation and scale together. */
const corners = (told) =>
  [-1, 1].map((sign) =>
    new three.Vector3(sign, sign / 2, -sign).multiply(size(told)).applyQuaternion(turn(told)).add(place(told)),
  )

test('what goes out as glTF comes back and is where it was, at every frame and half frame', () => {
  const scene = busy(folder)
  const file = join(folder, 'busy.glb')
  run('export', scene, file, '--from', 1, '--to', 120)
  const name = brought(file)
  assert.equal(name, 'busy')
  const [was, now] = [sampled(scene, 0.5, '--to', 120), sampled(name, 0.5, '--to', 120, '--data', data)]
  let worst = 0
  let compared = 0
  for (const [at, told] of now) {
    const own = was.get(at)
    // Rotation orders are those of the file: what is compared is where things are.
    if (!own || told.name === 'Unit') continue
    compared++
    worst = Math.max(worst, place(told).distanceTo(place(own)))
  }
  assert.ok(compared > 200 * 8, `${compared}`)
  assert.ok(worst < near, `off by ${worst}`)
  // Once more out and in: nothing drifts.
  const again = join(folder, 'again.glb')
  run('export', name, again, '--from', 1, '--to', 120, '--data', data)
  const second = sampled(brought(again), 0.5, '--to', 120, '--data', data)
  let furthest = 0
  for (const [at, told] of second) {
    // What hangs in a boat that is flattened on its way to being mirrored has no rotation of its own.
    if (!now.has(at) || told.name === 'Mast') continue
    const [one, other] = [corners(told), corners(now.get(at))]
    for (const i of [0, 1]) furthest = Math.max(furthest, one[i].distanceTo(other[i]))
  }
  assert.ok(furthest < near, `drifts by ${furthest}`)
})

/** A scene as somebody else's program makes it. */
function foreign() {
  const root = new three.Scene()
  const boat = new three.Group()
  boat.name = 'Boat'
  const hull = new three.Mesh(
    new three.TorusKnotGeometry(1, 0.3, 60, 8),
    new three.MeshStandardMaterial({ color: 0xff8000, transparent: true, opacity: 0.5, name: 'Paint' }),
  )
  hull.name = 'Hull'
  hull.position.set(0, 1, 0)
  const eye = new three.PerspectiveCamera(33, 1.5, 0.1, 100)
  eye.name = 'Eye'
  const lamp = new three.SpotLight(0xffffff, 7, 12, 0.4)
  lamp.name = 'Lamp'
  boat.add(hull, eye, lamp)
  root.add(boat)
  const times = [0, 0.4, 1.3, 2]
  const random = (
    (seed) => () =>
      (seed = (seed * 16807) % 2147483647) / 2147483647
  )(20261128)
  const ways = times.flatMap(() => {
    const q = new three.Quaternion().setFromEuler(new three.Euler(random() * 6, random() * 3 - 1.5, random() * 6))
    return [q.x, q.y, q.z, q.w]
  })
  const rows = (scale) => times.flatMap(() => [random() * scale, random() * scale, random() * scale])
  const clip = new three.AnimationClip('sail', 2, [
    new three.VectorKeyframeTrack('Boat.position', times, rows(9)),
    new three.QuaternionKeyframeTrack('Boat.quaternion', times, ways),
    new three.VectorKeyframeTrack('Hull.scale', times, rows(2), three.InterpolateDiscrete),
    new three.VectorKeyframeTrack('Hull.position', times, rows(3)),
  ])
  return { root, clip }
}

for (const binary of [true, false])
  test(`what three.js writes as ${binary ? 'glb' : 'gltf'} comes in as it plays it`, async () => {
    const { root, clip } = foreign()
    const out = await new GLTFExporter().parseAsync(root, { binary, animations: [clip] })
    const file = join(folder, binary ? 'boat.glb' : 'boat.gltf')
    writeFileSync(file, binary ? Buffer.from(out) : JSON.stringify(out))
    const name = brought(file, '--rate', 60)
    const mixer = new three.AnimationMixer(root)
    const action = mixer.clipAction(clip)
    action.setLoop(three.LoopOnce, 1)
    action.clampWhenFinished = true
    action.play()
    let [worst, compared] = [0, 0]
    for (const told of sampled(name, 1, '--data', data).values()) {
      // On a step itself either of the two may be told.
      const second = (told.frame - 1) / 60
      if ([0.4, 1.3, 2].some((time) => Math.abs(time - second) < 1e-3)) continue
      mixer.setTime(second)
      root.updateMatrixWorld(true)
      const { matrixWorld } = root.getObjectByName(told.name) ?? {}
      if (!matrixWorld) continue
      compared++
      worst = Math.max(worst, place(told).distanceTo(new three.Vector3().setFromMatrixPosition(matrixWorld)))
      if (told.name !== 'Hull') continue
      const [one, other] = corners(told)
      worst = Math.max(worst, one.distanceTo(new three.Vector3(-1, -0.5, 1).applyMatrix4(matrixWorld)))
      worst = Math.max(worst, other.distanceTo(new three.Vector3(1, 0.5, -1).applyMatrix4(matrixWorld)))
    }
    assert.ok(compared > 400, `${compared}`)
    assert.ok(worst < near, `off by ${worst}`)
    const channels = run('sample', name, '--data', data, '--from', 1, '--to', 1).toString()
    assert.match(channels, /^Eye,camera\.fov,1,33$/m)
    assert.match(channels, /^Lamp,light\.intensity,1,7$/m)
    assert.match(channels, /^Hull,look\.opacity,1,0\.5$/m)
    // The colour is kept in linear light.
    const green = Number(channels.match(/^Hull,look\.green,1,(.*)$/m)[1])
    assert.ok(Math.abs(green - new three.Color(0xff8000).g) < 1e-6, `${green}`)
    // As many vertices as the shape has, each where it is.
    const points = run('sample', name, '--data', data, '--points', '--object', 'Hull', '--from', 1, '--to', 1)
      .toString()
      .trim()
      .split('\n')
      .slice(1)
    const own = root.getObjectByName('Hull').geometry.getAttribute('position')
    assert.equal(points.length, own.count)
    points.forEach((line, i) => {
      const [, , , x, y, z] = line.split(',').map(Number)
      assert.ok(Math.hypot(x - own.getX(i), y - own.getY(i), z - own.getZ(i)) < 1e-6, line)
    })
  })

test('what three.js writes as OBJ comes in as triangles', () => {
  const root = new three.Group()
  const [crate, ball] = [
    new three.Mesh(new three.BoxGeometry(1, 2, 3)),
    new three.Mesh(new three.SphereGeometry(1, 12, 8)),
  ]
  ;[crate.name, ball.name] = ['Crate', 'Ball']
  ball.position.set(5, 0, 0)
  root.add(crate, ball)
  root.updateMatrixWorld(true)
  const file = join(folder, 'quay.obj')
  writeFileSync(file, new OBJExporter().parse(root))
  const name = brought(file)
  const points = run('sample', name, '--data', data, '--points', '--world', '--from', 1, '--to', 1).toString()
  const of = (thing) =>
    points
      .split('\n')
      .filter((line) => line.startsWith(`${thing},`))
      .map((line) => line.split(',').slice(3, 6).map(Number))
  const box = new three.Box3().setFromPoints(of('Ball').map((at) => new three.Vector3(...at)))
  assert.deepEqual(
    box.min.toArray().map((value) => Math.round(value * 1000) / 1000),
    [4, -1, -1],
  )
  assert.equal(of('Crate').length, 24)
})

test('a file that is damaged is refused with its reason, and nothing is kept', () => {
  const before_ = run('scene', 'list', '--data', data).toString()
  const file = join(folder, 'broken.glb')
  writeFileSync(file, 'glTF nothing')
  for (const words of [
    [file],
    [join(folder, 'gone.glb')],
    [join(folder, 'busy.exe')],
    [join(folder, 'busy.glb'), '--into', 'No such scene'],
    [join(folder, 'busy.glb'), '--object', 'Nobody'],
    [join(folder, 'busy.glb'), '--animation', '9'],
  ]) {
    const { status, stderr } = spawnSync(zesty, ['import', ...words, '--data', data], { encoding: 'utf8' })
    assert.equal(status, 2, words.join(' '))
    assert.ok(stderr.trim().length > 10, stderr)
  }
  assert.equal(run('scene', 'list', '--data', data).toString(), before_)
})

test('into a kept scene it comes at a frame, without a server as with one', async () => {
  const file = join(folder, 'busy.glb')
  const into = brought(join(folder, 'quay.obj'))
  const list = () =>
    run('scene', 'list', '--data', data)
      .toString()
      .split('\n')
      .find((line) => line.startsWith(`${into}\t`))
  const [, , , had] = list().split('\t')
  run('import', file, '--into', into, '--at', 11, '--object', 'Mast', '--data', data, '--grow')
  const [was, now] = [
    sampled('busy', 1, '--object', 'Mast', '--to', 60, '--data', data),
    sampled(into, 1, '--object', 'Mast', '--from', 11, '--to', 70, '--data', data),
  ]
  for (const told of was.values()) {
    const then = now.get(`Mast ${told.frame + 10}`)
    assert.ok(place(told).distanceTo(place(then)) < 1e-9, `${told.frame}`)
  }
  assert.ok(Number.parseInt(list().split('\t')[3]) > Number.parseInt(had))
})

test('a table goes to the objects and channels that its columns name', () => {
  const file = join(folder, 'moves.csv')
  writeFileSync(file, 'frame,mast position.y,Gull position.x\n5,1,0\n6,2.5,0\n7,4,0\n')
  const { status, stdout, stderr } = spawnSync(zesty, ['import', file, '--into', 'busy', '--data', data], {
    encoding: 'utf8',
  })
  assert.equal(status, 0, stderr)
  assert.match(stdout, /Bring in a table of one channel/)
  assert.match(stderr, /stay behind: Gull position\.x/)
  const told = run(
    'sample',
    'busy',
    '--object',
    'Mast',
    '--channel',
    'position.y',
    '--from',
    5,
    '--to',
    7,
    '--data',
    data,
  ).toString()
  assert.deepEqual(
    told
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => Number(line.split(',').at(-1))),
    [1, 2.5, 4],
  )
  for (const words of [[file], [file, '--into', 'quay'], [join(folder, 'gone.csv'), '--into', 'busy']]) {
    const refused = spawnSync(zesty, ['import', ...words, '--data', data], { encoding: 'utf8' })
    assert.equal(refused.status, 2, words.join(' '))
    assert.ok(refused.stderr.includes('.csv') || refused.stderr.includes('no column'), refused.stderr)
  }
})
