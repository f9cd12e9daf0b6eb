import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

const none: ReadonlySet<number> = new Set()

/** The points that are selected of the only path that is. */
export const usePathPoints = defineStore('pathPoints', () => {
  const scene = useScene()
  const selection = useSelection()
  const points = shallowRef<ReadonlySet<number>>(none)

  /** The path whose points are worked on: the only object that is selected. */
  const path = computed(() => {
    void scene.rowsVersion
    const [only, another] = selection.objects
    const object = another === undefined && only !== undefined ? scene.model.objects.get(only) : undefined
    return object?.path ? object : null
  })

  watch(
    () => path.value?.id,
    () => (points.value = none),
  )
  // What is not there any more is not selected.
  watch(
    () => path.value?.path?.points.length ?? 0,
    (count) => {
      if ([...points.value].some((point) => point >= count)) points.value = none
    },
  )

  function select(wanted: Iterable<number>, toggles = false): void {
    if (!toggles) points.value = new Set(wanted)
    else {
      const next = new Set(points.value)
      for (const point of wanted) if (!next.delete(point)) next.add(point)
      points.value = next
    }
  }

  return { path, points, select }
})
