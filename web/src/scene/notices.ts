import { defineStore } from 'pinia'
import { ref } from 'vue'
import { reasonOf } from './reasons'

export interface Notice {
  id: number
  text: string
  /** What it is about: of one thing only the newest is shown. */
  about?: string
  kind: 'problem' | 'said'
  action?: { label: string; run: () => void }
}

/** Short messages at the edge of the screen. */
export const useNotices = defineStore('notices', () => {
  const shown = ref<Notice[]>([])
  let next = 1

  function show(text: string, kind: Notice['kind'], action?: Notice['action'], about?: string) {
    const id = next++
    const others = shown.value.filter((notice) => notice.text !== text && (!about || notice.about !== about))
    shown.value = [...others.slice(-2), { id, text, kind, action, about }]
    // Long ones take longer to read.
    setTimeout(() => close(id), (kind === 'problem' ? 9000 : 7000) + Math.max(0, text.length - 60) * 50)
  }

  const say = (text: string, action?: Notice['action'], about?: string) => show(text, 'said', action, about)

  /** Shows what went wrong. */
  const problem = (wrong: unknown, action?: Notice['action']) => show(reasonOf(wrong), 'problem', action)

  function close(id: number) {
    shown.value = shown.value.filter((notice) => notice.id !== id)
  }

  return { shown, say, problem, close }
})
