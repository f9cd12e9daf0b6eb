/** Pixel ratios to fall back to, one after the other, while drawing cannot keep up. */
const steps = [1, 0.75, 0.5, 0.35]
/** Twice the screen's own pixels smooth the edges of a picture that stands still. */
const stillRatio = 2
const stillAfter = 220
const tryEvery = 400
const behindShare = 0.05

/** Chooses the stage's pixel ratio: fewer pixels while playback is behind, all of them, and more, when still. */
export class Sharpness {
  private step = 0
  private countedAt = 0
  private shown = 0
  private dropped = 0
  private timer: ReturnType<typeof setTimeout> | undefined
  private isStill = false

  constructor(
    private readonly screenRatio: number,
    private readonly drawStill: () => void,
  ) {}

  /** The ratio to draw with now. */
  get ratio(): number {
    return this.isStill ? Math.max(this.screenRatio, stillRatio) : Math.min(this.screenRatio, 1) * steps[this.step]!
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

  /** Playback begins. */
  start(now: number): void {
    this.countedAt = now
    this.shown = this.dropped = 0
  }

  /** A frame of playback was drawn, and some before it were not. */
  played(now: number, dropped: number): void {
    this.shown++
    this.dropped += dropped
    if (now - this.countedAt < tryEvery) return
    if (this.dropped > behindShare * (this.shown + this.dropped) && this.step < steps.length - 1) this.step++
    this.start(now)
  }

  dispose(): void {
    clearTimeout(this.timer)
  }
}
