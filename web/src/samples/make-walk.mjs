// Makes layers.json: a porter who walks along the pier, with a key on every frame of every joint, a
// little unsteady, as captured motion is. Everything in it is made up here.
//
//   node web/src/samples/make-walk.mjs

import { writeFileSync } from 'node:fs'

const frames = 144
/** Frames of a stride, left and right. */
const stride = 30
const speed = 1.25 / 24

/** The same small unsteadiness each time: waves that never meet. */
const shake = (seed, frame) =>
  Math.sin(frame * 0.91 + seed * 1.7) * 0.5 +
  Math.sin(frame * 2.27 + seed * 3.1) * 0.3 +
  Math.sin(frame * 4.33 + seed) * 0.2

const wave = (frame, part = 0) => Math.sin((frame / stride + part) * 2 * Math.PI)
const round = (value) => Math.round(value * 1e4) / 1e4
const keyed = (value, seed, unsteady) => ({
  keys: Array.from({ length: frames }, (_, i) => ({
    frame: i + 1,
    value: round(value(i + 1) + unsteady * shake(seed, i + 1)),
  })),
})

let seed = 0
const objects = []
/** A joint turns, and the part of the body that hangs from it is as long as it says. */
function joint(name, parent, at, turns, [length, width], colour) {
  const channels = Object.fromEntries(['x', 'y', 'z'].map((axis, i) => [`position.${axis}`, { value: at[i] }]))
  for (const [axis, value] of Object.entries(turns)) channels[`rotation.${axis}`] = keyed(value, ++seed, 0.8)
  objects.push({ name, kind: 'group', parent, channels })
  objects.push({
    name: `${name} shape`,
    kind: 'box',
    parent: name,
    channels: {
      'position.y': { value: round(-length / 2) },
      'shape.width': { value: width },
      'shape.height': { value: Math.abs(length) },
      'shape.depth': { value: width },
      'look.red': { value: colour[0] },
      'look.green': { value: colour[1] },
      'look.blue': { value: colour[2] },
    },
  })
}

const cloth = [0.09, 0.16, 0.24]
const skin = [0.55, 0.33, 0.22]
const wool = [0.55, 0.2, 0.1]

objects.push({
  name: 'Quay camera',
  kind: 'camera',
  rotationOrder: 'yxz',
  channels: {
    'position.x': { value: 3.5 },
    'position.y': { value: 2 },
    'position.z': { value: 8.5 },
    'rotation.x': { value: -5 },
    'camera.fov': { value: 32 },
  },
})
objects.push({
  name: 'Quay sun',
  kind: 'light',
  rotationOrder: 'yxz',
  channels: {
    'position.y': { value: 6 },
    'rotation.x': { value: -50 },
    'rotation.y': { value: 25 },
    'light.kind': { value: 2 },
  },
})
objects.push({
  name: 'Quay',
  kind: 'box',
  channels: {
    'position.x': { value: 3.5 },
    'position.y': { value: -0.1 },
    'shape.width': { value: 12 },
    'shape.height': { value: 0.2 },
    'shape.depth': { value: 3 },
    'look.red': { value: 0.14 },
    'look.green': { value: 0.08 },
    'look.blue': { value: 0.045 },
  },
})
objects.push({
  name: 'Porter',
  kind: 'group',
  channels: {
    'position.x': keyed((frame) => frame * speed, ++seed, 0.004),
    'position.y': keyed((frame) => 0.95 + 0.025 * wave(frame, 0.12) * wave(frame, 0.12), ++seed, 0.003),
    'position.z': keyed((frame) => 0.03 * wave(frame), ++seed, 0.004),
    'rotation.y': { value: 90 },
  },
})
joint('Spine', 'Porter', [0, 0, 0], { x: () => 4, y: (f) => 6 * wave(f, 0.25) }, [-0.55, 0.28], wool)
joint('Head', 'Spine', [0, 0.6, 0], { x: () => -3, y: (f) => -5 * wave(f, 0.25) }, [-0.26, 0.2], skin)
for (const [side, x, part] of [
  ['Left', 0.12, 0],
  ['Right', -0.12, 0.5],
]) {
  const swing = (f) => -26 * wave(f, part)
  const bend = (f) => 24 + 26 * Math.max(-0.6, wave(f, part + 0.2))
  joint(`${side} thigh`, 'Porter', [x, 0, 0], { x: swing, z: () => (x > 0 ? 1.5 : -1.5) }, [0.45, 0.15], cloth)
  joint(`${side} shin`, `${side} thigh`, [0, -0.45, 0], { x: bend }, [0.42, 0.12], cloth)
  joint(
    `${side} foot`,
    `${side} shin`,
    [0, -0.42, 0],
    { x: (f) => -58 - 12 * wave(f, part + 0.35) },
    [0.2, 0.09],
    cloth,
  )
  const shoulder = x * 1.9
  joint(
    `${side} arm`,
    'Spine',
    [shoulder, 0.5, 0],
    { x: (f) => 24 * wave(f, part), z: () => (x > 0 ? 7 : -7) },
    [0.32, 0.11],
    wool,
  )
  joint(`${side} forearm`, `${side} arm`, [0, -0.32, 0], { x: (f) => -22 - 10 * wave(f, part) }, [0.28, 0.09], skin)
  objects.push({
    name: `${side} hand`,
    kind: 'sphere',
    parent: `${side} forearm`,
    channels: {
      'position.x': keyed(() => 0, ++seed, 0.004),
      'position.y': keyed(() => -0.32, ++seed, 0.004),
      'position.z': keyed(() => 0, ++seed, 0.004),
      'shape.radius': { value: 0.07 },
      'look.red': { value: skin[0] },
      'look.green': { value: skin[1] },
      'look.blue': { value: skin[2] },
    },
  })
}

const scene = { format: 'zesty-scene', version: 2, name: 'Show me: layers', rate: '24', range: [1, frames], objects }
writeFileSync(new URL('layers.json', import.meta.url), `${JSON.stringify(scene)}\n`)
