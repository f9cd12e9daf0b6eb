import type { Channel } from './sceneRows'
import { firstAtOrAfter, noKeys, type Keys } from './keys'

/** The keys of a channel where a lane shows them, in rising order, and the times that they are pointed at by. */
export interface ShownKeys {
  count: number
  /** Where they are shown, in ticks. */
  times: Float64Array
  /** Their own times, in source. */
  own: Float64Array
  modes: Uint8Array
}

const inSource = new WeakMap<Keys, ShownKeys>()
const asPlayed = new WeakMap<Float64Array, ShownKeys>()

/** The keys where they stand, or where they are seen through the warps. */
export function shownKeys(channel: Channel | undefined, played: boolean): ShownKeys {
  const keys = channel?.keys ?? noKeys
  if (played && channel?.played && channel.played.length === keys.count) return seen(keys, channel.played)
  let known = inSource.get(keys)
  if (!known) inSource.set(keys, (known = { count: keys.count, times: keys.times, own: keys.times, modes: keys.modes }))
  return known
}

/** A warp may run backwards, and some keys are never seen. */
function seen(keys: Keys, played: Float64Array): ShownKeys {
  const known = asPlayed.get(played)
  if (known) return known
  const order = [...played.keys()].filter((i) => !Number.isNaN(played[i]!)).sort((a, b) => played[a]! - played[b]!)
  const shown: ShownKeys = {
    count: order.length,
    times: Float64Array.from(order, (i) => played[i]!),
    own: Float64Array.from(order, (i) => keys.times[i]!),
    modes: Uint8Array.from(order, (i) => keys.modes[i]!),
  }
  asPlayed.set(played, shown)
  return shown
}

/**
 * The own time of the key that is seen on a frame; undefined where none is.
 * Through a warp a key is seen to the tick only where frames fall on ticks, so a thousandth of a frame counts as on it.
 */
export function keyOnFrame(channel: Channel | undefined, frame: number, ticksPerFrame: number): number | undefined {
  const keys = shownKeys(channel, true)
  const at = frame * ticksPerFrame
  const near = keys.own === keys.times ? 0.5 : ticksPerFrame / 1000
  let best: number | undefined
  for (let i = firstAtOrAfter(keys, at - near); i < keys.count && keys.times[i]! <= at + near; i++)
    if (best === undefined || Math.abs(keys.times[i]! - at) < Math.abs(keys.times[best]! - at)) best = i
  return best === undefined ? undefined : keys.own[best]
}
