import { ref, watch, type Ref } from 'vue'

/**
 * Counts from 0 up to a number while something is on, each step in a task of its own: what is large is put on the page
 * piece by piece, so that no task keeps the hand waiting.
 */
export function useTurns(isOn: () => boolean, count: number): Ref<number> {
  const turn = ref(0)
  watch(
    isOn,
    (on, _was, onCleanup) => {
      turn.value = 0
      if (!on) return
      const step = () => {
        turn.value++
        if (turn.value < count) next = setTimeout(step)
      }
      let next = setTimeout(step)
      onCleanup(() => clearTimeout(next))
    },
    { immediate: true },
  )
  return turn
}

/** Runs some steps, each in a task of its own, later ones only after those before; one that says false ends it. Calling the result off ends it, too. */
export function inTurns(steps: readonly (() => void | false)[]): () => void {
  let next: ReturnType<typeof setTimeout>
  const run = (at: number) => {
    if (steps[at]?.() === false || at + 1 >= steps.length) return
    next = setTimeout(() => run(at + 1))
  }
  next = setTimeout(() => run(0))
  return () => clearTimeout(next)
}
