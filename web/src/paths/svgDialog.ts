import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Whether the dialog is open that brings in the outlines of an SVG file. */
export const useSvgDialog = defineStore('svgDialog', () => {
  const isOpen = ref(false)
  return { isOpen }
})
