import type { BlockMessage, SamplesMessage } from '../api/messages'
import { ownerKey, type OwnerKey } from './owners'

/** The track of an object's speed through space, and of a channel's own. */
export const speedThrough = 'speed'
export const speedOf = (channel: string) => `speed:${channel}`

/** The rows of what moves, by name. Owners with the same channels share one. */
type Rows = ReadonlyMap<string, number>

/** Samples of some frames in a row: a row of values for each channel that moves. */
interface Part {
  first: number
  count: number
  rows: Rows
  values: Float32Array
}

/** What is known of one owner: one value of what is still, and of what moves parts, each of a chunk of frames. */
class OwnerSamples {
  readonly stills = new Map<string, number>()
  readonly parts = new Map<number, Part>()
  // Frames are asked for in runs: the part that was looked into last is looked into first.
  private lastChunk = NaN
  private lastPart: Part | undefined

  constructor(private readonly chunk: number) {}

  at(name: string, frame: number): number | undefined {
    const still = this.stills.get(name)
    if (still !== undefined) return still
    const chunk = Math.floor(frame / this.chunk)
    if (chunk !== this.lastChunk) {
      this.lastChunk = chunk
      this.lastPart = this.parts.get(chunk)
    }
    const part = this.lastPart
    const row = part?.rows.get(name)
    if (row === undefined || frame < part!.first || frame >= part!.first + part!.count) return undefined
    return part!.values[row * part!.count + frame - part!.first]
  }

  put(chunk: number, part: Part): void {
    this.parts.set(chunk, part)
    this.lastChunk = NaN
  }

  forget(chunk: number): void {
    this.parts.delete(chunk)
    this.lastChunk = NaN
  }

  /** Whether anything is known of a channel. */
  has(name: string): boolean {
    if (this.stills.has(name)) return true
    for (const { rows } of this.parts.values()) if (rows.has(name)) return true
    return false
  }
}

/** One channel's samples, as far as they are here. */
export class Track {
  constructor(
    private readonly of: OwnerSamples,
    private readonly name: string,
  ) {}

  /** Whether nothing moves it, on whatever frame. */
  get isStill(): boolean {
    return this.of.stills.has(this.name)
  }

  /** The value on a whole frame; nothing where that is not here. */
  at(frame: number): number | undefined {
    return this.of.at(this.name, frame)
  }

  /** The least and the most of all that is here, 0 among them. */
  extent(): [number, number] {
    const still = this.of.stills.get(this.name)
    if (still !== undefined) return [Math.min(still, 0), Math.max(still, 0)]
    let [low, high] = [0, 0]
    for (const { rows, count, values } of this.of.parts.values()) {
      const row = rows.get(this.name)
      if (row === undefined) continue
      for (let i = row * count; i < (row + 1) * count; i++) {
        if (values[i]! < low) low = values[i]!
        if (values[i]! > high) high = values[i]!
      }
    }
    return [low, high]
  }
}

/** The samples of a scene that this tab holds: of each chunk of frames none, those of some frames in a row, or all. */
export class SampleBook {
  private readonly byOwner = new Map<OwnerKey, OwnerSamples>()
  private readonly here = new Map<number, { first: number; last: number }>()
  private readonly layouts = new Map<string, Rows>()

  /** @param chunk Frames in a chunk. */
  constructor(readonly chunk: number) {}

  take({ forgotten, pieces }: SamplesMessage): void {
    for (const chunk of forgotten) this.forget(chunk)
    for (const { first, last, isWhole, names, blocks } of pieces) {
      const chunk = this.chunkOf(first)
      const known = this.here.get(chunk)
      if (isWhole) {
        if (known) this.forget(chunk)
        this.here.set(chunk, { first, last })
      } else if (known?.first !== first || known.last !== last) continue
      const layouts = new Map<string, Rows>()
      for (const block of blocks) this.takeBlock(block, names, layouts, chunk, first, last - first + 1)
    }
  }

  chunkOf(frame: number): number {
    return Math.floor(frame / this.chunk)
  }

