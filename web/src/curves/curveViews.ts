import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { curvesOf, type Lane, type LaneChannel } from '../desk/lanes'
import { keysOf } from '../desk/laneKeys'
import type { SampleBook, Track } from '../scene/samples'
import { useSelection } from '../scene/selection'
import { laneOf } from '../scene/owners'
import type { Keys } from '../scene/keys'

/** The values at the lower and upper edge. */
export interface ValueRange {
  low: number
  high: number
}

const fits = new WeakMap<Keys, ValueRange>()

/** The values that a curve's keys and handles reach. */
function reachOf(keys: Keys): ValueRange {
  const known = fits.get(keys)
  if (known) return known
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < keys.count; i++) {
    const value = keys.values[i]!
    const [inEnd, outEnd] = [value + keys.handles[i * 4 + 1]!, value + keys.handles[i * 4 + 3]!]
    low = Math.min(low, value, inEnd, outEnd)
    high = Math.max(high, value, inEnd, outEnd)
  }
  const range = { low, high }
  fits.set(keys, range)
  return range
}

/** What is seen of a lane's channel, where layers lie over it. */
export const resultOf = ({ overs, channels: [own] }: Lane, book: SampleBook): Track | undefined =>
  overs?.length && own ? book.track(own.object.id, own.name) : undefined

/** A range with some room, and never of no height. */
function roomy({ low, high }: ValueRange): ValueRange {
  if (!(high >= low)) return { low: 0, high: 1 }
  const span = high - low
  const room = span > 1e-9 * Math.max(1, Math.abs(high)) ? span * 0.12 : Math.max(Math.abs(high) * 0.5, 0.5)
  return { low: low - room, high: high + room }
}

const around = (ranges: readonly ValueRange[]): ValueRange => ({
  low: Math.min(...ranges.map(({ low }) => low)),
  high: Math.max(...ranges.map(({ high }) => high)),
})

/** Which values tall lanes show: each lane all of its curves, unless it has been zoomed. */
export const useCurveViews = defineStore('curveViews', () => {
  const selection = useSelection()
  const zoomed = shallowRef<ReadonlyMap<string, ValueRange>>(new Map())
  /** Lanes whose channels each fill the height by themselves. */
  const normalised = shallowRef<ReadonlySet<string>>(new Set())
  /** Channels whose curves are hidden. */
  const hidden = shallowRef<ReadonlySet<string>>(new Set())
  let frozen: string | null = null
  /** What is seen of a lane's channel beside its own curves. */
  let seenIn: (lane: Lane) => Track | undefined = () => undefined
  const seeBy = (how: typeof seenIn) => (seenIn = how)

  const shown = (lane: Lane): LaneChannel[] =>
    hidden.value.size
      ? curvesOf(lane).filter(({ object, name }) => !hidden.value.has(laneOf(object.id, name)))
      : curvesOf(lane)

  /** How a channel's values are counted in a lane: (value − offset) · factor. */
  function scaleOf(lane: Lane, channel: LaneChannel): { offset: number; factor: number } {
    if (!normalised.value.has(lane.id)) return { offset: 0, factor: 1 }
    const { low, high } = reachOf(keysOf(channel))
    return { offset: low, factor: high - low > 1e-12 ? 1 / (high - low) : 1 }
  }

  function fitted(lane: Lane): ValueRange {
    if (normalised.value.has(lane.id)) return roomy({ low: 0, high: 1 })
    const ranges = shown(lane)
      .map(keysOf)
      .filter(({ count }) => count)
      .map(reachOf)
    const seen = seenIn(lane)
    if (seen) {
      const [low, high] = seen.extent()
      ranges.push({ low, high })
    }
    return roomy(around(ranges))
  }

  const rangeOf = (lane: Lane): ValueRange => zoomed.value.get(lane.id) ?? fitted(lane)

  function show(lane: Lane, range: ValueRange): void {
    if (!(range.high - range.low > 1e-12)) return
    zoomed.value = new Map(zoomed.value).set(lane.id, range)
    if (frozen === lane.id) frozen = null
  }

  /** Zooms about a part of the height, 0 at the bottom; a factor above 1 shows more. */
  function zoom(lane: Lane, factor: number, about: number): void {
    const { low, high } = rangeOf(lane)
    const middle = low + (high - low) * about
    show(lane, { low: middle - (middle - low) * factor, high: middle + (high - middle) * factor })
  }

  function pan(lane: Lane, part: number): void {
    const { low, high } = rangeOf(lane)
    const by = (high - low) * part
    show(lane, { low: low + by, high: high + by })
  }

  /** Shows all values again, in one lane or in all. */
  function showAll(lane?: Lane): void {
    const next = new Map(lane ? zoomed.value : [])
    if (lane) next.delete(lane.id)
    zoomed.value = next
  }

  /** Shows the values of the selected keys in the lanes that have some. */
  function showSelected(lanes: readonly Lane[]): void {
    const next = new Map(zoomed.value)
    for (const lane of lanes) {
      if (!lane.curves) continue
      let [low, high] = [Infinity, -Infinity]
      for (const channel of shown(lane)) {
        const times = selection.selectedTimes(channel.object.id, channel.name)
        if (!times) continue
        const { offset, factor } = scaleOf(lane, channel)
        const keys = keysOf(channel)
        for (let i = 0; i < keys.count; i++) {
          if (!times.has(keys.times[i]!)) continue
          const value = (keys.values[i]! - offset) * factor
          low = Math.min(low, value)
          high = Math.max(high, value)
        }
      }
      if (high >= low) next.set(lane.id, roomy({ low, high }))
    }
    zoomed.value = next
  }

  /** While a hand drags, the values shown stay what they are. */
  function freeze(lane: Lane): void {
    if (zoomed.value.has(lane.id)) return
    zoomed.value = new Map(zoomed.value).set(lane.id, fitted(lane))
    frozen = lane.id
  }

  function thaw(): void {
    if (frozen === null) return
    const next = new Map(zoomed.value)
    next.delete(frozen)
    zoomed.value = next
    frozen = null
  }

  function toggleNormalised(lane: Lane): void {
    const next = new Set(normalised.value)
    if (!next.delete(lane.id)) next.add(lane.id)
    normalised.value = next
    showAll(lane)
  }

  function toggleHidden({ object, name }: LaneChannel): void {
    const next = new Set(hidden.value)
    const key = laneOf(object.id, name)
    if (!next.delete(key)) next.add(key)
    hidden.value = next
  }

  return {
    seeBy,
    zoomed,
    normalised,
    hidden,
    shown,
    scaleOf,
    rangeOf,
    zoom,
    pan,
    showAll,
    showSelected,
    freeze,
    thaw,
    toggleNormalised,
    toggleHidden,
  }
})
