import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { TimeTarget } from '../api/http'

export type CueDialog = { kind: 'add'; starts: TimeTarget[] } | { kind: 'change'; cue: number } | { kind: 'list' }

/** Which dialog about cues is open. */
export const useCueDialogs = defineStore('cueDialogs', () => {
  const asked = ref<CueDialog | null>(null)
  const ask = (dialog: CueDialog) => void (asked.value = dialog)
  const close = () => (asked.value = null)
  return { asked, ask, close }
})
