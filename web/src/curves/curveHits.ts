import { firstAtOrAfter, isHeld, type Keys } from '../scene/keys'
import type { Curve, CurveLane } from './curveLane'
import { xIn, yIn, type Frame } from './curvePath'

export interface KeyHit {
  curve: Curve
  index: number
  time: number
}
export interface HandleHit extends KeyHit {
  side: 'in' | 'out'
}

const reach = 8

/** The key nearest to a point, within reach. */
export function keyAt({ curves }: CurveLane, x: number, y: number): KeyHit | null {
  let best: KeyHit | null = null
  let least = reach
  for (const curve of curves) {
    const { keys, frame } = curve
    const from = firstAtOrAfter(keys, frame.start + (x - reach) / frame.perTick)
    for (let i = from; i < keys.count; i++) {
      const dx = xIn(frame, keys.times[i]!) - x
      if (dx > reach) break
      const distance = Math.hypot(dx, yIn(frame, keys.values[i]!) - y)
      if (distance >= least) continue
      least = distance
      best = { curve, index: i, time: keys.times[i]! }
    }
  }
  return best
}

/** Where a handle ends on the canvas; null where that side of the key is held or has nothing beside it. */
export function handleEnd(frame: Frame, keys: Keys, i: number, side: 'in' | 'out'): { x: number; y: number } | null {
  const segment = side === 'in' ? i - 1 : i
  if (segment < 0 || segment >= keys.count - 1 || isHeld(keys, segment)) return null
  const at = i * 4 + (side === 'in' ? 0 : 2)
  return {
    x: xIn(frame, keys.times[i]! + keys.handles[at]!),
    y: yIn(frame, keys.values[i]! + keys.handles[at + 1]!),
  }
}

/** The handle of a selected key at a point. */
export function handleAt(
  lane: CurveLane,
  x: number,
  y: number,
  selectedTimes: (curve: Curve) => ReadonlySet<number> | undefined,
): HandleHit | null {
  let best: HandleHit | null = null
  let least = reach
  for (const curve of lane.curves) {
    for (const time of selectedTimes(curve) ?? []) {
      const index = firstAtOrAfter(curve.keys, time)
      if (curve.keys.times[index] !== time) continue
      for (const side of ['in', 'out'] as const) {
        const end = handleEnd(curve.frame, curve.keys, index, side)
        if (!end) continue
        const distance = Math.hypot(end.x - x, end.y - y)
        // A handle that lies on its key is out of reach: the key itself is meant.
        if (
          distance >= least ||
          Math.hypot(end.x - xIn(curve.frame, time), end.y - yIn(curve.frame, curve.keys.values[index]!)) < 4
        )
          continue
        least = distance
        best = { curve, index, time, side }
      }
    }
  }
  return best
}

/** A box around the selected keys of a lane, in pixels. */
export interface CurveBox {
  left: number
  right: number
  top: number
  bottom: number
}

export function boxAround(
  lane: CurveLane,
  selectedTimes: (curve: Curve) => ReadonlySet<number> | undefined,
): CurveBox | null {
  const box: CurveBox = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity }
  let count = 0
  for (const curve of lane.curves)
    for (const time of selectedTimes(curve) ?? []) {
      const i = firstAtOrAfter(curve.keys, time)
      if (curve.keys.times[i] !== time) continue
      const [x, y] = [xIn(curve.frame, time), yIn(curve.frame, curve.keys.values[i]!)]
      box.left = Math.min(box.left, x)
      box.right = Math.max(box.right, x)
      box.top = Math.min(box.top, y)
      box.bottom = Math.max(box.bottom, y)
      count++
    }
  return count > 1 ? box : null
}

/** How far beside the keys the box around them is drawn. */
export const boxRoom = 12

/** Which sides of a box are pulled at a point: −1 left or top, 1 right or bottom, 0 neither. */
export function gripAt(box: CurveBox, x: number, y: number): { x: -1 | 0 | 1; y: -1 | 0 | 1 } | null {
  const [left, right] = [box.left - boxRoom, box.right + boxRoom]
  const [top, bottom] = [box.top - boxRoom, box.bottom + boxRoom]
  const near = 6
  if (x < left - near || x > right + near || y < top - near || y > bottom + near) return null
  const grip = {
    x: (Math.abs(x - left) <= near ? -1 : Math.abs(x - right) <= near ? 1 : 0) as -1 | 0 | 1,
    y: (Math.abs(y - top) <= near ? -1 : Math.abs(y - bottom) <= near ? 1 : 0) as -1 | 0 | 1,
  }
  // Keys that all stand on one time, or at one value, are not spread that way.
  if (box.right - box.left < 1) grip.x = 0
  if (box.bottom - box.top < 1) grip.y = 0
  return grip.x === 0 && grip.y === 0 ? null : grip
}
