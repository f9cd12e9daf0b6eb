import { firstAtOrAfter } from '../scene/keys'
import type { DeskPicture } from './deskDraw'
import { shownOf } from './laneKeys'
import type { Lane } from './lanes'
import type { LanePicture } from './laneDraw'
import type { ShownKeys } from '../scene/shownKeys'

/** What is known of a column of pixels: that a key stands there, several, a selected one, one that waits outside the range. */
export const [one, several, selected, waiting] = [1, 2, 4, 8]
/** Keys a little outside the picture reach into it. */
export const margin = 12
/** A lane that stands for more channels than this is not read anew from end to end for each picture. */
const many = 40

/** The keys of a lane by the columns of pixels that they stand on; the first column lies `margin` before the picture. */
export interface LaneColumns {
  count: number
  marks: Uint8Array
  /** Of the first key on a column: how it is arrived at and left, and its time. */
  modes: Uint8Array
  times: Float64Array
  /** Whether there are keys before the picture, and after it. */
  isBefore: boolean
  isAfter: boolean
}

interface Part {
  keys: ShownKeys
  some: ReadonlySet<number> | undefined
}

/** The columns of those channels of a lane that have not changed lately. */
interface Base {
  view: string
  parts: Part[]
  /** Those that have, by their places: they come on top. */
  left: Set<number>
  columns: LaneColumns
}

const scratch = made(0)
const bases = new Map<string, Base>()

/** The columns of a lane. What is returned is good until it is asked for again. */
export function laneColumns(
  lane: Lane,
  p: DeskPicture,
  { selectedTimes, played }: Pick<LanePicture, 'selectedTimes' | 'played'>,
): LaneColumns {
  const parts = lane.channels.map((channel) => ({
    keys: shownOf(channel, played),
    some: selectedTimes(channel.object.id, channel.name),
  }))
  const count = Math.ceil(p.width) + 2 * margin
  if (parts.length <= many) {
    clear(scratch, count)
    for (const part of parts) add(scratch, p, part)
    return scratch
  }
  const base = baseOf(lane.id, p, parts, count)
  copy(base.columns, scratch)
  for (const i of base.left) add(scratch, p, parts[i]!)
  return scratch
}

function baseOf(id: string, p: DeskPicture, parts: Part[], count: number): Base {
  const view = [p.width, p.first, p.last, p.ticksPerFrame, ...p.range, parts.length].join(' ')
  let base = bases.get(id)
  const isSameView = base?.view === view
  const changed = isSameView
    ? parts.flatMap(({ keys, some }, i) => {
        const was = base!.parts[i]!
        return !base!.left.has(i) && (was.keys !== keys || was.some !== some) ? [i] : []
      })
    : []
  if (isSameView && changed.length === 0) return base!
  if (bases.size > 8) bases.clear()
  base = { view, parts, left: new Set([...(isSameView ? base!.left : []), ...changed]), columns: made(count) }
  parts.forEach((part, i) => base!.left.has(i) || add(base!.columns, p, part))
  bases.set(id, base)
  return base
}

function add(columns: LaneColumns, p: DeskPicture, { keys, some }: Part): void {
  if (keys.count === 0) return
  const { marks, modes, times } = columns
  const scale = p.width / ((p.last - p.first) * p.ticksPerFrame)
  const start = p.first * p.ticksPerFrame
  const to = start + (p.width + margin) / scale
  columns.isBefore ||= keys.times[0]! < start
  columns.isAfter ||= keys.times[keys.count - 1]! > start + p.width / scale
  // A key outside the scene range waits there: it is not played, and not lost.
  const [rangeStart, rangeEnd] = p.range.map((frame) => frame * p.ticksPerFrame) as [number, number]
  for (let i = firstAtOrAfter(keys, start - margin / scale); i < keys.count; i++) {
    const time = keys.times[i]!
    if (time > to) break
    const x = Math.round((time - start) * scale) + margin
    const mark = marks[x]!
    if (mark === 0) {
      times[x] = time
      modes[x] = keys.modes[i]!
      marks[x] = one | (time < rangeStart || time > rangeEnd ? waiting : 0)
    } else if (times[x] !== time) marks[x] = mark | several
    if (some?.has(keys.own[i]!)) marks[x] = marks[x]! | selected
  }
}

function made(count: number): LaneColumns {
  return {
    count,
    marks: new Uint8Array(count),
    modes: new Uint8Array(count),
    times: new Float64Array(count),
    isBefore: false,
    isAfter: false,
  }
}

function clear(columns: LaneColumns, count: number): void {
  if (columns.marks.length < count) Object.assign(columns, made(count))
  else columns.marks.fill(0)
  Object.assign(columns, { count, isBefore: false, isAfter: false })
}

function copy(from: LaneColumns, to: LaneColumns): void {
  clear(to, from.count)
  to.marks.set(from.marks)
  to.modes.set(from.modes)
  to.times.set(from.times)
  Object.assign(to, { isBefore: from.isBefore, isAfter: from.isAfter })
}
