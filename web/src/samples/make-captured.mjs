// Makes keeper.bvh: the keeper of the lighthouse walks three seconds along the pier, at 60 moments a second, as a suit with
// markers would have taken it: a little unsteady. Everything in it is made up here.
//
//   node web/src/samples/make-captured.mjs

import { writeFileSync } from 'node:fs'

const [moments, perSecond, stride] = [180, 60, 66]
const turns = 'Zrotation Xrotation Yrotation'
/** Name, parent, offset in centimetres, and the degrees about z, x and y at a moment. */
const joints = [
  ['Hips', null, [0, 92, 0], (t) => [2 * wave(t, 0.25), 3 + shake(1, t), 4 * wave(t)]],
  ['Spine', 'Hips', [0, 22, 0], (t) => [-1.5 * wave(t, 0.25), 2 + shake(2, t), -5 * wave(t)]],
  ['Head', 'Spine', [0, 34, 2], (t) => [shake(3, t), -4 + 2 * wave(2 * t, 0.1), 2 * wave(t)]],
  ['Left arm', 'Spine', [19, 24, 0], (t) => [8 + shake(4, t), 24 * wave(t, 0.5), 0]],
  ['Left forearm', 'Left arm', [4, -28, 0], (t) => [0, -18 - 10 * wave(t, 0.55), 0]],
  ['Right arm', 'Spine', [-19, 24, 0], (t) => [-8 + shake(5, t), 24 * wave(t), 0]],
  ['Right forearm', 'Right arm', [-4, -28, 0], (t) => [0, -18 - 10 * wave(t, 0.05), 0]],
  ['Left thigh', 'Hips', [10, -4, 0], (t) => [shake(6, t), -28 * wave(t), 0]],
  ['Left shin', 'Left thigh', [0, -42, 0], (t) => [0, 22 + 22 * wave(t, 0.3), 0]],
  ['Right thigh', 'Hips', [-10, -4, 0], (t) => [shake(7, t), -28 * wave(t, 0.5), 0]],
  ['Right shin', 'Right thigh', [0, -42, 0], (t) => [0, 22 + 22 * wave(t, 0.8), 0]],
]
const ends = {
  Head: [0, 22, 0],
  'Left forearm': [0, -26, 0],
  'Right forearm': [0, -26, 0],
  'Left shin': [0, -42, 10],
  'Right shin': [0, -42, 10],
}

function wave(moment, part = 0) {
  return Math.sin((moment / stride + part) * 2 * Math.PI)
}
/** The same small unsteadiness each time: waves that never meet. */
function shake(seed, moment) {
  return 0.5 * Math.sin(moment * 0.61 + seed * 1.7) + 0.3 * Math.sin(moment * 1.93 + seed * 3.1)
}

function block([name, parent, offset], pad) {
  const inside = joints.filter(([, above]) => above === name)
  const place = parent ? '' : 'Xposition Yposition Zposition '
  const end = [`${pad}  End Site`, `${pad}  {`, `${pad}    OFFSET ${ends[name]?.join(' ')}`, `${pad}  }`]
  return [
    `${pad}${parent ? 'JOINT' : 'ROOT'} ${name}`,
    `${pad}{`,
    `${pad}  OFFSET ${offset.join(' ')}`,
    `${pad}  CHANNELS ${parent ? 3 : 6} ${place}${turns}`,
    ...(inside.length ? inside.flatMap((each) => block(each, `${pad}  `)) : end),
    `${pad}}`,
  ]
}

const rows = Array.from({ length: moments }, (_, t) => {
  const place = [2 * wave(t), 92 + 2.5 * Math.abs(wave(t)) - 1.2, (t / perSecond) * 118]
  return [...place, ...joints.flatMap(([, , , turned]) => turned(t))].map((value) => value.toFixed(2)).join(' ')
})
const text = [
  'HIERARCHY',
  ...block(joints[0], ''),
  'MOTION',
  `Frames: ${moments}`,
  `Frame Time: ${(1 / perSecond).toFixed(7)}`,
  ...rows,
  '',
]
writeFileSync(new URL('keeper.bvh', import.meta.url), text.join('\n'))
