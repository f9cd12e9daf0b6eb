import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { useChoice } from '../scene/choice'
import { valueAt } from '../scene/samples'
import { useScene } from '../scene/sceneStore'
import { layLanes, type Lane } from './lanes'

/** The lanes of the desk: which are open, what is looked for, and how far they are scrolled. */
export const useDesk = defineStore('desk', () => {
  const scene = useScene()
  const choice = useChoice()
  const open = shallowRef<ReadonlySet<number>>(new Set())
  const filter = ref('')
  const scrolled = ref(0)

  const lanes = computed<Lane[]>(() => {
    void scene.rowsVersion
    return layLanes(scene.model, open.value, filter.value)
  })
  const height = computed(() => lanes.value.reduce((sum, lane) => sum + lane.height, 0))

  function toggle(id: number): void {
    const next = new Set(open.value)
    if (!next.delete(id)) next.add(id)
    open.value = next
  }

  // What is chosen on the stage opens on the desk.
  watch(
    () => choice.first,
    (id) => {
      if (id === null) return
      const next = new Set(open.value)
      for (let at: number | null = id; at !== null; at = scene.model.objects.get(at)?.parent ?? null) next.add(at)
      open.value = next
    },
  )

  let bands = new Map<number, Float32Array | null>()
  watch([() => scene.rowsVersion, () => scene.samplesVersion], () => (bands = new Map()), { flush: 'sync' })

  /** How far an object travels from each frame of the scene range to the next, the furthest being 1; null if it stands still. */
  function spacing(lane: Lane): Float32Array | null {
    if (lane.channel) return null
    const { id } = lane.object
    if (!bands.has(id)) bands.set(id, measure(id))
    return bands.get(id) ?? null
  }

  function measure(id: number): Float32Array | null {
    const tracks = ['move.x', 'move.y', 'move.z'].map((channel) => scene.book.tracks(id).get(channel))
    if (!tracks.some((track) => track && track.samples.length > 1)) return null
    const [first, last] = scene.settings.range
    const band = new Float32Array(last - first)
    let most = 0
    for (let i = 0; i < band.length; i++) {
      let squares = 0
      for (const track of tracks) if (track) squares += (valueAt(track, first + i + 1) - valueAt(track, first + i)) ** 2
      band[i] = Math.sqrt(squares)
      most = Math.max(most, band[i]!)
    }
    return most > 0 ? band.map((distance) => distance / most) : null
  }

  return { open, filter, scrolled, lanes, height, toggle, spacing }
})
