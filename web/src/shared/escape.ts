import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'
import { isHandBusy } from './cancelling'

/** Closes a menu that stays open while things are selected in it, wherever the focus is by then. */
export function useEscape(open: Ref<boolean>): void {
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || !open.value || isHandBusy()) return
      event.stopPropagation()
      open.value = false
    },
    { capture: true },
  )
}

/** A dialog that has just been opened does not have the focus yet: Escape is for it all the same. To be called before anything else listens. */
export function useEscapeOfDialogs(): void {
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return
      const top = document.querySelector('.modal.show.stack-inverse-position-0')
      if (!top || top.contains(event.target as Node)) return
      event.stopImmediatePropagation()
      top.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }))
    },
    { capture: true },
  )
}

/** The button that opened a menu, which may lie elsewhere in the page than the menu does; none once it is closed. */
export function toggleOf(menu: Element): HTMLElement | undefined {
  const id = menu.getAttribute('aria-labelledby')
  const toggles = id ? [document.getElementById(`${id}-split`), document.getElementById(id)] : []
  const beside = menu.parentElement?.querySelector<HTMLElement>(':scope > .dropdown-toggle') ?? null
  return [...toggles, beside].find((each) => each?.getAttribute('aria-expanded') === 'true') ?? undefined
}

/** A menu that is open while the focus is elsewhere closes on Escape as well. To be called before anything else listens. */
export function useEscapeOfMenus(): void {
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return
      const menu = document.querySelector('.dropdown-menu.show')
      const toggle = menu && toggleOf(menu)
      if (!toggle || [menu, toggle].some((each) => each.contains(event.target as Node))) return
      event.stopImmediatePropagation()
      toggle.click()
    },
    { capture: true },
  )
}
