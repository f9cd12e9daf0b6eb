/** What happens at the end of the range. */
export type Ending = 'once' | 'loop' | 'bounce'

/** Where playback has come to. */
export interface Played {
  frame: number
  /** Which way it goes from here: 1 forwards, -1 backwards. */
  way: 1 | -1
  /** Whether playing once has come to its end. */
  ended: boolean
}

/**
 * Where playback has come to.
 * @param first First frame of the range.
 * @param last Last frame of the range; played.
 * @param from The frame that it started from, inside the range.
 * @param way 1 forwards, -1 backwards.
 * @param passed Whole frames passed since, 0 or more.
 */
export function frameAfter(
  first: number,
  last: number,
  from: number,
  way: 1 | -1,
  passed: number,
  ending: Ending,
): Played {
  const length = last - first + 1
  if (ending === 'once') {
    const left = way === 1 ? last - from : from - first
    return { frame: from + way * Math.min(passed, left), way, ended: passed > left }
  }
  if (ending === 'loop') return { frame: first + modulo(from - first + way * passed, length), way, ended: false }
  if (length === 1) return { frame: first, way, ended: false }
  // There and back is a loop of twice the range without its ends counted twice.
  const around = 2 * (length - 1)
  const start = way === 1 ? from - first : around - (from - first)
  const at = modulo(start + passed, around)
  const isOnTheWayBack = at >= length - 1
  return { frame: first + (at < length ? at : around - at), way: isOnTheWayBack ? -1 : 1, ended: false }
}

const modulo = (value: number, by: number) => ((value % by) + by) % by
