import { writeFileSync } from 'node:fs'
import { join } from 'node:path'

const keys = (...each) => ({ keys: each.map(([frame, value, more]) => ({ frame, value, ...more })) })
const held = { in: 'hold', out: 'hold' }

/** A scene with a path scaled unevenly, something on it that mirrors itself, an aim, jumps between frames, quaternions, a layer, a bend and sway. */
export function busy(folder) {
  const scene = {
    format: 'zesty-scene',
    version: 2,
    name: 'Busy bay',
    rate: '24',
    range: [1, 120],
    objects: [
      {
        name: 'Route',
        kind: 'path',
        points: [
          { at: [0, 0, 0], kind: 'smooth' },
          { at: [4, 0, 2], kind: 'smooth' },
          { at: [9, 1, 0], kind: 'corner' },
        ],
        channels: { 'scale.x': { value: 2 }, 'rotation.y': keys([1, 0], [100, 90]) },
      },
      {
        name: 'Boat',
        kind: 'box',
        follow: { path: 'Route' },
        channels: { 'follow.travel': keys([1, 0], [60, 1], [110, 0.2]), 'scale.x': keys([1, 1], [60, -1]) },
      },
      {
        name: 'Mast',
        kind: 'cylinder',
        parent: 'Boat',
        channels: { 'position.y': { value: 2 }, 'rotation.z': keys([3, 0], [40, 720], [90, -300]) },
      },
      {
        name: 'Eye',
        kind: 'camera',
        aim: { at: 'Mast', axis: '-z' },
        channels: { 'position.y': { value: 6 }, 'position.z': keys([1, 10], [50, 4]) },
      },
      {
        name: 'Hop',
        kind: 'sphere',
        channels: {
          'position.x': keys([1, 0, held], [20.5, 3, held], [60, 1, held]),
          'position.y': keys([1, 0], [20.5, 3], [60, 1]),
          visible: keys([1, 1, held], [30, 0, held]),
          'look.opacity': keys([1, 1], [50, 0.2]),
        },
      },
      {
        name: 'Vane',
        kind: 'box',
        rotation: 'quaternion',
        channels: {
          'rotation.x': keys([1, 0], [30, 170], [60, -100]),
          'rotation.y': keys([1, 0], [30, 70], [60, 100]),
        },
      },
      {
        name: 'Bent',
        kind: 'box',
        deformers: [{ name: 'Lean', kind: 'bend' }],
        channels: {
          'position.z': { value: -6 },
          'shape.height': { value: 4 },
          'shape.segmentsY': { value: 12 },
          'deform.Lean.strength': keys([1, 0], [30, 90], [60, -40]),
        },
      },
      {
        name: 'Sun',
        kind: 'light',
        channels: { 'light.kind': { value: 1 }, 'light.intensity': keys([1, 1], [40, 5]) },
      },
    ],
    layers: [{ name: 'Touch-up', mode: 'add', channels: { 'Vane/position.y': keys([10, 0], [20, 2], [30, 0]) } }],
  }
  const file = join(folder, 'busy.zesty.json')
  writeFileSync(file, JSON.stringify(scene))
  return file
}
