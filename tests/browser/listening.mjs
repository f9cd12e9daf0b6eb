/**
 * Notes what is laid down to be heard, in pages that are opened from now on: where it goes and, where that is silenced
 * before, when it was.
 */
export const listening = (context) =>
  context.addInitScript(() => {
    const start = AudioBufferSourceNode.prototype.start
    const [connect, disconnect] = [AudioNode.prototype.connect, AudioNode.prototype.disconnect]
    window.laid = []
    window.plainStart = start
    window.plainConnect = connect
    AudioNode.prototype.connect = function (to, ...rest) {
      this.goesTo = to
      return connect.call(this, to, ...rest)
    }
    AudioNode.prototype.disconnect = function (...what) {
      // It has gone out before it is taken away.
      this.silentFrom ??= this.context.currentTime - 0.1
      return disconnect.call(this, ...what)
    }
    AudioBufferSourceNode.prototype.start = function (at = 0, offset = 0, length = 0) {
      const { buffer, playbackRate, context } = this
      window.heardBy = context
      const [samples, rate] = [buffer.getChannelData(0), buffer.sampleRate]
      let out = this
      while (out.goesTo && out.goesTo !== context.destination) out = out.goesTo
      window.laid.push({ at, offset, length, speed: playbackRate.value, samples, rate, out })
      return start.call(this, at, offset, length)
    }
  })

/**
 * When clicks are laid down to be heard, in seconds of the audio clock, rendered apart from it: for each run of playing,
 * with what was silenced before it was heard.
 */
export const clicksOfRuns = (on) =>
  on.evaluate(async () => {
    const rate = window.heardBy.sampleRate
    const laid = window.laid.filter((each) => each.length > 0)
    const runs = []
    for (const out of new Set(laid.map((each) => each.out))) {
      const own = laid.filter((each) => each.out === out)
      const end = Math.max(...own.map(({ at, length, speed }) => at + length / speed))
      const apart = new OfflineAudioContext(1, Math.ceil(end * rate) + 1, rate)
      for (const { at, offset, length, speed, samples, rate: its } of own) {
        const buffer = apart.createBuffer(1, samples.length, its)
        buffer.copyToChannel(samples, 0)
        const source = apart.createBufferSource()
        source.buffer = buffer
        source.playbackRate.value = speed
        window.plainConnect.call(source, apart.destination)
        window.plainStart.call(source, at, offset, length)
      }
      const heard = (await apart.startRendering()).getChannelData(0)
      const found = []
      for (let i = 1; i < heard.length; i++)
        if (Math.abs(heard[i]) > 0.4 && (!found.length || i - found.at(-1) > rate / 50)) found.push(i)
      runs.push({ clicks: found.map((i) => i / rate), silentFrom: out.silentFrom ?? null })
    }
    return runs
  })

/** When clicks are heard, in seconds of the audio clock. */
export async function clicksHeard(on) {
  const runs = await clicksOfRuns(on)
  return runs
    .flatMap(({ clicks, silentFrom }) => clicks.filter((click) => silentFrom === null || click < silentFrom))
    .sort((one, other) => one - other)
}
