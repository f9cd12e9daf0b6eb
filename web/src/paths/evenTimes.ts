import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'

/** About so many places are shown of each, a whole number of frames apart. */
const wanted = 40
const mostObjects = 20
const none = new Float32Array()

/** Where things are at even times, shown on the stage on demand: those selected, or else all that follow a path. */
export const useEvenTimes = defineStore('evenTimes', () => {
  const scene = useScene()
  const selection = useSelection()
  const isShown = ref(false)
  const places = shallowRef<Float32Array>(none)

  const objects = computed<number[]>(() => {
    void scene.rowsVersion
    const all = scene.model.inOrder()
    const chosen = all.filter(({ id, path }) => !path && selection.objects.has(id))
    return (chosen.length ? chosen : all.filter(({ follow }) => follow)).slice(0, mostObjects).map(({ id }) => id)
  })
  /** So many frames lie between two places: as many as have a good name. */
  const every = computed(() => {
    const [first, last] = scene.settings.work
    const least = (last - first) / wanted
    return [1, 2, 3, 4, 5, 6, 8, 10, 12, 24, 48].find((frames) => frames >= least) ?? Math.ceil(least / 100) * 100
  })

  let asked = 0
  watch(
    () => (isShown.value ? `${scene.revision} ${every.value} ${objects.value.join()}` : ''),
    async (question) => {
      const mine = ++asked
      const told = question === '' ? none : await scene.places(objects.value, every.value).catch(() => none)
      if (mine === asked) places.value = told
    },
  )

  return { isShown, places, every }
})
