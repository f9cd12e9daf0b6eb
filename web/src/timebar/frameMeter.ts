/** Counts what playback really showed: frames drawn in the last second, and frames passed over. */
export class FrameMeter {
  dropped = 0
  rate = 0
  private last = -1
  private times: number[] = []

  start(): void {
    this.dropped = 0
    this.rate = 0
    this.goOn()
  }

  /** Counts on from another frame, or after a while in which nothing could be drawn. */
  goOn(): void {
    this.last = -1
    this.times = []
  }

  /**
   * Notes that the clock has come to a frame, counted from the start.
   * @returns whether it is another frame than the last one.
   */
  passed(count: number): boolean {
    if (count === this.last) return false
    if (this.last >= 0) this.dropped += count - this.last - 1
    this.last = count
    return true
  }

  /** Notes that a frame has been drawn, at a time in milliseconds. */
  drawn(now: number): void {
    this.times.push(now)
    while (this.times.length > 2 && now - this.times[0]! > 1000) this.times.shift()
    const span = now - this.times[0]!
    this.rate = span > 0 ? ((this.times.length - 1) * 1000) / span : 0
  }
}
