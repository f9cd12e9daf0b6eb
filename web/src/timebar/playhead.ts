import { defineStore } from 'pinia'
import { refThrottled } from '@vueuse/core'
import { computed, ref } from 'vue'
import { drawSoon, eachFrame } from '../scene/drawLoop'
import { useScene } from '../scene/sceneStore'
import { FrameMeter } from './frameMeter'

/** Where now is, and playing. While playing the clock rules: frames are passed over when drawing is slow. */
export const usePlayhead = defineStore('playhead', () => {
  const scene = useScene()
  const frame = ref(1)
  const playing = ref(false)
  /** As `frame`, but while playing only a few times a second: for numbers, which nobody can read faster. */
  const seldom = refThrottled(frame, 160)
  const readFrame = computed(() => (playing.value ? seldom.value : frame.value))
  const shownRate = ref(0)
  const dropped = ref(0)
  const work = computed(() => scene.settings.work)

  const meter = new FrameMeter()
  let startedAt = 0
  let startedFrom = 0
  let stopStepping: (() => void) | null = null

  function goTo(wanted: number): void {
    const target = Math.round(wanted)
    if (playing.value) startFrom(target)
    if (target === frame.value) return
    frame.value = target
    void scene.sampleAround(target)
  }

  function startFrom(from: number): void {
    startedAt = performance.now()
    startedFrom = from
    meter.start()
  }

  function play(): void {
    const [first, last] = work.value
    if (frame.value < first || frame.value > last) goTo(first)
    playing.value = true
    dropped.value = 0
    startFrom(frame.value)
    stopStepping ??= eachFrame(step)
  }

  function stop(): void {
    playing.value = false
    stopStepping?.()
    stopStepping = null
  }

  function step(now: number): void {
    const [first, last] = work.value
    const length = last - first + 1
    const passed = Math.max(0, Math.floor(((now - startedAt) * scene.settings.framesPerSecond) / 1000 + 1e-6))
    const next = first + ((startedFrom - first + passed) % length)
    if (!meter.passed(passed)) return
    frame.value = next
    void scene.sampleAround(next)
    // Counted once the frame has been drawn, not when it was due.
    drawSoon(() => {
      meter.drawn(performance.now())
      shownRate.value = meter.rate
      dropped.value = meter.dropped
    })
  }

  const toggle = () => (playing.value ? stop() : play())

  return { frame, readFrame, playing, shownRate, dropped, goTo, play, stop, toggle }
})
