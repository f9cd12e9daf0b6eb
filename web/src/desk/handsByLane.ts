import { useCancelOnEscape } from '../shared/cancelling'
import { useDesk } from './deskStore'
import type { Lane } from './lanes'

/** What a menu at the pointer is for. */
export type Picked = 'keys' | 'clip' | 'point' | 'sound'

/** What the mouse does in a lane of some kind. */
export interface Hands {
  grab(event: PointerEvent, lane: Lane): void
  move(event: PointerEvent, lane: Lane | undefined): void
  drop(event: PointerEvent): Promise<void>
  /** Ends a drag without doing anything. */
  cancel(): Promise<void>
  insert?(event: MouseEvent, lane: Lane): void
  /** Selects what is under the pointer, unless it is selected already. @returns what that is; null where there is nothing. */
  pick?(event: MouseEvent, lane: Lane): Picked | null
  isDragging(): boolean
}

/**
 * Gives what the mouse does to the hands of the lane that it is over; those that a drag began with go on with it.
 * @param laneAt The lane under the pointer.
 * @param handsOf The hands of a lane, or of the room beside the lanes; null where there is nothing to take.
 */
export function useHandsByLane(
  laneAt: (event: MouseEvent) => Lane | undefined,
  handsOf: (lane: Lane | undefined, event: MouseEvent) => Hands | null,
) {
  const desk = useDesk()
  let inHand: Hands | null = null

  function grab(event: PointerEvent): void {
    const lane = laneAt(event)
    inHand = handsOf(lane, event)
    inHand?.grab(event, lane!)
  }

  function move(event: PointerEvent): void {
    const lane = laneAt(event)
    desk.pointed = lane?.id ?? null
    const hands = inHand?.isDragging() ? inHand : handsOf(lane, event)
    hands?.move(event, lane)
  }

  const drop = (event: PointerEvent) => void inHand?.drop(event)
  const cancel = () => void inHand?.cancel()

  function insert(event: MouseEvent): void {
    const lane = laneAt(event)
    if (lane) handsOf(lane, event)?.insert?.(event, lane)
  }

  /** Takes what is under the pointer, for a menu. */
  function pick(event: MouseEvent): { lane: Lane | undefined; what: Picked | null } {
    const lane = laneAt(event)
    return { lane, what: (lane && handsOf(lane, event)?.pick?.(event, lane)) ?? null }
  }

  useCancelOnEscape(() => inHand?.isDragging() ?? false, cancel)

  return { grab, move, drop, cancel, insert, pick }
}
