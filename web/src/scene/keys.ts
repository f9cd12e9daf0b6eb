import { interpolations, keySize, type Interpolation } from '../api/messages'

/** A channel's keys in columns, in rising time. */
export interface Keys {
  count: number
  /** Ticks. */
  times: Float64Array
  values: Float64Array
  /** Four for each key: ticks and value of the arriving handle, then of the leaving one, as offsets from the key. */
  handles: Float32Array
  /** Bits 0–2 arrive, bits 4–6 leave. */
  modes: Uint8Array
}

export const noKeys: Keys = {
  count: 0,
  times: new Float64Array(),
  values: new Float64Array(),
  handles: new Float32Array(),
  modes: new Uint8Array(),
}

export function unpackKeys(bytes: Uint8Array | null): Keys {
  if (!bytes) return noKeys
  const count = bytes.length / keySize
  // A copy of its own starts at an address that typed arrays can read.
  const { buffer } = bytes.slice()
  return {
    count,
    times: new Float64Array(buffer, 0, count),
    values: new Float64Array(buffer, count * 8, count),
    handles: new Float32Array(buffer, count * 16, count * 4),
    modes: new Uint8Array(buffer, count * 32, count),
  }
}

/** Keys with all but some at the start and the end replaced. */
export function splicedKeys(known: Keys, head: number, tail: number, bytes: Uint8Array | null): Keys {
  const between = unpackKeys(bytes)
  if (!bytes || head + tail === 0) return between
  const splice = <T extends Float64Array | Float32Array | Uint8Array>(column: T, fresh: T, width = 1): T => {
    const whole = new (column.constructor as new (length: number) => T)((head + between.count + tail) * width)
    whole.set(column.subarray(0, head * width))
    whole.set(fresh, head * width)
    whole.set(column.subarray(column.length - tail * width), (head + between.count) * width)
    return whole
  }
  return {
    count: head + between.count + tail,
    times: splice(known.times, between.times),
    values: splice(known.values, between.values),
    handles: splice(known.handles, between.handles, 4),
    modes: splice(known.modes, between.modes),
  }
}

export const inOf = (modes: number): Interpolation => interpolations[modes & 7] ?? 'clamped'
export const outOf = (modes: number): Interpolation => interpolations[(modes >> 4) & 7] ?? 'clamped'

/** Whether the stretch from one key to the next is held: it stands at the earlier value and jumps at the later key. */
export const isHeld = ({ modes }: Keys, i: number) => ((modes[i]! >> 4) & 7) === 0 || (modes[i + 1]! & 7) === 0

/** The index of the first key at or after a time. */
export function firstAtOrAfter(keys: Pick<Keys, 'count' | 'times'>, ticks: number): number {
  let low = 0
  let high = keys.count
  while (low < high) {
    const middle = (low + high) >>> 1
    if (keys.times[middle]! < ticks) low = middle + 1
    else high = middle
  }
  return low
}