  /** Whether all that is seen on a frame is here. */
  isHere(frame: number): boolean {
    const known = this.here.get(this.chunkOf(frame))
    return known !== undefined && known.first <= frame && frame <= known.last
  }

  /** How many frames of a chunk are here. */
  countIn(chunk: number): number {
    const known = this.here.get(chunk)
    return known ? known.last - known.first + 1 : 0
  }

  /** The chunks of which something is here. */
  get chunks(): IterableIterator<number> {
    return this.here.keys()
  }

  /** How many values a frame has of what moves, on the frames that are here. */
  get width(): number {
    for (const chunk of this.here.keys()) {
      let count = 0
      for (const { parts } of this.byOwner.values()) count += parts.get(chunk)?.rows.size ?? 0
      return count
    }
    return 0
  }

  /** What is seen of a channel on a frame; nothing where that is not here. */
  value(owner: OwnerKey, channel: string, frame: number): number | undefined {
    return this.isHere(frame) ? this.byOwner.get(owner)?.at(channel, frame) : undefined
  }

  /** A channel's samples; nothing where nothing is known of it. */
  track(owner: OwnerKey, channel: string): Track | undefined {
    const of = this.byOwner.get(owner)
    return of?.has(channel) ? new Track(of, channel) : undefined
  }

  /** Reads an owner's channels on one frame, which has to be here. */
  reader(owner: OwnerKey, frame: number): (channel: string) => number | undefined {
    const of = this.byOwner.get(owner)
    return (channel) => of?.at(channel, frame)
  }

  drop(owner: OwnerKey): void {
    this.byOwner.delete(owner)
  }

  forget(chunk: number): void {
    this.here.delete(chunk)
    for (const of of this.byOwner.values()) of.forget(chunk)
  }

  private takeBlock(
    block: BlockMessage,
    names: readonly string[],
    layouts: Map<string, Rows>,
    chunk: number,
    first: number,
    count: number,
  ): void {
    const owner = ownerKey(block.owner, block.id)
    let of = this.byOwner.get(owner)
    if (!of) this.byOwner.set(owner, (of = new OwnerSamples(this.chunk)))
    if (block.channels.length) {
      const rows = this.rowsOf(block.channels, names, layouts)
      for (const name of rows.keys()) of.stills.delete(name)
      const part = { first, count, rows, values: new Float32Array(aligned(block.samples)) }
      const known = of.parts.get(chunk)
      of.put(chunk, known ? joined(known, part) : part)
    }
    if (!block.stillChannels.length) return
    const stills = new Float32Array(aligned(block.stills))
    new Uint16Array(aligned(block.stillChannels)).forEach((name, i) => of.stills.set(names[name]!, stills[i]!))
  }

  /** The rows of a block's channels: looked up by their numbers within a message, and by their names from message to message. */
  private rowsOf(channels: Uint8Array, names: readonly string[], layouts: Map<string, Rows>): Rows {
    const numbers = String.fromCharCode(...channels)
    const known = layouts.get(numbers)
    if (known) return known
    const own = Array.from(new Uint16Array(aligned(channels)), (number) => names[number]!)
    const key = own.join('\n')
    let rows = this.layouts.get(key)
    if (!rows) this.layouts.set(key, (rows = new Map(own.map((name, row) => [name, row]))))
    layouts.set(numbers, rows)
    return rows
  }
}

/** A part with some of its rows as they are now. */
function joined(known: Part, fresh: Part): Part {
  const { count } = known
  const added = [...fresh.rows.keys()].filter((name) => !known.rows.has(name))
  let { rows, values } = known
  if (added.length) {
    rows = new Map([...known.rows.keys(), ...added].map((name, row) => [name, row]))
    values = new Float32Array(rows.size * count)
    values.set(known.values)
  }
  for (const [name, row] of fresh.rows)
    values.set(fresh.values.subarray(row * count, (row + 1) * count), rows.get(name)! * count)
  return { first: known.first, count, rows, values }
}

/** A copy of its own starts at an address that typed arrays can read. */
const aligned = (bytes: Uint8Array) => bytes.slice().buffer
