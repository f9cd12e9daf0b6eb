import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { PenColour } from '../api/http'

export type PenTool = 'stroke' | 'arrow' | 'text' | 'rubber'

export const penTools: Record<PenTool, { label: string; icon: string; hint: string }> = {
  stroke: { label: 'Draw', icon: 'bi-pencil', hint: 'Draw by hand' },
  arrow: { label: 'Arrow', icon: 'bi-arrow-up-right', hint: 'Drag from the tail to the head' },
  text: { label: 'Text', icon: 'bi-fonts', hint: 'Click where it begins, then type' },
  rubber: { label: 'Rub out', icon: 'bi-eraser', hint: 'Click or drag over marks' },
}
/** As they are drawn on any picture, in both schemes. */
export const penInks: Record<PenColour, string> = {
  lemon: '#ffe14d',
  tangerine: '#ff9a3d',
  mint: '#63d3b8',
  cream: '#f4ecd6',
}
/** In thousandths of the picture's width; letters are several times as high. */
export const penWidths = { thin: 2, middle: 4, thick: 9 } as const
export type PenWidth = keyof typeof penWidths
export const lettersPerWidth = 7

/** The pen that draws on pictures of reels. */
export const usePen = defineStore('pen', () => {
  const isOn = ref(false)
  const tool = ref<PenTool>('stroke')
  const colour = useStorage<PenColour>('zesty-pen-colour', 'lemon')
  const thickness = useStorage<PenWidth>('zesty-pen-width', 'middle')
  const width = computed(() => penWidths[thickness.value] ?? penWidths.middle)
  return { isOn, tool, colour, thickness, width }
})
