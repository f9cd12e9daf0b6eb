import { defineStore } from 'pinia'
import { ref } from 'vue'

/** How the stage is looked at. */
export const useViews = defineStore('views', () => {
  /** The camera object looked through; null is the free view. */
  const through = ref<number | null>(null)
  const helpersShown = ref(true)
  /** Counts up whenever the choice is to be framed. */
  const frameAsked = ref(0)
  const askFrame = () => frameAsked.value++
  return { through, helpersShown, frameAsked, askFrame }
})
