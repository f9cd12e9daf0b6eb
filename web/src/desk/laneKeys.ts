import { noKeys, type Keys } from '../scene/keys'
import type { Lane } from './lanes'

const merged = new WeakMap<Keys, { parts: Keys[]; whole: Keys }>()

/** The keys of a lane; a lane over several channels shows one stem for each time at which any of them has a key. */
export function keysOf(lane: Lane): Keys {
  const parts = lane.channels.map(({ channel }) => channel.keys)
  if (parts.length === 0) return noKeys
  if (parts.length === 1) return parts[0]!
  const known = merged.get(parts[0]!)
  if (known && known.parts.length === parts.length && known.parts.every((part, i) => part === parts[i]))
    return known.whole
  const whole = merge(parts)
  merged.set(parts[0]!, { parts, whole })
  return whole
}

export function merge(parts: readonly Keys[]): Keys {
  const total = parts.reduce((sum, part) => sum + part.count, 0)
  const order = new Float64Array(total)
  const modeAt = new Map<number, number>()
  let at = 0
  for (const part of parts) {
    order.set(part.times, at)
    at += part.count
    for (let i = 0; i < part.count; i++) if (!modeAt.has(part.times[i]!)) modeAt.set(part.times[i]!, part.modes[i]!)
  }
  order.sort()
  const times = order.filter((time, i) => i === 0 || time !== order[i - 1])
  return {
    count: times.length,
    times,
    values: new Float64Array(times.length),
    modes: Uint8Array.from(times, (time) => modeAt.get(time)!),
  }
}
