import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { BakePart } from './bakeParts'

/** Whether the dialog that bakes is open, and for which objects. */
export const useBakeDialog = defineStore('bakeDialog', () => {
  const objects = shallowRef<readonly number[] | null>(null)
  /** What alone is to be written down, unless something else is chosen. */
  const only = shallowRef<BakePart | null>(null)
  function ask(ids: Iterable<number>, part: BakePart | null = null): void {
    objects.value = [...ids]
    only.value = part
  }
  const close = () => void (objects.value = null)
  return { objects, only, ask, close }
})
