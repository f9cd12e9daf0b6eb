import { defineStore } from 'pinia'
import { ref } from 'vue'

/** A value that was copied; also put where other programs find it. */
export const useValueClipboard = defineStore('valueClipboard', () => {
  const value = ref<number | null>(null)

  function copy(number: number): void {
    value.value = number
    // Not every page may write there; within the scene the value is copied all the same.
    void navigator.clipboard?.writeText(String(number)).catch(() => {})
  }

  return { value, copy }
})
