import { defineStore } from 'pinia'
import { ref } from 'vue'

export type TimeDialog =
  | { kind: 'rate'; rate: string }
  | { kind: 'stretch' }
  | { kind: 'delay' }
  | { kind: 'start' }
  | { kind: 'gap'; way: 'insert' | 'remove' }
  | { kind: 'bookmark'; bookmark: number | null }
  | { kind: 'beats'; sounds: readonly number[] }

/** Which dialog about time is open. */
export const useTimeDialogs = defineStore('timeDialogs', () => {
  const asked = ref<TimeDialog | null>(null)
  const ask = (dialog: TimeDialog) => (asked.value = dialog)
  const close = () => (asked.value = null)
  return { asked, ask, close }
})
