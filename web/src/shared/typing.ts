/** What stood in each field when it got the focus. */
const stood = new WeakMap<EventTarget, string>()

const isText = (target: EventTarget | null): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement

const note = (event: Event) => {
  // A field may show something else once it has the focus: what counts is what stands there before the first letter.
  if (isText(event.target) && !stood.has(event.target)) stood.set(event.target, event.target.value)
}
const forget = (event: Event) => {
  if (event.target) stood.delete(event.target)
}

/** Remembers what fields held before something was typed in them, until the returned function is called. */
export function watchTyping(): () => void {
  document.addEventListener('beforeinput', note, true)
  document.addEventListener('focusout', forget, true)
  return () => {
    document.removeEventListener('beforeinput', note, true)
    document.removeEventListener('focusout', forget, true)
  }
}

/** Whether something was typed in a field that its own undo would take back. */
export function holdsOwnUndo(field: HTMLElement): boolean {
  const before = stood.get(field)
  return before !== undefined && isText(field) && field.value !== before
}
