import { http } from '../api/http'
import { ticksPerSecond } from './soundTimes'

/** So long a piece lasts, in ticks: half a second. */
export const pieceTicks = ticksPerSecond / 2
/** So many are kept, and asked for at a time. */
const [most, atOnce] = [240, 4]
/** After one did not come, none is asked for so long; in milliseconds. */
const pause = 1000

/** What is heard, in pieces on a fixed grid of time, as far as it has been asked for. */
export class SoundPieces {
  private readonly pieces = new Map<number, AudioBuffer | null>()
  private asked = 0
  private pausedUntil = 0
  private readonly given = new AbortController()

  /**
   * @param fetched Gives the piece of a number.
   * @param come Told when one is here.
   */
  constructor(
    private readonly fetched: (piece: number, stop: AbortSignal) => Promise<AudioBuffer>,
    private readonly come: () => void,
  ) {}

  /** The piece of a number; asked for where it is not here. */
  at(piece: number): AudioBuffer | null {
    const known = this.pieces.get(piece)
    if (
      known === undefined &&
      this.asked < atOnce &&
      !this.given.signal.aborted &&
      performance.now() > this.pausedUntil
    )
      void this.ask(piece)
    return known ?? null
  }

  /** Asks for what will be heard soon. */
  look(tick: number, ahead: number): void {
    for (let piece = Math.floor(tick / pieceTicks); piece <= (tick + ahead) / pieceTicks; piece++) this.at(piece)
  }

  /** Nothing more is asked for, and what is on its way is not waited for. */
  letGo(): void {
    this.given.abort()
    this.pieces.clear()
  }

  private async ask(piece: number): Promise<void> {
    this.asked++
    this.pieces.set(piece, null)
    try {
      this.pieces.set(piece, await this.fetched(piece, this.given.signal))
      while (this.pieces.size > most) this.pieces.delete(this.pieces.keys().next().value!)
    } catch {
      // The server is away, or this is not wanted any more: asked for again when it is.
      this.pieces.delete(piece)
      this.pausedUntil = performance.now() + pause
    } finally {
      this.asked--
    }
    if (this.pieces.get(piece)) this.come()
  }
}

/** Pieces of what is heard of a scene. */
export const piecesOfScene = (scene: number, context: BaseAudioContext) => async (piece: number, stop: AbortSignal) => {
  const { sampleRate } = context
  const count = Math.round(sampleRate / 2)
  const samples = await http.mix(scene, piece * pieceTicks, count, sampleRate, stop)
  const buffer = context.createBuffer(2, count, sampleRate)
  buffer.copyToChannel(samples.subarray(0, count), 0)
  buffer.copyToChannel(samples.subarray(count), 1)
  return buffer
}
