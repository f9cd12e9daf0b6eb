import { computed, type ComputedRef } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useAnswer } from '../shared/answers'

const short = (value: number) => String(Number(value.toPrecision(3)))

/** How high the fall between the two selected keys is, or from the one to the next, in what time, and what gravity that is; else empty. */
export function useGravity(): ComputedRef<string> {
  const scene = useScene()
  const selection = useSelection()
  const keys = computed(() => (selection.keyCount === 1 || selection.keyCount === 2 ? selection.keySets() : []))
  // What changes the keys makes another question of it.
  const { told } = useAnswer(
    () => JSON.stringify([scene.position, keys.value]),
    () => (keys.value.length === 1 ? scene.fallOf(keys.value) : null),
  )
  return computed(() => {
    if (!told.value) return ''
    const { height, seconds, gravity } = told.value
    return `A fall of ${short(height)} in ${short(seconds)} s: gravity ${short(gravity)} per s²`
  })
}
