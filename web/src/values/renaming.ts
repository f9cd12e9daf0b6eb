import { defineStore } from 'pinia'
import { ref } from 'vue'

/** The object whose name is being changed, and where: in its lane's head, or above its values. */
export const useRenaming = defineStore('renaming', () => {
  const asked = ref<{ object: number; place: 'lane' | 'values' } | null>(null)
  const ask = (object: number, place: 'lane' | 'values') => (asked.value = { object, place })
  const end = () => (asked.value = null)
  const isIn = (object: number | undefined, place: 'lane' | 'values') =>
    asked.value !== null && asked.value.object === object && asked.value.place === place
  return { asked, ask, end, isIn }
})
