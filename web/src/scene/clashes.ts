import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

export interface Clash {
  count: number
  frame: number
}
export type WhenKeysMeet = 'stop' | 'replace' | 'keepBoth'

/** Asks what is to happen where keys would land on others. */
export const useClashes = defineStore('clashes', () => {
  const asked = shallowRef<{ clash: Clash; answer: (way: WhenKeysMeet) => void } | null>(null)

  const ask = (clash: Clash): Promise<WhenKeysMeet> =>
    new Promise((answer) => {
      asked.value = {
        clash,
        answer: (way) => {
          asked.value = null
          answer(way)
        },
      }
    })

  return { asked, ask }
})
