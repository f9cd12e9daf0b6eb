import { useEventListener } from '@vueuse/core'

/** Ends a drag on Escape, before anything else hears of the key. */
export function useCancelOnEscape(isDragging: () => boolean, cancel: () => void): void {
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || !isDragging()) return
      event.stopPropagation()
      cancel()
    },
    { capture: true },
  )
}
