import { ref } from 'vue'

/** A press that moves no farther than this, in pixels, is a click. */
const slack = 6

/** Dragging a row up or down to another place among others. */
export function useLift() {
  let pressedAt: number | null = null
  /** How far it is away from its place, in pixels. */
  const shift = ref(0)

  function grab(event: PointerEvent): void {
    if (event.button !== 0) return
    pressedAt = event.clientY
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  }

  function pull(event: PointerEvent): void {
    if (pressedAt === null) return
    const distance = event.clientY - pressedAt
    shift.value = Math.abs(distance) < slack && shift.value === 0 ? 0 : distance
  }

  /** It is let go of. @returns how far it came. */
  function drop(): number {
    const moved = shift.value
    giveUp()
    return moved
  }

  function giveUp(): void {
    pressedAt = null
    shift.value = 0
  }

  return { shift, grab, pull, drop, giveUp }
}
