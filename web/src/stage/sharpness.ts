/** Pixel ratios to fall back to, one after the other, while drawing cannot keep up. */
const steps = [1, 0.85, 0.71, 0.5, 0.35]
/** With half the pixels. Fewer are drawn only where drawing alone takes too long: the rest of the page is none the quicker for it. */
const halfStep = 2
/** Twice the screen's own pixels smooth the edges of a picture that stands still. */
const stillRatio = 2
const stillAfter = 220
/** Milliseconds that a picture may take while a hand moves something: it shall follow the hand. */
const handTime = 32
const tryEvery = 400
const behindShare = 0.05
/** Where nothing was dropped for so many milliseconds after it fell behind, it may have been for other reasons: once more is tried. */
const calmTime = 3000
/** Finely cut shapes are drawn with so many times fewer parts each way, before the pixels become fewer than half. */
const coarserSteps = [1, 2, 4]
/** Where playing begins while nothing has been measured yet. */
const unmeasuredStep = halfStep
/** So often a picture has to be timed before that is believed: what starts up slows the first ones, by half as it may be. */
const believedAfter = 4
/** The share of a frame's time that drawing the stage may take; the rest of the page needs some as well. Before it is drawn with less than half the pixels it may take more. */
const [drawingShare, mostDrawingShare] = [0.35, 0.6]

/** Chooses the stage's pixel ratio: fewer pixels while playback is behind, all of them, and more, when still. */
export class Sharpness {
  private step = 0
  private coarserStep = 0
  /** When this playback fell behind, or dropped anything after that; null where it did not. */
  private fallenAt: number | null = null
  /** Whether it has tried to rise again since: then it stays where it falls to. */
  private hasTried = false
  private isPlaying = false
  private countedAt = 0
  private shown = 0
  private dropped = 0
  private timer: ReturnType<typeof setTimeout> | undefined
  private isStill = false
  /** Milliseconds to draw all at ratio 1, the least that was measured. */
  private cost = 0
  private timings = 0

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

  /** How many times fewer parts finely cut shapes are drawn with while it plays. */
  get coarser(): number {
    return this.isPlaying ? coarserSteps[this.coarserStep]! : 1
  }

  /** Whether there are finely cut shapes. */
  isFine = false

  /** Something moves: draws quickly now, and once more, sharply, when it rests. */
  moved(): void {
    if (this.isStill && !this.isPlaying) this.fit(handTime, 1)
    this.isStill = false
    this.restLater()
  }

  /** Whether a hand holds something, and will move it again. */
  isHeld = false

  private restLater(): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => {
      if (this.isHeld) {
        this.restLater()
        return
      }
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
    // The first picture of anything takes long for reasons of its own: it is drawn once more.
    if (this.cost === 0 && this.isStill) this.restLater()
    this.cost = this.cost === 0 ? cost : Math.min(cost, this.cost)
    this.timings++
    return this.cost * Math.min(this.screenRatio, 1) ** 2
  }

  /** Whether it was timed often enough. */
  get isSure(): boolean {
    return this.timings >= believedAfter
  }

  /** What is drawn is another thing now, and takes another time. */
  forget(): void {
    this.cost = this.timings = 0
    this.coarserStep = 0
  }

  /** Playback begins; it draws the given share of the stage for each frame of so many milliseconds. */
  start(now: number, frameTime: number, share: number): void {
    this.countAnew(now)
    this.fallenAt = null
    this.hasTried = false
    this.isPlaying = true
    this.fit(frameTime, share)
    if (!this.isFine || this.step <= halfStep) return
    // Corners are what takes long here, more likely than pixels; those go afterwards.
    this.coarserStep = coarserSteps.length - 1
    this.step = halfStep
  }

  stop(): void {
    this.isPlaying = false
  }

  /** A frame of playback was drawn, and some before it were not. */
  played(now: number, dropped: number): void {
    this.shown++
    this.dropped += dropped
    if (now - this.countedAt < tryEvery) return
    if (this.dropped > behindShare * (this.shown + this.dropped)) {
      this.fallenAt = now
      if (this.step < halfStep) this.step++
      else if (this.isFine && this.coarserStep < coarserSteps.length - 1) this.coarserStep++
      else if (this.step < steps.length - 1 && (this.isFine || !this.fits(this.step))) this.step++
    } else if (this.fallenAt === null) {
      if (this.cost > 0 && this.step > 0 && this.fits(this.step - 1)) this.step--
    } else if (this.dropped > 0) this.fallenAt = now
    else if (!this.hasTried && this.step > halfStep && now - this.fallenAt >= calmTime) {
      this.hasTried = true
      this.step--
    }
    this.countAnew(now)
  }

  dispose(): void {
    clearTimeout(this.timer)
  }

  private fits: (step: number) => boolean = () => true

  private fit(frameTime: number, share: number): void {
    this.fits = (step) =>
      this.likelyCost * share * this.ratioAt(step) ** 2 <=
      frameTime * (step < halfStep ? drawingShare : mostDrawingShare)
    this.step = this.cost === 0 ? unmeasuredStep : 0
    while (this.step < steps.length - 1 && !this.fits(this.step)) this.step++
  }

  /** What is cut finely is slow for its corners, and not because it is new. */
  private get likelyCost(): number {
    return this.isSure || this.isFine ? this.cost : this.cost / 2
  }

  private get movingRatio(): number {
    return this.ratioAt(this.step)
  }

  private ratioAt(step: number): number {
    return Math.min(this.screenRatio, 1) * steps[step]!
  }

  private countAnew(now: number): void {
    this.countedAt = now
    this.shown = this.dropped = 0
  }
}
