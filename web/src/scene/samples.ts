import type { BlockMessage, SamplesMessage } from '../api/messages'
import { ownerKey, type OwnerKey } from './owners'

/** The track of an object's speed through space, and of a channel's own. */
export const speedThrough = 'speed'
export const speedOf = (channel: string) => `speed:${channel}`

/** Samples of some frames in a row. */
interface Part {
  first: number
  samples: Float32Array
}

/** One channel's samples: one value where it is still, or parts of it, each of a chunk of frames. */
export class Track {
  private still: number | undefined
  private readonly parts = new Map<number, Part>()
  // Frames are asked for in runs: the part that was looked into last is looked into first.
  private lastChunk = NaN
  private lastPart: Part | undefined

  constructor(private readonly chunk: number) {}

  /** Whether nothing moves it, on whatever frame. */
  get isStill(): boolean {
    return this.still !== undefined
  }

  /** The value on a whole frame; nothing where that is not here. */
  at(frame: number): number | undefined {
    if (this.still !== undefined) return this.still
    const chunk = Math.floor(frame / this.chunk)
    if (chunk !== this.lastChunk) {
      this.lastChunk = chunk
      this.lastPart = this.parts.get(chunk)
    }
    return this.lastPart?.samples[frame - this.lastPart.first]
  }

  /** The least and the most of all that is here, 0 among them. */
  extent(): [number, number] {
    let [low, high] = [Math.min(this.still ?? 0, 0), Math.max(this.still ?? 0, 0)]
    for (const { samples } of this.parts.values())
      for (const value of samples) {
        if (value < low) low = value
        if (value > high) high = value
      }
    return [low, high]
  }

  stand(value: number): void {
    this.still = value
    this.parts.clear()
    this.lastChunk = NaN
  }

  put(chunk: number, part: Part): void {
    this.still = undefined
    this.parts.set(chunk, part)
    this.lastChunk = NaN
  }

  forget(chunk: number): void {
    this.parts.delete(chunk)
    this.lastChunk = NaN
  }
}

/** The samples of a scene that this tab holds: of each chunk of frames none, those of some frames in a row, or all. */
export class SampleBook {
  private readonly byOwner = new Map<OwnerKey, Map<string, Track>>()
  private readonly here = new Map<number, { first: number; last: number }>()

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
      for (const block of blocks) this.takeBlock(block, names, chunk, first, last - first + 1)
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

  /** How many channels move. */
  countMoving(): number {
    let count = 0
    for (const tracks of this.byOwner.values()) for (const track of tracks.values()) if (!track.isStill) count++
    return count
  }

  /** What is seen of a channel on a frame; nothing where that is not here. */
  value(owner: OwnerKey, channel: string, frame: number): number | undefined {
    return this.isHere(frame) ? this.byOwner.get(owner)?.get(channel)?.at(frame) : undefined
  }

  /** The tracks of an owner; the same map as long as the owner lives. */
  tracks(owner: OwnerKey): Map<string, Track> {
    let tracks = this.byOwner.get(owner)
    if (!tracks) this.byOwner.set(owner, (tracks = new Map()))
    return tracks
  }

  drop(owner: OwnerKey): void {
    this.byOwner.delete(owner)
  }

  forget(chunk: number): void {
    this.here.delete(chunk)
    for (const tracks of this.byOwner.values()) for (const track of tracks.values()) track.forget(chunk)
  }

  private takeBlock(block: BlockMessage, names: readonly string[], chunk: number, first: number, count: number): void {
    const tracks = this.tracks(ownerKey(block.owner, block.id))
    const trackOf = (name: string) => {
      let track = tracks.get(name)
      if (!track) tracks.set(name, (track = new Track(this.chunk)))
      return track
    }
    const samples = new Float32Array(aligned(block.samples))
    new Uint16Array(aligned(block.channels)).forEach((name, i) =>
      trackOf(names[name]!).put(chunk, { first, samples: samples.subarray(i * count, (i + 1) * count) }),
    )
    const stills = new Float32Array(aligned(block.stills))
    new Uint16Array(aligned(block.stillChannels)).forEach((name, i) => trackOf(names[name]!).stand(stills[i]!))
  }
}

/** A copy of its own starts at an address that typed arrays can read. */
const aligned = (bytes: Uint8Array) => bytes.slice().buffer
