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
