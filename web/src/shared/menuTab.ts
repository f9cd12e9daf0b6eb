import { useEventListener } from '@vueuse/core'
import { tabbable, type FocusableElement } from 'tabbable'
import { openMenu } from './escape'

/**
 * Tab goes from a button into the menu that it has opened, and from there on to what follows the button, for menus that
 * lie at the end of the page, above everything, too. To be called once.
 */
export function useTabOfMenus(): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.key !== 'Tab' || event.defaultPrevented) return
    const open = openMenu('body > ')
    const next = open && nextOf(document.activeElement, open.menu, open.toggle, event.shiftKey)
    if (!next) return
    event.preventDefault()
    next.focus()
  })
}

/** Where Tab leads to from a menu or its button; nothing where it is to go where it always goes. */
function nextOf(
  from: Element | null,
  menu: Element,
  toggle: HTMLElement,
  isBack: boolean,
): FocusableElement | undefined {
  const parts = tabbable(menu)
  if (from === toggle) return isBack ? undefined : parts[0]
  if (isBack) return from === parts[0] || from === menu ? toggle : undefined
  if (!menu.contains(from) || from !== parts.at(-1)) return undefined
  const others = tabbable(document.body).filter((each) => !menu.contains(each))
  return others[others.indexOf(toggle) + 1]
}
