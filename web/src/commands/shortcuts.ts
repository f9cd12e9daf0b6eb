import { onBeforeUnmount, onMounted } from 'vue'
import { tinykeys, type KeyBindingMap } from 'tinykeys'
import { holdsOwnUndo, watchTyping } from '../shared/typing'
import { runCommand, type Command } from './command'
import { useFinder } from './finder'

/** Binds the commands' keys for as long as the component lives. */
export function useShortcuts(commands: readonly Command[]): void {
  const bindings: KeyBindingMap = {}
  for (const command of commands) for (const key of command.keys ?? []) bindings[key] = (event) => run(event, command)
  let unbind = () => {}
  let unwatch = () => {}
  onMounted(() => {
    unbind = tinykeys(window, bindings)
    unwatch = watchTyping()
    window.addEventListener('click', letGo)
    window.addEventListener('keydown', notice, { capture: true })
    window.addEventListener('pointerdown', point, { capture: true })
  })
  onBeforeUnmount(() => {
    unbind()
    unwatch()
    window.removeEventListener('click', letGo)
    window.removeEventListener('keydown', notice, { capture: true })
    window.removeEventListener('pointerdown', point, { capture: true })
  })
}

/** Escape closes one thing at a time: a menu or a dialog that was open when it was pressed, and nothing behind it. */
let wasOpen = false
/** Whether what has the focus was reached with the pointer; then Space is not for it. */
let isPointed = true
const point = () => (isPointed = true)

// A menu that closed just after it opened is still said to be shown, by its class.
const isSomethingOpen = () =>
  [...document.querySelectorAll('.dropdown-menu.show, .modal.show')].some((each) => each.checkVisibility())

function notice(event: KeyboardEvent): void {
  if (event.key === 'Escape') wasOpen = isSomethingOpen()
  else if (event.key === 'Tab') isPointed = false
}

/** A button pressed with the pointer does not keep the keyboard: Space plays, it does not press the button again. */
function letGo(event: MouseEvent): void {
  const button = (event.target as Element).closest<HTMLElement>('button:not([aria-expanded])')
  if (button && event.detail > 0) button.blur()
}

function run(event: KeyboardEvent, command: Command): void {
  const finder = useFinder()
  const target = event.target as HTMLElement
  if (event.defaultPrevented || finder.finding || finder.listing || target.closest('.modal.show')) return
  if (event.key === 'Escape' && wasOpen) return
  if (target.closest('input:not([type=checkbox]), textarea, select, [contenteditable]') && !reachesField(event, target))
    return
  if (target.closest('.dropdown-menu.show')) return
  // A control that was reached with the keyboard keeps its own keys.
  if (event.key === ' ' && target.closest('button, a, input') && !isPointed) return
  event.preventDefault()
  runCommand(command)
}

/** What a field leaves to the workspace: the finder, and undo and redo while it has nothing of its own to undo. */
function reachesField(event: KeyboardEvent, field: HTMLElement): boolean {
  if (!event.ctrlKey && !event.metaKey) return false
  const key = event.key.toLowerCase()
  return key === 'k' || ((key === 'z' || key === 'y') && !holdsOwnUndo(field))
}
