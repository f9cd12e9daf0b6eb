import type { KeySet } from '../api/http'
import { firstAtOrAfter, noKeys, type Keys } from '../scene/keys'
import type { Lane, LaneChannel } from './lanes'
import { shownKeys, type ShownKeys } from '../scene/shownKeys'

export const keysOf = ({ object, name }: LaneChannel): Keys => object.channels.get(name)?.keys ?? noKeys

/** The keys of a channel where a lane shows them: in source, or as they are played. */
export const shownOf = ({ object, name }: LaneChannel, played: boolean): ShownKeys =>
  shownKeys(object.channels.get(name), played)

/** The time of the key in a lane that is shown nearest to a time, in ticks; null where the lane has none. */
export function nearestTime(lane: Lane, ticks: number, played = false): number | null {
  let best: number | null = null
  for (const channel of lane.channels) {
    const keys = shownOf(channel, played)
    const at = firstAtOrAfter(keys, ticks)
    for (const time of [keys.times[at - 1], keys.times[at]])
      if (time !== undefined && (best === null || Math.abs(time - ticks) < Math.abs(best - ticks))) best = time
  }
  return best
}

/** The time at which the next key in a lane on one side of a time is shown; null where there is none. */
export function neighbourTime(lane: Lane, ticks: number, way: -1 | 1, played = false): number | null {
  let best: number | null = null
  for (const channel of lane.channels) {
    const keys = shownOf(channel, played)
    const time = way === 1 ? keys.times[firstAtOrAfter(keys, ticks + 0.5)] : keys.times[firstAtOrAfter(keys, ticks) - 1]
    if (time !== undefined && (best === null || (time - best) * way < 0)) best = time
  }
  return best
}

/** The keys of lanes that are shown from one time to another, both included. */
export function keysBetween(lanes: readonly Lane[], from: number, to: number, played = false): KeySet[] {
  const seen = new Set<ShownKeys>()
  const sets: KeySet[] = []
  for (const lane of lanes)
    for (const channel of lane.channels) {
      const keys = shownOf(channel, played)
      if (keys.count === 0 || seen.has(keys)) continue
      seen.add(keys)
      const times = keys.own.slice(firstAtOrAfter(keys, from), firstAtOrAfter(keys, to + 0.5))
      if (times.length) sets.push({ object: channel.object.id, channel: channel.name, times: [...times] })
    }
  return sets
}
