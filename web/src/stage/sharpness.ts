/** Pixel ratios to fall back to, one after the other, while drawing cannot keep up. */
const steps = [1, 0.75, 0.5, 0.35]
/** Twice the screen's own pixels smooth the edges of a picture that stands still. */
const stillRatio = 2
const stillAfter = 220
const tryEvery = 400
const behindShare = 0.05
/** The share of a frame's time that drawing the stage may take; the rest of the page needs some as well. */
const drawingShare = 0.35

/** Chooses the stage's pixel ratio: fewer pixels while playback is behind, all of them, and more, when still. */
export class Sharpness {
  private step = 0
  private countedAt = 0
  private shown = 0
  private dropped = 0
  private timer: ReturnType<typeof setTimeout> | undefined
  private isStill = false
  /** Milliseconds to draw all at ratio 1, the least that was measured. */
  private cost = 0

  constructor(
    private readonly screenRatio: number,
    private readonly drawStill: () => void,
  ) {}

  /** The ratio to draw with now. */
  get ratio(): number {
    return this.isStill ? Math.max(this.screenRatio, stillRatio) : this.movingRatio
  }

  /** The share of the screen's pixels that are drawn while something moves. */
  get pixelShare(): number {
    return steps[this.step]! ** 2
  }

  /** Something moves: draws quickly now, and once more, sharply, when it rests. */
  moved(): void {
    this.isStill = false
    clearTimeout(this.timer)
    this.timer = setTimeout(() => {
      this.isStill = true
      this.drawStill()
    }, stillAfter)
  }

  /**
   * Notes how long a picture took to draw, in milliseconds, at a ratio.
   * @returns the milliseconds that one at the screen's ratio takes. Anything can delay a picture and nothing hurry it, so it is the least so far.
   */
  timed(milliseconds: number, ratio: number): number {
    const cost = milliseconds / ratio ** 2
    this.cost = this.cost === 0 ? cost : Math.min(cost, this.cost)
    return this.cost * Math.min(this.screenRatio, 1) ** 2
  }

  /** What is drawn is another thing now, and takes another time. */
  forget(): void {
    this.cost = 0
  }

  /** Playback begins; it draws the given share of the stage for each frame of so many milliseconds. */
  start(now: number, frameTime: number, share: number): void {
    this.countAnew(now)
    this.step = 0
    const fits = () => this.cost * share * this.movingRatio ** 2 <= frameTime * drawingShare
    while (this.step < steps.length - 1 && !fits()) this.step++
  }

  /** A frame of playback was drawn, and some before it were not. */
  played(now: number, dropped: number): void {
    this.shown++
    this.dropped += dropped
    if (now - this.countedAt < tryEvery) return
    if (this.dropped > behindShare * (this.shown + this.dropped) && this.step < steps.length - 1) this.step++
    this.countAnew(now)
  }

  dispose(): void {
    clearTimeout(this.timer)
  }

  private get movingRatio(): number {
    return Math.min(this.screenRatio, 1) * steps[this.step]!
  }

  private countAnew(now: number): void {
    this.countedAt = now
    this.shown = this.dropped = 0
  }
}
