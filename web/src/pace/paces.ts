import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import type { PaceMessage } from '../api/messages'
import { travel } from '../cues/cueWords'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'

/** So many rows are shown; those of more are found by selecting them. */
const mostShown = 40

/** The pace table: whether it is shown, of what, and the paces as they are kept. */
export const usePaces = defineStore('paces', () => {
  const scene = useScene()
  const selection = useSelection()
  const isShown = ref(false)
  const of = useStorage<'followers' | 'selected'>('zesty-pace-of', 'followers')
  const rows = shallowRef<readonly PaceMessage[]>([])
  /** The paces as they are while a bar is dragged: of what a cue starts as well. */
  const tried = shallowRef<readonly PaceMessage[]>([])

  const goes = (id: number) => {
    const thing = scene.model.objects.get(id)
    const names = thing?.follow ? [travel] : ['position.x', 'position.y', 'position.z']
    return names.some((name) => (thing?.channels.get(name)?.keys.count ?? 0) > 0)
  }
  /** What has a row, in the order of the lanes. */
  const objects = computed<number[]>(() => {
    void scene.rowsVersion
    const { model } = scene
    const wanted = model
      .inOrder()
      .filter(({ id, follow }) => (of.value === 'followers' ? follow : selection.objects.has(id)))
    return wanted.flatMap(({ id }) => (goes(id) ? [id] : [])).slice(0, mostShown)
  })

  // They are asked for when anything is kept: a path, a parent or a cue may have another part in them.
  let asked = 0
  watch(
    () => (isShown.value ? `${scene.revision} ${objects.value.join()}` : ''),
    async (question) => {
      const mine = ++asked
      if (question === '') return
      const told = await scene.paces(objects.value).catch(() => null)
      if (!told || mine !== asked) return
      rows.value = told
      tried.value = []
    },
  )

  return { isShown, of, rows, tried, objects }
})
