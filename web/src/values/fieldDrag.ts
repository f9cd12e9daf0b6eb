import type { Held } from './fieldSteps'

/** Pixels that are one step, and that a press may move before it is a drag. */
const pixelsOfStep = 3
const slack = 4

/** A drag sideways over a field changes its value; a press that does not move is told apart. */
export function useFieldDrag({
  value,
  isTyping,
  moved,
  pressed,
  hold,
  keep,
  cancel,
}: Held & {
  value: () => number
  isTyping: () => boolean
  /** A value so many steps further. */
  moved: (from: number, steps: number, event: PointerEvent) => number
  pressed: () => void
}) {
  let drag: { x: number; from: number; moved: boolean } | null = null
  const dragged = (event: PointerEvent) =>
    moved(drag!.from, Math.round((event.clientX - drag!.x) / pixelsOfStep), event)

  function grab(event: PointerEvent): void {
    if (event.button !== 0 || isTyping()) return
    event.preventDefault()
    drag = { x: event.clientX, from: value(), moved: false }
    ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  }

  function pull(event: PointerEvent): void {
    if (!drag) return
    if (!drag.moved && Math.abs(event.clientX - drag.x) < slack) return
    drag.moved = true
    hold(dragged(event))
  }

  function drop(event: PointerEvent): void {
    if (!drag) return
    const isMoved = drag.moved
    if (isMoved) keep(dragged(event))
    drag = null
    if (!isMoved) pressed()
  }

  function giveUp(): void {
    if (drag?.moved) {
      hold(drag.from)
      cancel()
    }
    drag = null
  }

  return { isOn: () => drag !== null, grab, pull, drop, giveUp }
}
