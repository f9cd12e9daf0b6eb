import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'

/** Closes a menu that stays open while things are selected in it, wherever the focus is by then. */
export function useEscape(open: Ref<boolean>): void {
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || !open.value) return
      event.stopPropagation()
      open.value = false
    },
    { capture: true },
  )
}
