import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { useScene } from '../scene/sceneStore'

const narrowest = 3

/** Which stretch of frames the desk shows. */
export const useTimeView = defineStore('timeView', () => {
  const scene = useScene()
  const first = ref(0)
  const last = ref(100)
  /** The frames from the first to the last thing that there is: the scene range, and keys and clips outside it. */
  const reach = computed<[number, number]>(() => {
    void scene.rowsVersion
    const { range, ticksPerFrame } = scene.settings
    let [start, end] = range
    for (const object of scene.model.objects.values())
      for (const { keys } of object.channels.values()) {
        if (keys.count === 0) continue
        start = Math.min(start, Math.floor(keys.times[0]! / ticksPerFrame))
        end = Math.max(end, Math.ceil(keys.times[keys.count - 1]! / ticksPerFrame))
      }
    for (const { times } of scene.model.placed.values()) {
      start = Math.min(start, Math.floor(times[0]! / ticksPerFrame))
      end = Math.max(end, Math.ceil(times[1]! / ticksPerFrame))
    }
    return [start, end]
  })

  /** Shows a stretch, within reach of the scene range and never narrower than three frames. */
  function show(from: number, to: number): void {
    const [start, end] = reach.value
    const room = Math.max(20, (end - start + 1) * 0.5)
    let span = Math.min(Math.max(to - from, narrowest), end - start + 2 * room)
    let left = from + (to - from - span) / 2
    left = Math.min(Math.max(left, start - room), end + room - span)
    span = Math.max(span, narrowest)
    first.value = left
    last.value = left + span
  }

  function showAll(): void {
    const [start, end] = scene.settings.range
    const margin = (end - start + 1) * 0.02 + 0.5
    show(start - margin, end + margin)
  }

  function showWork(): void {
    const [start, end] = scene.settings.work
    const margin = (end - start + 1) * 0.04 + 0.5
    show(start - margin, end + margin)
  }

  /** Zooms about a frame; a factor above 1 shows more. */
  function zoom(factor: number, about: number): void {
    const span = last.value - first.value
    const [start, end] = reach.value
    const widest = (end - start + 1) * 2 + 40
    const wanted = Math.min(Math.max(span * factor, narrowest), widest)
    const part = (about - first.value) / span
    show(about - part * wanted, about + (1 - part) * wanted)
  }

  function pan(frames: number): void {
    show(first.value + frames, last.value + frames)
  }

  /** Brings a frame into view if it is not. */
  function reveal(frame: number): void {
    const span = last.value - first.value
    if (frame < first.value || frame > last.value) show(frame - span * 0.1, frame + span * 0.9)
  }

  return { first, last, reach, show, showAll, showWork, zoom, pan, reveal }
})
