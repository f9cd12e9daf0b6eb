import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { LooseKind } from './loose'

/** Whether it is asked what loose motion moves, or bounces off, and of which objects. */
export const useLooseDialog = defineStore('looseDialog', () => {
  const asked = shallowRef<{ kind: LooseKind; objects: readonly number[] } | null>(null)
  const ask = (kind: LooseKind, objects: Iterable<number>) => void (asked.value = { kind, objects: [...objects] })
  const close = () => void (asked.value = null)
  return { asked, ask, close }
})
