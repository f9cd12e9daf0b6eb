import type { Ending } from '../timebar/playOrder'

/** A stretch that is played in one go. */
export interface Leg {
  /** Where it is; it need not be whole. */
  frame: number
  way: 1 | -1
  /** So many frames are left of it; none where playing has ended. */
  left: number
}

/**
 * Where playing forwards has come to, between frames too; see `frameAfter`, which counts whole ones.
 * @param from The frame that it started from.
 * @param along How many frames have passed since.
 */
export function legAfter([first, last]: readonly number[], from: number, along: number, ending: Ending): Leg {
  const length = last! - first! + 1
  if (ending === 'once') return { frame: from + along, way: 1, left: Math.max(0, last! + 1 - from - along) }
  if (ending === 'loop' || length === 1) {
    const at = settled(from - first! + along, length)
    return { frame: first! + at, way: 1, left: length - at }
  }
  const around = 2 * (length - 1)
  const at = settled(from - first! + along, around)
  const half = length - 1
  return at < half
    ? { frame: first! + at, way: 1, left: half - at }
    : { frame: last! - (at - half), way: -1, left: around - at }
}

/** The rest of a division; what is all but whole rounds is a new one. */
function settled(value: number, by: number): number {
  const rest = ((value % by) + by) % by
  return by - rest < 1e-6 ? 0 : rest
}
