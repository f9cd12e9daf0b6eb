import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

export interface Question<T extends string> {
  title: string
  text: string
  /** The answers, the one that the Enter key gives first. */
  ways: { value: T; label: string; /** What it means exactly. */ hint?: string }[]
  /** What closing the dialog means. */
  otherwise: T
}

/** Questions that come up while something is done, one at a time. */
export const useQuestions = defineStore('questions', () => {
  const waiting = shallowRef<{ question: Question<string>; answer: (value: string) => void }[]>([])

  function ask<T extends string>(question: Question<T>): Promise<T> {
    return new Promise((answer) => {
      const asked = {
        question: question as Question<string>,
        answer: (value: string) => {
          if (!waiting.value.includes(asked)) return
          waiting.value = waiting.value.filter((one) => one !== asked)
          answer(value as T)
        },
      }
      waiting.value = [...waiting.value, asked]
    })
  }

  return { waiting, ask }
})
