import { firstAtOrAfter, type Keys } from '../scene/keys'

/** What a stretch between two points of a warp does to time. */
export interface Stretch {
  /** Played frames of its two ends. */
  from: number
  to: number
  /** Source frames of its two ends. */
  sourceFrom: number
  sourceTo: number
  /** 1 is as it was made, 0 stands still, below 0 runs backwards. */
  speed: number
  kind: 'plain' | 'slow' | 'fast' | 'held' | 'backwards'
}

const plainWithin = 0.005

/**
 * The points of a warp that may be seen between two played frames: those there and as far on both sides again, as a
 * rung may lean far to the side, and one more at each end, so that what goes on beyond is told.
 */
export function pointsInSight(points: Keys, ticksPerFrame: number, first: number, last: number): [number, number] {
  const reach = last - first
  const from = firstAtOrAfter(points, (first - reach) * ticksPerFrame)
  const to = firstAtOrAfter(points, (last + reach) * ticksPerFrame)
  return [Math.max(0, from - 1), Math.min(points.count, to + 1)]
}

/** The stretches between the points of a warp, or some of them, by their mean speed. Jumps of a tick are left out. */
export function stretchesOf(points: Keys, ticksPerFrame: number, [first, end] = [0, points.count]): Stretch[] {
  const stretches: Stretch[] = []
  for (let i = first; i + 1 < end; i++) {
    const from = points.times[i]! / ticksPerFrame
    const to = points.times[i + 1]! / ticksPerFrame
    if (to - from < 1e-4) continue
    const [sourceFrom, sourceTo] = [points.values[i]!, points.values[i + 1]!]
    const isHeld = ((points.modes[i]! >> 4) & 7) === 0 || (points.modes[i + 1]! & 7) === 0
    const speed = isHeld ? 0 : (sourceTo - sourceFrom) / (to - from)
    stretches.push({ from, to, sourceFrom, sourceTo: isHeld ? sourceFrom : sourceTo, speed, kind: kindOf(speed) })
  }
  return stretches
}

function kindOf(speed: number): Stretch['kind'] {
  if (Math.abs(speed) < 1e-6) return 'held'
  if (speed < 0) return 'backwards'
  if (Math.abs(speed - 1) <= plainWithin) return 'plain'
  return speed < 1 ? 'slow' : 'fast'
}

/** A stretch in a few words. */
export function wordsOf({ speed, kind, from, to }: Stretch): string {
  const percent = `${Number((Math.abs(speed) * 100).toPrecision(3))} %`
  if (kind === 'held') {
    const frames = to - from
    return frames < 1 ? 'held, less than a frame' : `held ${Number(frames.toFixed(1))} frames`
  }
  return kind === 'backwards' ? `${percent} backwards` : `${percent} speed`
}

/** How far apart the rungs stand, in whole frames, so that they can be told apart. */
export function rungStep(pixelsPerFrame: number): number {
  for (const step of [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000]) if (step * pixelsPerFrame >= 5) return step
  return 10_000
}

/** The frame at which a warp's points end, where that is not where the scene does; else null. */
export function misfitOf(points: Keys, ticksPerFrame: number, range: readonly [number, number]): number | null {
  if (points.count === 0) return null
  const end = Math.round(points.times[points.count - 1]! / ticksPerFrame)
  // A warp may end with the last frame, or where the one after it would start.
  return Math.abs(end - range[1]) > 1 ? end : null
}
