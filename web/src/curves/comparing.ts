import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import type { LaneName } from '../api/live'
import { laneOf, type OwnerKey } from '../scene/owners'
import { unpackKeys, type Keys } from '../scene/keys'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'

/** Curves as they were at a step of the history, shown behind those that are. */
export const useComparing = defineStore('comparing', () => {
  const scene = useScene()
  const notices = useNotices()
  /** The step compared with; null for none. */
  const step = ref<number | null>(null)
  const ghosts = shallowRef<ReadonlyMap<string, Keys>>(new Map())
  let asked = new Set<string>()

  watch([step, () => scene.id], () => {
    ghosts.value = new Map()
    asked = new Set()
  })
  // An edit after an undo writes the history anew: what was compared with may be gone.
  watch(
    () => scene.history.at(-1)?.seq ?? scene.note.floor,
    (last) => {
      if (step.value !== null && (step.value > last || step.value < scene.note.floor)) step.value = null
    },
  )

  /** Sees to it that the curves of earlier of these channels are there. */
  async function look(lanes: readonly LaneName[]): Promise<void> {
    const at = step.value
    if (at === null) return
    const wanted = lanes.filter(({ object, channel }) => !asked.has(laneOf(object, channel)))
    if (wanted.length === 0) return
    for (const { object, channel } of wanted) asked.add(laneOf(object, channel))
    try {
      const rows = await scene.channelsAt(at, wanted)
      if (step.value !== at) return
      const next = new Map(ghosts.value)
      for (const { id, name, keys } of rows) next.set(laneOf(id, name), unpackKeys(keys))
      ghosts.value = next
    } catch (wrong) {
      notices.problem(wrong)
      step.value = null
    }
  }

  const ghostOf = (object: OwnerKey, channel: string) =>
    step.value === null ? undefined : ghosts.value.get(laneOf(object, channel))

  /** Takes a part of the compared curves back. */
  async function takeBack(lanes: readonly LaneName[], from: number, to: number): Promise<void> {
    if (step.value === null || lanes.length === 0) return
    try {
      const copied = await scene.copyKeysAt(step.value, lanes, from, to)
      await scene.edit({ edit: 'replaceKeys', copied, from, to })
    } catch (wrong) {
      notices.problem(wrong)
    }
  }

  return { step, ghosts, look, ghostOf, takeBack }
})
