/** The sound of a beat: short, the last one before the start higher. Silent where the browser gives no sound. */
export class Ticks {
  private context: AudioContext | null = null

  /** Schedules beats. To be called in answer to a press, else browsers keep silent. */
  schedule(seconds: readonly number[]): void {
    try {
      this.context ??= new AudioContext()
      void this.context.resume()
      const now = this.context.currentTime
      seconds.forEach((at, i) => this.tick(now + at, i === seconds.length - 1 ? 1320 : 880))
    } catch {
      // Without sound the count is still seen.
    }
  }

  /** What has not sounded yet does not. */
  stop(): void {
    void this.context?.close()
    this.context = null
  }

  private tick(at: number, pitch: number): void {
    const { destination } = this.context!
    const [tone, loudness] = [this.context!.createOscillator(), this.context!.createGain()]
    tone.frequency.value = pitch
    loudness.gain.setValueAtTime(0.2, at)
    loudness.gain.exponentialRampToValueAtTime(0.001, at + 0.08)
    tone.connect(loudness).connect(destination)
    tone.start(at)
    tone.stop(at + 0.1)
  }
}
