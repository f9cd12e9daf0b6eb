import { defineStore } from 'pinia'
import { ref } from 'vue'

export interface Notice {
  id: number
  text: string
  kind: 'problem' | 'said'
  action?: { label: string; run: () => void }
}

/** Short messages at the edge of the screen. */
export const useNotices = defineStore('notices', () => {
  const shown = ref<Notice[]>([])
  let next = 1

  function show(text: string, kind: Notice['kind'], action?: Notice['action'], seconds = kind === 'problem' ? 9 : 7) {
    const id = next++
    shown.value = [...shown.value.filter((notice) => notice.text !== text).slice(-2), { id, text, kind, action }]
    setTimeout(() => close(id), seconds * 1000)
  }

  const say = (text: string, action?: Notice['action']) => show(text, 'said', action)

  /** Shows what went wrong. */
  const problem = (wrong: unknown, action?: Notice['action']) =>
    show(wrong instanceof Error ? wrong.message : String(wrong), 'problem', action)

  function close(id: number) {
    shown.value = shown.value.filter((notice) => notice.id !== id)
  }

  return { shown, say, problem, close }
})
