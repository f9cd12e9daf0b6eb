import { defineStore } from 'pinia'
import { ref } from 'vue'

export type ClipDialog = 'save' | 'clips' | 'bake'

/** Which dialog about clips is open. */
export const useClipDialogs = defineStore('clipDialogs', () => {
  const asked = ref<ClipDialog | null>(null)
  const ask = (dialog: ClipDialog) => (asked.value = dialog)
  const close = () => (asked.value = null)
  return { asked, ask, close }
})
