import { defineStore } from 'pinia'
import { ref } from 'vue'

export type FlowDialog =
  | { kind: 'retime'; warp: number | null }
  | { kind: 'covers'; warp: number }
  | { kind: 'bake'; warp: number }
  | { kind: 'rename'; warp: number }
  | { kind: 'sceneSpeed' }
  | { kind: 'step' }

/** Which dialog about the flow of time is open. */
export const useFlowDialogs = defineStore('flowDialogs', () => {
  const asked = ref<FlowDialog | null>(null)
  const ask = (dialog: FlowDialog) => void (asked.value = dialog)
  const close = () => (asked.value = null)
  return { asked, ask, close }
})
