import type { Edit, KeySet } from '../api/http'
import { laneOf } from '../scene/owners'
import { boxRoom, type CurveBox, type HandleHit } from './curveHits'
import type { Curve, CurveLane } from './curveLane'
import { xIn, yIn } from './curvePath'

export interface Point {
  x: number
  y: number
}

/** What is pulled in a tall lane. */
export type Pull =
  | { kind: 'keys'; from: Point; frame: number; value: number; curve: Curve }
  | { kind: 'handle'; hit: HandleHit }
  | { kind: 'spread'; box: CurveBox; grip: { x: -1 | 0 | 1; y: -1 | 0 | 1 } }

/** What a pull depends on beside the hand. */
export interface PullScene {
  lane: CurveLane
  /** The keys that were selected when it began. */
  held: readonly KeySet[]
  /** The frame at a place, in pixels. */
  frameAt: (x: number) => number
  /** A frame, or a number of them, as far as it is to be whole. */
  rounded: (frames: number) => number
  ticksPerFrame: number
  snaps: boolean
  /** Handles move without the ones on the other side. */
  alone: boolean
}

export interface Pulled {
  edit: Edit
  /** In a few words, for beside the pointer. */
  told: string
}

type Held = Pick<MouseEvent, 'shiftKey' | 'ctrlKey' | 'altKey'>

/** The edit that a pull to a place makes. */
export function pulled(pull: Pull, to: Point, keys: Held, scene: PullScene): Pulled {
  if (pull.kind === 'keys') return moved(pull, to, keys, scene)
  return pull.kind === 'handle' ? bent(pull, to, keys, scene) : spread(pull, to, keys, scene)
}

const shown = (value: number) => String(Number(value.toPrecision(4)))
const signed = (value: number) => `${value > 0 ? '+' : ''}${shown(value)}`

/** Keys go both ways, or with Shift only the way that the hand has gone furthest. */
function moved(
  { from, frame, value, curve }: Extract<Pull, { kind: 'keys' }>,
  to: Point,
  { shiftKey }: Held,
  scene: PullScene,
): Pulled {
  let [dx, dy] = [to.x - from.x, to.y - from.y]
  if (shiftKey) {
    if (Math.abs(dx) >= Math.abs(dy)) dy = 0
    else dx = 0
  }
  const frames = scene.rounded(scene.frameAt(from.x + dx) - scene.frameAt(from.x))
  const rise = riseOf(curve, dy)
  // Keys of other lanes go along in time only.
  const values = scene.held.map((set) => {
    const own = curveOf(scene.lane, set)
    return own && dy !== 0 ? riseOf(own, dy) : 0
  })
  return {
    edit: { edit: 'moveKeys', keys: [...scene.held], frames, values: dy === 0 ? null : values, meet: 'keepBoth' },
    told: `${shown(frame)} → ${shown(frame + frames)}   ${shown(value)} → ${shown(value + rise)}`,
  }
}

/** A handle goes where the hand goes; with Shift it keeps its length in time, and with Alt the other side its place. */
function bent(
  { hit }: Extract<Pull, { kind: 'handle' }>,
  to: Point,
  { shiftKey, altKey }: Held,
  scene: PullScene,
): Pulled {
  const { frame, keys, channel } = hit.curve
  const i = hit.index
  const sign = hit.side === 'in' ? -1 : 1
  const length = shiftKey
    ? Math.abs(keys.handles[i * 4 + (hit.side === 'in' ? 0 : 2)]!)
    : Math.max(0, sign * (to.x - xIn(frame, hit.time))) / frame.perTick
  const value = (yIn(frame, keys.values[i]!) - to.y) / frame.perValue
  const frames = (sign * length) / scene.ticksPerFrame
  return {
    edit: {
      edit: 'setHandle',
      object: channel.object.id,
      channel: channel.name,
      time: hit.time,
      side: hit.side,
      frames,
      value,
      alone: altKey || scene.alone,
    },
    told: `${signed(frames)} frames   ${signed(value)}`,
  }
}

/** The side that is pulled moves; the other side stays, or with Ctrl the middle. */
function spread(
  { box, grip }: Extract<Pull, { kind: 'spread' }>,
  point: Point,
  { ctrlKey }: Held,
  scene: PullScene,
): Pulled {
  const x = spreadOf(box.left, box.right, grip.x, point.x, ctrlKey)
  const y = spreadOf(box.top, box.bottom, grip.y, point.y, ctrlKey)
  const [about, from] = [scene.frameAt(x.about), scene.frameAt(x.grip)]
  const side = Math.sign(from - about)
  // Never through what stays, and never onto it.
  const to = about + side * Math.max(0.01, side * (scene.rounded(scene.frameAt(x.to)) - about))
  const factor = grip.y === 0 ? 1 : (y.to - y.about) / (y.grip - y.about)
  const values = scene.held.map((set) => {
    const own = curveOf(scene.lane, set)
    return own
      ? { about: own.frame.offset + (own.frame.base - y.about) / own.frame.perValue, factor }
      : { about: 0, factor: 1 }
  })
  const told = [
    grip.x !== 0 && `${((100 * (to - about)) / (from - about)).toFixed(0)} % time`,
    grip.y !== 0 && `${(100 * factor).toFixed(0)} % value`,
  ]
  return {
    edit: {
      edit: 'scaleKeys',
      keys: [...scene.held],
      about,
      from: grip.x === 0 ? about + 1 : from,
      to: grip.x === 0 ? about + 1 : to,
      onFrames: scene.snaps && grip.x !== 0,
      values: grip.y === 0 ? null : values,
      meet: 'keepBoth',
    },
    told: told.filter(Boolean).join('   '),
  }
}

function spreadOf(low: number, high: number, side: -1 | 0 | 1, to: number, aboutMiddle: boolean) {
  const [grip, other] = side === -1 ? [low, high] : [high, low]
  return { grip, about: aboutMiddle ? (low + high) / 2 : other, to: to - side * boxRoom }
}

const curveOf = (lane: CurveLane, set: KeySet) =>
  lane.curves.find(({ channel }) => laneOf(channel.object.id, channel.name) === laneOf(set.object, set.channel))

/** How much a value changes by some pixels down, in steps that a pixel can tell apart. */
function riseOf({ frame }: Curve, dy: number): number {
  const step = 10 ** Math.floor(Math.log10(1 / Math.abs(frame.perValue)))
  return Number((Math.round(-dy / frame.perValue / step) * step).toPrecision(12))
}
