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
function toggleOf(menu: Element): HTMLElement | undefined {
  const id = menu.getAttribute('aria-labelledby')
  const toggles = id ? [document.getElementById(`${id}-split`), document.getElementById(id)] : []
  const beside = menu.parentElement?.querySelector<HTMLElement>(':scope > .dropdown-toggle') ?? null
  return [...toggles, beside].find((each) => each?.getAttribute('aria-expanded') === 'true') ?? undefined
}

/** The menu that is open, with its button. One that closed just after it opened is still said to be shown, by its class. */
export function openMenu(where = ''): { menu: Element; toggle: HTMLElement } | undefined {
  for (const menu of document.querySelectorAll(`${where}.dropdown-menu.show`)) {
    const toggle = toggleOf(menu)
    if (toggle) return { menu, toggle }
  }
  return undefined
}

/** A menu that is open while the focus is elsewhere closes on Escape as well. To be called before anything else listens. */
export function useEscapeOfMenus(): void {
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return
      const { menu, toggle } = openMenu() ?? {}
      // The menu at the pointer is gone at once, by itself.
      if (
        !menu ||
        !toggle ||
        menu.matches('.context') ||
        [menu, toggle].some((each) => each.contains(event.target as Node))
      )
        return
      event.stopImmediatePropagation()
      toggle.click()
    },
    { capture: true },
  )
}
