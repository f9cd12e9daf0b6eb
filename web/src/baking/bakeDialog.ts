import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** Whether the dialog that bakes is open, and for which objects. */
export const useBakeDialog = defineStore('bakeDialog', () => {
  const objects = shallowRef<readonly number[] | null>(null)
  const ask = (ids: Iterable<number>) => void (objects.value = [...ids])
  const close = () => void (objects.value = null)
  return { objects, ask, close }
})
