import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Whether the dialog is open that brings in captured motion. */
export const useBvhDialog = defineStore('bvhDialog', () => {
  const isOpen = ref(false)
  return { isOpen }
})
