import { onBeforeUnmount, onMounted } from 'vue'
import { tinykeys, type KeyBindingMap } from 'tinykeys'
import type { Command } from './commands'

/** Binds the commands' keys for as long as the component lives. */
export function useShortcuts(commands: readonly Command[]): void {
  const bindings: KeyBindingMap = {}
  for (const command of commands)
    for (const key of command.keys ?? []) bindings[key] = (event) => run(event, command)
  let unbind = () => {}
  onMounted(() => (unbind = tinykeys(window, bindings)))
  onBeforeUnmount(() => unbind())
}

function run(event: KeyboardEvent, command: Command): void {
  const target = event.target as HTMLElement
  if (event.defaultPrevented || document.querySelector('.modal.show')) return
  const finding = event.ctrlKey || event.metaKey
  if (target.closest('input:not([type=checkbox]), textarea, select, [contenteditable]') && !(finding && event.key === 'k')) return
  if (target.closest('.dropdown-menu.show')) return
  // Space and the arrows belong to a control that was reached with the keyboard; after a click they play and step.
  const control = target.closest<HTMLElement>('button, a, input, [role=tab]')
  if (control && event.key === ' ') {
    if (control.matches(':focus-visible')) return
    control.blur()
  }
  event.preventDefault()
  command.run()
}
