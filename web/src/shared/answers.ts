import { computed, ref, shallowRef, watch } from 'vue'
import { reasonOf } from '../scene/reasons'

/** What the server answers to a question, asked for again whenever the question becomes another one; the last one counts. */
export function useAnswer<T>(question: () => string, ask: () => Promise<T> | null) {
  const told = shallowRef<T | null>(null)
  // Putting a question may take long, of many keys.
  const asking = computed(question)
  const wrong = ref('')
  const answered = ref('')
  /** Whether what is told is the answer to the question as it is now. */
  const isTold = computed(() => told.value !== null && answered.value === asking.value)
  let asked = 0

  watch(
    asking,
    async (text) => {
      const mine = ++asked
      const answer = await ask()?.catch((no: Error) => no)
      if (mine !== asked) return
      answered.value = text
      told.value = answer instanceof Error || answer === undefined ? null : answer
      wrong.value = answer instanceof Error ? reasonOf(answer) : ''
    },
    { immediate: true },
  )

  return { told, wrong, isTold }
}
