import { defineStore } from 'pinia'
import { ref } from 'vue'

export type KeyDialog =
  | { kind: 'onFrames' }
  | { kind: 'onBookmarks' }
  | { kind: 'hold' }
  | { kind: 'lead' }
  | { kind: 'compare' }
  | { kind: 'takeBack' }
  | { kind: 'noise' }
  | { kind: 'between' }
  | { kind: 'pasteOnto' }
  | { kind: 'rename' }
  | { kind: 'pivot' }
  | { kind: 'after' }
  | { kind: 'namedSelection'; id: number | null }

/** Which dialog about keys and choices is open. */
export const useKeyDialogs = defineStore('keyDialogs', () => {
  const asked = ref<KeyDialog | null>(null)
  const ask = (dialog: KeyDialog) => (asked.value = dialog)
  const close = () => (asked.value = null)
  return { asked, ask, close }
})
