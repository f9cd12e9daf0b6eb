import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'

/** What is wrong with what is being typed into a field, to be said at it. */
export const useFieldProblem = defineStore('fieldProblem', () => {
  const field = shallowRef<HTMLElement | null>(null)
  const text = ref('')
  /** The field was to be left, and waits: it is said at once. */
  const isPressed = ref(false)

  /** @param why Nothing where all is well. */
  function tell(at: HTMLElement | null, why: string): void {
    if (why === '') {
      if (field.value === at) field.value = null
      return
    }
    if (field.value !== at || text.value !== why) isPressed.value = false
    field.value = at
    text.value = why
  }

  return { field, text, isPressed, tell }
})
