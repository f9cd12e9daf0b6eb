/** Notes what is laid down to be heard, in pages that are opened from now on. */
export const listening = (context) =>
  context.addInitScript(() => {
    const start = AudioBufferSourceNode.prototype.start
    window.laid = []
    window.plainStart = start
    AudioBufferSourceNode.prototype.start = function (at = 0, offset = 0, length = 0) {
      const { buffer, playbackRate, context } = this
      window.heardBy = context
      const [samples, rate] = [buffer.getChannelData(0), buffer.sampleRate]
      window.laid.push({ at, offset, length, speed: playbackRate.value, samples, rate })
      return start.call(this, at, offset, length)
    }
  })

/** When clicks are heard of all that has been laid down, in seconds of the audio clock, rendered apart from it. */
export const clicksHeard = (on) =>
  on.evaluate(async () => {
    const rate = window.heardBy.sampleRate
    const end = Math.max(...window.laid.map(({ at, length, speed }) => at + length / speed))
    const apart = new OfflineAudioContext(1, Math.ceil(end * rate) + 1, rate)
    for (const { at, offset, length, speed, samples, rate: own } of window.laid.filter((each) => each.length > 0)) {
      const buffer = apart.createBuffer(1, samples.length, own)
      buffer.copyToChannel(samples, 0)
      const source = apart.createBufferSource()
      source.buffer = buffer
      source.playbackRate.value = speed
      source.connect(apart.destination)
      window.plainStart.call(source, at, offset, length)
    }
    const heard = (await apart.startRendering()).getChannelData(0)
    const found = []
    for (let i = 1; i < heard.length; i++)
      if (Math.abs(heard[i]) > 0.4 && (!found.length || i - found.at(-1) > rate / 50)) found.push(i)
    return found.map((i) => i / rate)
  })
