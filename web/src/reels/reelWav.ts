import { http } from '../api/http'

/** Samples a second of what is heard of a reel, and bytes of one of both sides. */
export const reelRate = 48_000
const bytesEach = 4
/** In so many bytes the samples have begun. */
const headAtMost = 128

/** Reads what is heard of a reel in parts, as they are wanted. */
export class ReelWav {
  private head: Promise<number> | null = null

  constructor(private readonly reel: number) {}

  /** Samples in a row, both sides; silence before the beginning and beyond the end. */
  async read(
    first: number,
    count: number,
    stop: AbortSignal,
  ): Promise<[Float32Array<ArrayBuffer>, Float32Array<ArrayBuffer>]> {
    const head = await (this.head ??= this.headOf(stop).catch((wrong) => {
      this.head = null
      throw wrong
    }))
    const [left, right] = [new Float32Array(count), new Float32Array(count)]
    const before = Math.min(count, Math.max(0, -first))
    if (before === count) return [left, right]
    const from = head + (first + before) * bytesEach
    const bytes = await this.bytes(from, from + (count - before) * bytesEach - 1, stop)
    const there = Math.floor(bytes.byteLength / bytesEach)
    for (let i = 0; i < there; i++) {
      left[before + i] = bytes.getInt16(i * bytesEach, true) / 32767
      right[before + i] = bytes.getInt16(i * bytesEach + 2, true) / 32767
    }
    return [left, right]
  }

  private async headOf(stop: AbortSignal): Promise<number> {
    const head = await this.bytes(0, headAtMost - 1, stop)
    const letters = 'data'
    for (let at = 12; at + 8 <= head.byteLength; at++)
      if ([...letters].every((letter, i) => head.getUint8(at + i) === letter.charCodeAt(0))) return at + 8
    throw new Error('What is heard of this reel cannot be read.')
  }

  private async bytes(first: number, last: number, stop: AbortSignal): Promise<DataView> {
    const answer = await fetch(http.reelSoundAddress(this.reel), {
      headers: { Range: `bytes=${first}-${last}` },
      signal: stop,
    })
    // Nothing stands beyond the end.
    if (answer.status === 416) return new DataView(new ArrayBuffer(0))
    if (answer.status !== 206) throw new Error('What is heard of this reel is not there any more.')
    return new DataView(await answer.arrayBuffer())
  }
}
