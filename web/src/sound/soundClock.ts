/** What differs by more is another time altogether, and not jitter; in milliseconds. */
const jump = 150
/** So much of the way to what is told now it goes each time it is asked. */
const smooth = 0.05

/**
 * How the clock of the sound that is heard stands to the page's. Playing goes by the sound's: the page's may be a little
 * faster or slower, and sound cannot be hurried.
 */
export class SoundClock {
  /** Playing's clock is the context's less so much; none while nothing is heard. */
  private apart: number | null = null
  private shown = 0

  constructor(private readonly context: AudioContext) {}

  /** How far playing's clock is ahead of the page's, in milliseconds. */
  ahead(): number {
    if (this.context.state !== 'running') {
      this.apart = null
      return this.shown
    }
    const now = this.raw()
    this.apart ??= now - this.shown
    const off = now - this.apart - this.shown
    // It stood still for a while, or the page did: playing goes on from where it is.
    if (Math.abs(off) > jump) this.apart = now - this.shown
    else this.shown += off * smooth
    return this.shown
  }

  /** The moment of the context, in seconds, at which a moment of playing's clock, in milliseconds, is heard. */
  contextAt(moment: number): number {
    this.ahead()
    return (moment + (this.apart ?? 0)) / 1000
  }

  /** The context's clock, as it is heard, less the page's. */
  private raw(): number {
    const { contextTime, performanceTime } = this.context.getOutputTimestamp()
    // Before anything is heard there is no such pair.
    return contextTime && performanceTime
      ? contextTime * 1000 - performanceTime
      : this.context.currentTime * 1000 - performance.now()
  }
}
