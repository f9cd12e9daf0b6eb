import { SimpleFilter, SoundTouch } from 'soundtouchjs'
import type { SoundPieces } from './soundPieces'

/** So much longer a piece is, for it to go out while the next one comes in; in seconds. */
export const overlap = 0.01
/** So much of the pieces before and after is listened to, in seconds of what is heard. */
const margin = 0.15
/**
 * How long the parts are that are laid anew one after the other, how far each is moved to fit the one before, and how
 * long they overlap; in milliseconds. Shorter ones than usual: a beat stays one beat, on its frame.
 */
const cut = [40, 15, 8] as const
/** So many samples are made at a time. */
const atOnce = 4096
const most = 120

/** Pieces of what is heard, played faster or slower with the pitch that they have. */
export class StretchedPieces {
  private readonly made = new Map<number, AudioBuffer>()

  constructor(
    private readonly context: BaseAudioContext,
    private readonly pieces: SoundPieces,
    private readonly speed: number,
  ) {}

  /** Whether these are of other pieces, or of another speed. */
  isOf = (pieces: SoundPieces, speed: number) => pieces === this.pieces && speed === this.speed

  /** The piece of a number, which overlaps with the next; nothing where what it is made of is not here. */
  at(number: number): AudioBuffer | null {
    const known = this.made.get(number)
    if (known) return known
    const [before, piece, after] = [-1, 0, 1].map((off) => this.pieces.at(number + off))
    if (!before || !piece || !after) return null
    const made = this.stretch([before, piece, after])
    this.made.set(number, made)
    while (this.made.size > most) this.made.delete(this.made.keys().next().value!)
    return made
  }

  private stretch(three: AudioBuffer[]): AudioBuffer {
    const { sampleRate: rate, length } = three[1]!
    const sides = [0, 1].map((side) => {
      const all = new Float32Array(length * 3)
      three.forEach((each, i) => all.set(each.getChannelData(side), i * length))
      return all
    })
    const first = length - Math.round(margin * rate)
    const pipe = new SoundTouch()
    pipe.tempo = this.speed
    pipe.stretch.setParameters(rate, ...cut)
    const filter = new SimpleFilter(
      {
        extract(target: Float32Array, frames: number, position: number) {
          for (let i = 0; i < frames; i++)
            for (const side of [0, 1]) target[i * 2 + side] = sides[side]![first + position + i] ?? 0
          return frames
        },
      },
      pipe,
    )
    const skipped = Math.round((margin * rate) / this.speed)
    const wanted = Math.round(length / this.speed + overlap * rate)
    const made = this.context.createBuffer(2, wanted, rate)
    const [left, right] = [made.getChannelData(0), made.getChannelData(1)]
    const room = new Float32Array(atOnce * 2)
    for (let at = -skipped; at < wanted;) {
      const count = filter.extract(room, Math.min(atOnce, wanted - at))
      if (count === 0) break
      for (let i = Math.max(0, -at); i < count; i++) {
        left[at + i] = room[i * 2]!
        right[at + i] = room[i * 2 + 1]!
      }
      at += count
    }
    return made
  }
}
