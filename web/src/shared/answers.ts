import { ref, shallowRef, watch } from 'vue'

/** What the server answers to a question, asked for again whenever the question becomes another one; the last one counts. */
export function useAnswer<T>(question: () => string, ask: () => Promise<T> | null) {
  const told = shallowRef<T | null>(null)
  const wrong = ref('')
  let asked = 0

  watch(
    question,
    async () => {
      const mine = ++asked
      const answer = await ask()?.catch((no: Error) => no)
      if (mine !== asked) return
      told.value = answer instanceof Error || answer === undefined ? null : answer
      wrong.value = answer instanceof Error ? answer.message : ''
    },
    { immediate: true },
  )

  return { told, wrong }
}
