import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref } from 'vue'

/** What can be opened below the selected keys. */
export const keyPanels = {
  handles: 'Handles',
  ease: 'Ease',
  clean: 'Clean up',
  beforeAfter: 'Before and after',
} as const
export type KeyPanel = keyof typeof keyPanels

/** Which of it is open, and which way to clean up is chosen there; both stay so from one selection to the next. */
export const useKeyPanel = defineStore('keyPanel', () => {
  const opened = useStorage<KeyPanel | ''>('zesty-key-panel', '')
  const way = ref(0)
  function cleanUp(by: number): void {
    opened.value = 'clean'
    way.value = by
  }
  return { opened, way, cleanUp }
})
