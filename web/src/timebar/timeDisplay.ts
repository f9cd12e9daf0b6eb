import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { useScene } from '../scene/sceneStore'

export type Display = 'frames' | 'seconds' | 'timecode' | 'dropFrame'

/** How many neighbouring frames are asked for along with one. */
const run = 512

/** Frames as people read them. Frame numbers are plain; other ways of showing time come from the core. */
export const useTimeDisplay = defineStore('timeDisplay', () => {
  const scene = useScene()
  const selected = useStorage<Display>('zesty-time', 'frames')
  /** Drop-frame falls back to plain timecode at rates that have none. */
  const display = computed<Display>(() =>
    selected.value === 'dropFrame' && !scene.settings.canDrop ? 'timecode' : selected.value,
  )
  const known = shallowRef(new Map<string, Map<number, string>>())
  const asked = new Set<string>()

  // What times are counted from, as it is kept: while something is only tried, the server counts as before.
  let counted = ''
  watch(
    () => [scene.id, scene.position],
    () => {
      const { rate, range, start } = scene.settings
      const now = [scene.id, rate, range[0], start].join()
      if (now === counted) return
      counted = now
      known.value = new Map()
      asked.clear()
    },
  )

  /** The label of a frame; while it is on its way, or for a time between frames, the plain number. */
  function label(frame: number, way: Display = display.value): string {
    if (way === 'frames' || !Number.isInteger(frame)) return String(Number(frame.toFixed(3)))
    const text = known.value.get(way)?.get(frame)
    if (text === undefined) ask(way, frame)
    return text ?? String(frame)
  }

  function ask(way: Display, frame: number): void {
    const start = Math.floor(frame / run) * run
    const name = `${way}|${start}`
    if (asked.has(name)) return
    asked.add(name)
    const frames = Array.from({ length: run }, (_, i) => start + i)
    void scene.timeLabels(frames, way).then(
      (labels) => {
        const all = new Map(known.value)
        const some = new Map(all.get(way))
        frames.forEach((each, i) => some.set(each, labels[i]!))
        known.value = all.set(way, some)
      },
      () => asked.delete(name),
    )
  }

  return { selected, display, known, label }
})
