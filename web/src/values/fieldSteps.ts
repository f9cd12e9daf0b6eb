import { onBeforeUnmount } from 'vue'

/** So long after the last step, in milliseconds, a run of them is over. */
const rest = 500

/** What becomes of a value under the hand. */
export interface Held {
  hold: (value: number) => void
  keep: (value: number) => void
  /** It is given up: what is shown goes back to what it was. */
  cancel: () => void
}

/** With Shift ten times as far, with Alt a tenth. */
export const stepWith = (step: number, { shiftKey, altKey }: { shiftKey: boolean; altKey: boolean }) =>
  step * (shiftKey ? 10 : altKey ? 0.1 : 1)

/** The arrow keys in a field: a run of steps is one change. */
export function useFieldSteps({ hold, keep, cancel }: Held) {
  let run: { from: number; to: number } | null = null
  let end: ReturnType<typeof setTimeout> | undefined

  function step(from: number, to: number): void {
    run = { from: run?.from ?? from, to }
    hold(to)
    clearTimeout(end)
    end = setTimeout(finish, rest)
  }

  function finish(): void {
    clearTimeout(end)
    if (!run) return
    const { to } = run
    run = null
    keep(to)
  }

  function drop(): void {
    clearTimeout(end)
    if (!run) return
    hold(run.from)
    run = null
    cancel()
  }
  onBeforeUnmount(finish)

  return { isOn: () => run !== null, step, finish, drop }
}
