import { tryOnScopeDispose } from '@vueuse/core'

/** What Escape ends, while there is something to end. */
interface Ending {
  holds: () => boolean
  end: () => void
}

const drags = new Set<Ending>()
const selections = new Set<Ending>()

/** Whether a hand drags something that Escape ends. */
export const isHandBusy = (): boolean => [...drags].some(({ holds }) => holds())

// One listener, so that one press of the key ends one thing: what a hand drags, before what is selected.
const onEscape = (event: KeyboardEvent) => {
  if (event.key !== 'Escape') return
  const drag = [...drags].filter(({ holds }) => holds())
  const ended = drag.length ? drag : [...selections].filter(({ holds }) => holds()).slice(0, 1)
  if (ended.length) event.stopImmediatePropagation()
  for (const { end } of ended) end()
}

function use(list: Set<Ending>, ending: Ending): void {
  if (drags.size + selections.size === 0) window.addEventListener('keydown', onEscape, { capture: true })
  list.add(ending)
  tryOnScopeDispose(() => {
    list.delete(ending)
    if (drags.size + selections.size === 0) window.removeEventListener('keydown', onEscape, { capture: true })
  })
}

/** Ends a drag on Escape, before anything else hears of the key. */
export const useCancelOnEscape = (isDragging: () => boolean, cancel: () => void) =>
  use(drags, { holds: isDragging, end: cancel })

/** Lets a selection of parts go on Escape, where no hand drags anything. */
export const useLetGoOnEscape = (isHeld: () => boolean, letGo: () => void) =>
  use(selections, { holds: isHeld, end: letGo })
