import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { shownKeys } from '../scene/shownKeys'

const narrowest = 3

/** Which stretch of frames the desk shows. */
export const useTimeView = defineStore('timeView', () => {
  const scene = useScene()
  const playhead = usePlayhead()
  const first = ref(0)
  const last = ref(100)
  const things = computed<[number, number]>(() => {
    void scene.keysVersion
    const { range, ticksPerFrame } = scene.settings
    let [start, end] = range
    for (const object of scene.model.objects.values())
      for (const channel of object.channels.values())
        // Where they stand and where they are seen: the desk shows one or the other.
        for (const { count, times } of [channel.keys, shownKeys(channel, true)]) {
          if (count === 0) continue
          start = Math.min(start, Math.floor(times[0]! / ticksPerFrame))
          end = Math.max(end, Math.ceil(times[count - 1]! / ticksPerFrame))
        }
    for (const { times } of scene.model.placed.values()) {
      start = Math.min(start, Math.floor(times[0]! / ticksPerFrame))
      end = Math.max(end, Math.ceil(times[1]! / ticksPerFrame))
    }
    return [start, end]
  })
  const start = computed(() => Math.min(things.value[0], playhead.frame))
  const end = computed(() => Math.max(things.value[1], playhead.frame))
  /** The frames from the first to the last thing that there is: the scene range, and keys, clips and the playhead outside it. */
  const reach = computed<[number, number]>(() => [start.value, end.value])

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

  const allOf = ([start, end]: readonly [number, number]): [number, number] => {
    const margin = (end - start + 1) * 0.02 + 0.5
    return [start - margin, end + margin]
  }
  const showAll = () => show(...allOf(scene.settings.range))

  /** Whether it shows a range from end to end, and no more. */
  function showsAll(range: readonly [number, number]): boolean {
    const [from, to] = allOf(range)
    const near = (to - from) * 0.001
    return Math.abs(first.value - from) < near && Math.abs(last.value - to) < near
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

  /**
   * Brings a frame into view if it is not.
   * @param part Where in the view, from 0 at its first frame to 1 at its last.
   */
  function reveal(frame: number, part = 0.5): void {
    const span = last.value - first.value
    if (frame < first.value || frame > last.value) show(frame - span * part, frame + span * (1 - part))
  }

  return { first, last, reach, show, showAll, showsAll, showWork, zoom, pan, reveal }
})
