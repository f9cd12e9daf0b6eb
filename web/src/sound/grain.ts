/** So long it comes in and goes out, in seconds. */
const ramp = 0.004
/** The shortest that is heard of a frame, in seconds. */
const shortest = 0.06

/** Lets a frame be heard, at once. @param offset Where in the piece it begins, in seconds; @param frame how long it lasts. */
export function hearGrain(context: AudioContext, piece: AudioBuffer, offset: number, frame: number): void {
  const [source, gain] = [context.createBufferSource(), context.createGain()]
  const [now, length] = [context.currentTime, Math.max(shortest, frame)]
  source.buffer = piece
  source.connect(gain).connect(context.destination)
  gain.gain.setValueAtTime(0, now)
  gain.gain.linearRampToValueAtTime(1, now + ramp)
  gain.gain.setValueAtTime(1, now + length - ramp)
  gain.gain.linearRampToValueAtTime(0, now + length)
  source.start(now, offset, length)
}
