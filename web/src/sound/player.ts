import { useDocumentVisibility, useEventListener, useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { watch } from 'vue'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { legAfter } from './legs'
import { MixPieces, pieceTicks } from './mixPieces'
import { SoundClock } from './soundClock'
import { useSounds } from './sounds'
import { ticksPerSecond } from './soundTimes'

/** So far ahead sound is laid down, and so often it is looked after; in seconds and milliseconds. */
const [ahead, often] = [0.6, 60]
/** What would begin earlier than so soon is left out. */
const soonest = 0.02
/** So long what is heard of a frame comes in and goes out, and the shortest that is heard of one; in seconds. */
const [ramp, shortest] = [0.004, 0.06]

/** Lets the scene's sounds be heard: while playing, as the picture goes, and of each frame that is gone to. */
export const usePlayer = defineStore('player', () => {
  const scene = useScene()
  const sounds = useSounds()
  const playhead = usePlayhead()
  const notices = useNotices()
  /** Whether this window is heard. */
  const isOn = useStorage('zesty-sound', true)

  let context: AudioContext | null = null
  let clock: SoundClock | null = null
  let pieces: MixPieces | null = null
  let piecesOf = ''
  /** What a run of playing has laid down, and where the next is to be: frames since it began. */
  let run: { out: GainNode; along: number; from: number; at: number } | null = null
  let timer: ReturnType<typeof setInterval> | undefined
  let isTold = false

  const isWanted = () => isOn.value && scene.id !== null && sounds.all.length > 0
  const ticksPerFrame = () => scene.settings.ticksPerFrame

  /** Browsers let nothing be heard before something is pressed. @returns whether something can be heard. */
  function wake(): boolean {
    if (!context) {
      try {
        context = new AudioContext({ latencyHint: 'interactive' })
      } catch {
        if (isOn.value) notices.problem('This browser lets no sound be heard: there is nothing to hear it by.')
        isOn.value = false
        return false
      }
      const made = (clock = new SoundClock(context))
      playhead.goBy(() => made.ahead())
    }
    if (context.state === 'suspended') void context.resume()
    return true
  }

  /** The pieces of the scene as it is now. */
  function mix(): MixPieces {
    const now = `${scene.id} ${scene.revision} ${scene.loads}`
    if (!pieces || piecesOf !== now) {
      pieces?.letGo()
      pieces = new MixPieces(scene.id!, context!, () => lay())
      piecesOf = now
    }
    return pieces
  }

  function begin(): void {
    end()
    if (!isWanted() || !playhead.playing || visibility.value === 'hidden') return
    if (playhead.pace === 'everyFrame' || playhead.way === -1) return tellSilent()
    if (!wake()) return
    const out = context!.createGain()
    out.connect(context!.destination)
    const { at, frame } = playhead.began()
    run = { out, along: 0, from: frame, at: clock!.contextAt(at) }
    timer ??= setInterval(lay, often)
    lay()
  }

  /** What is laid down and not heard yet never is. */
  function end(): void {
    clearInterval(timer)
    timer = undefined
    if (!run || !context) return
    const { out } = run
    out.gain.setTargetAtTime(0, context.currentTime, ramp)
    setTimeout(() => out.disconnect(), 100)
    run = null
  }

  /** Lays down what is to be heard next. */
  function lay(): void {
    if (!run || !context || !playhead.playing) return
    const { wantedRate, speed, ending, range } = playhead
    const { sampleRate } = context
    for (let laid = 0; laid < 64; laid++) {
      const at = run.at + run.along / wantedRate
      if (at > context.currentTime + ahead) return
      const leg = legAfter(range, run.from, run.along, ending)
      if (leg.left <= 0) return
      if (leg.way === -1) {
        tellSilent()
        run.along += leg.left
        continue
      }
      // What should have begun already is begun where it would be by now.
      const late = context.currentTime + soonest - at
      if (late > 0) {
        run.along += Math.min(late * wantedRate, leg.left)
        continue
      }
      const tick = leg.frame * ticksPerFrame()
      const number = Math.floor(tick / pieceTicks + 1e-9)
      mix().look(tick, pieceTicks * 3 * Math.max(1, speed))
      const piece = mix().at(number)
      if (!piece) return
      const offset = Math.max(0, tick - number * pieceTicks) / ticksPerSecond
      const frames = Math.min(leg.left, ((number + 1) * pieceTicks - tick) / ticksPerFrame())
      const source = context.createBufferSource()
      source.buffer = piece
      source.playbackRate.value = speed
      source.connect(run.out)
      // On whole samples one follows the other without a gap.
      source.start(Math.round(at * sampleRate) / sampleRate, offset, (frames * ticksPerFrame()) / ticksPerSecond)
      run.along += frames
    }
  }

  function tellSilent(): void {
    if (isTold) return
    isTold = true
    notices.say(
      playhead.pace === 'everyFrame'
        ? 'Sound is heard in real time only, and not while every frame is drawn.'
        : 'Sound is silent on the way back.',
    )
  }

  /** A grain of the frame that somebody has gone to. */
  function hearFrame(): void {
    if (playhead.playing || !isWanted() || !context || context.state !== 'running') return
    const tick = playhead.frame * ticksPerFrame()
    const number = Math.floor(tick / pieceTicks + 1e-9)
    const piece = mix().at(number)
    mix().look(tick - pieceTicks, pieceTicks * 3)
    if (!piece) return
    const length = Math.max(shortest, ticksPerFrame() / ticksPerSecond)
    const [source, gain] = [context.createBufferSource(), context.createGain()]
    const now = context.currentTime
    source.buffer = piece
    source.connect(gain).connect(context.destination)
    gain.gain.setValueAtTime(0, now)
    gain.gain.linearRampToValueAtTime(1, now + ramp)
    gain.gain.setValueAtTime(1, now + length - ramp)
    gain.gain.linearRampToValueAtTime(0, now + length)
    source.start(now, (tick - number * pieceTicks) / ticksPerSecond, length)
  }

  // Who does not see the page has its timers slowed down: what is heard would have gaps.
  const visibility = useDocumentVisibility()
  watch(() => [playhead.playing, playhead.runs, isOn.value, sounds.all.length > 0, visibility.value], begin, {
    flush: 'sync',
  })
  watch(
    () => playhead.playing,
    (playing) => playing && (isTold = false),
    { flush: 'sync' },
  )
  watch(() => playhead.frame, hearFrame)
  // What is heard first is asked for before it is wanted.
  const look = () => {
    if (!playhead.playing && isWanted() && context) mix().look(playhead.frame * ticksPerFrame(), pieceTicks * 2)
  }
  watch(() => [scene.id, scene.revision, sounds.all.length], look)
  watch(
    () => scene.id,
    () => {
      end()
      pieces?.letGo()
      pieces = null
    },
  )
  useEventListener(window, ['pointerdown', 'keydown'], () => void (isWanted() && wake() && look()), { capture: true })

  return { isOn, toggle: () => (isOn.value = !isOn.value) }
})
