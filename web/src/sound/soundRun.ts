import type { Ending } from '../timebar/playOrder'
import { legAfter } from './legs'
import { pieceTicks, type SoundPieces } from './soundPieces'
import { ticksPerSecond } from './soundTimes'
import { overlap, StretchedPieces } from './stretched'

/** So far ahead sound is laid down, and so often it is looked after; in seconds and milliseconds. */
const [ahead, often] = [2, 60]
/** So far ahead is asked for what is to be laid down, in pieces. */
const askedAhead = 8
/** What is heard later than so soon need not be stretched yet, where something has been just now; in seconds. */
const soon = 0.4
/** What would begin earlier than so soon is left out. */
const soonest = 0.02
/** So long what is heard goes out where it ends, in seconds. */
const ramp = 0.004

/** How something is played. */
export interface Course {
  /** Frames a second. */
  rate: number
  speed: number
  /** Whether the pitch stays when it is played faster or slower. */
  keepsPitch: boolean
  ending: Ending
  range: readonly number[]
  ticksPerFrame: number
}

/** Lets what is played forwards be heard, from a moment on until it is ended. */
export class SoundRun {
  private readonly out: GainNode
  private readonly timer: ReturnType<typeof setInterval>
  /** What has been laid down: frames since it began. */
  private along = 0

  /**
   * @param from The frame that it starts from.
   * @param at The context's time of that, in seconds.
   * @param course How it is played.
   * @param pieces What is heard of it, now.
   * @param silent Told where it plays backwards.
   */
  constructor(
    private readonly context: AudioContext,
    private readonly from: number,
    private readonly at: number,
    private readonly course: Course,
    private readonly pieces: () => SoundPieces,
    private readonly silent: () => void,
  ) {
    this.out = context.createGain()
    this.out.connect(context.destination)
    this.timer = setInterval(() => this.lay(), often)
    this.lay()
  }

  /** What comes in from a moment on, and goes out after so many seconds while the next comes in. */
  private faded(start: number, seconds: number): GainNode {
    const fade = this.context.createGain()
    fade.connect(this.out)
    fade.gain.setValueAtTime(0, start)
    fade.gain.linearRampToValueAtTime(1, start + overlap)
    fade.gain.setValueAtTime(1, start + Math.max(seconds, overlap))
    fade.gain.linearRampToValueAtTime(0, start + Math.max(seconds, overlap) + overlap)
    return fade
  }

  private stretched: StretchedPieces | null = null
  private stretchedAt(pieces: SoundPieces, number: number): AudioBuffer | null {
    const { speed } = this.course
    if (!this.stretched?.isOf(pieces, speed)) this.stretched = new StretchedPieces(this.context, pieces, speed)
    return this.stretched.at(number)
  }

  /** What is laid down and not heard yet never is. */
  end(): void {
    clearInterval(this.timer)
    this.out.gain.setTargetAtTime(0, this.context.currentTime, ramp)
    setTimeout(() => this.out.disconnect(), 100)
  }

  /** Lays down what is to be heard next. */
  lay(): void {
    const { context, course } = this
    const { rate, speed, ending, range, ticksPerFrame } = course
    for (let laid = 0; laid < 64; laid++) {
      const at = this.at + this.along / rate
      if (at > context.currentTime + ahead) return
      const leg = legAfter(range, this.from, this.along, ending)
      if (leg.left <= 0) return
      if (leg.way === -1) {
        this.silent()
        this.along += leg.left
        continue
      }
      // What should have begun already is begun where it would be by now.
      const late = context.currentTime + soonest - at
      if (late > 0) {
        this.along += Math.min(late * rate, leg.left)
        continue
      }
      const tick = leg.frame * ticksPerFrame
      const number = Math.floor(tick / pieceTicks + 1e-9)
      const pieces = this.pieces()
      pieces.look(tick, pieceTicks * askedAhead * Math.max(1, speed))
      const isStretched = course.keepsPitch && speed !== 1
      if (isStretched && laid > 0 && at > context.currentTime + soon) return
      const piece = isStretched ? this.stretchedAt(pieces, number) : pieces.at(number)
      if (!piece) return
      const offset = Math.max(0, tick - number * pieceTicks) / ticksPerSecond
      const frames = Math.min(leg.left, ((number + 1) * pieceTicks - tick) / ticksPerFrame)
      const source = context.createBufferSource()
      source.buffer = piece
      // On whole samples one follows the other without a gap.
      const [start, seconds] = [
        Math.round(at * context.sampleRate) / context.sampleRate,
        (frames * ticksPerFrame) / ticksPerSecond,
      ]
      if (isStretched) {
        source.connect(this.faded(start, seconds / speed))
        source.start(start, offset / speed, seconds / speed + overlap)
      } else {
        source.connect(this.out)
        source.playbackRate.value = speed
        source.start(start, offset, seconds)
      }
      this.along += frames
    }
  }
}
