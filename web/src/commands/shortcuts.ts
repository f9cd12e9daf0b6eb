import { onBeforeUnmount, onMounted } from 'vue'
import { tinykeys, type KeyBindingMap } from 'tinykeys'
import type { Command } from './command'
import { useFinder } from './finder'

/** Binds the commands' keys for as long as the component lives. */
export function useShortcuts(commands: readonly Command[]): void {
  const bindings: KeyBindingMap = {}
  for (const command of commands) for (const key of command.keys ?? []) bindings[key] = (event) => run(event, command)
  let unbind = () => {}
  onMounted(() => {
    unbind = tinykeys(window, bindings)
    window.addEventListener('click', letGo)
  })
  onBeforeUnmount(() => {
    unbind()
    window.removeEventListener('click', letGo)
  })
}

/** A button pressed with the pointer does not keep the keyboard: Space plays, it does not press the button again. */
function letGo(event: MouseEvent): void {
  const button = (event.target as Element).closest<HTMLElement>('button:not([aria-expanded])')
  if (button && event.detail > 0) button.blur()
}

function run(event: KeyboardEvent, command: Command): void {
  const finder = useFinder()
  const target = event.target as HTMLElement
  if (event.defaultPrevented || finder.finding || finder.listing || target.closest('.modal')) return
  const finding = event.ctrlKey || event.metaKey
  if (
    target.closest('input:not([type=checkbox]), textarea, select, [contenteditable]') &&
    !(finding && event.key === 'k')
  )
    return
  if (target.closest('.dropdown-menu.show')) return
  // A control that was reached with the keyboard keeps its own keys.
  if (event.key === ' ' && target.closest('button, a, input')) return
  event.preventDefault()
  command.run()
}
