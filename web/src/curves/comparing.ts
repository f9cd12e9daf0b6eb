import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import type { LaneName } from '../api/live'
import { laneOf, type OwnerKey } from '../scene/owners'
import { unpackKeys, type Keys } from '../scene/keys'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'

/** Of when the curves are that those of now are compared with: after a step of the history, or when a reel was shot. */
export type Past = { step: number } | { reel: number; number: number }

/** Curves as they were earlier, shown behind those that are. */
export const useComparing = defineStore('comparing', () => {
  const scene = useScene()
  const notices = useNotices()
  /** What is compared with; null for nothing. */
  const past = shallowRef<Past | null>(null)
  /** A reel of a scene that is about to be opened. */
  const next = ref<{ scene: number; reel: number; number: number } | null>(null)
  const step = computed(() => (past.value && 'step' in past.value ? past.value.step : null))
  const ghosts = shallowRef<ReadonlyMap<string, Keys>>(new Map())
  let asked = new Set<string>()

  watch([past, () => scene.id], () => {
    ghosts.value = new Map()
    asked = new Set()
  })
  watch(
    () => scene.id,
    (id) => {
      past.value = next.value && next.value.scene === id ? { reel: next.value.reel, number: next.value.number } : null
      if (id !== null) next.value = null
    },
  )
  // An edit after an undo writes the history anew: what was compared with may be gone.
  watch(
    () => scene.history.at(-1)?.seq ?? scene.note.floor,
    (last) => {
      if (step.value !== null && (step.value > last || step.value < scene.note.floor)) past.value = null
    },
  )

  /** Sees to it that the curves of earlier of these channels are there. */
  async function look(lanes: readonly LaneName[]): Promise<void> {
    const at = past.value
    if (at === null) return
    const wanted = lanes.filter(({ object, channel }) => !asked.has(laneOf(object, channel)))
    if (wanted.length === 0) return
    for (const { object, channel } of wanted) asked.add(laneOf(object, channel))
    try {
      const rows = 'step' in at ? await scene.channelsAt(at.step, wanted) : await scene.channelsOfReel(at.reel, wanted)
      if (past.value !== at) return
      const found = new Map(ghosts.value)
      for (const { id, name, keys } of rows) found.set(laneOf(id, name), unpackKeys(keys))
      ghosts.value = found
    } catch (wrong) {
      notices.problem(wrong)
      past.value = null
    }
  }

  const ghostOf = (object: OwnerKey, channel: string) =>
    past.value === null ? undefined : ghosts.value.get(laneOf(object, channel))

  /** Takes a part of the compared curves back. */
  async function takeBack(lanes: readonly LaneName[], from: number, to: number): Promise<void> {
    const at = past.value
    if (at === null || lanes.length === 0) return
    try {
      const copied =
        'step' in at
          ? await scene.copyKeysAt(at.step, lanes, from, to)
          : await scene.copyKeysOfReel(at.reel, lanes, from, to)
      await scene.edit({ edit: 'replaceKeys', copied, from, to })
    } catch (wrong) {
      notices.problem(wrong)
    }
  }

  return { past, next, step, ghosts, look, ghostOf, takeBack }
})
