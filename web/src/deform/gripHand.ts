import type { HandView } from '../paths/pathHands'
import { channelRow } from '../scene/held'
import { useScene } from '../scene/sceneStore'
import { useCancelOnEscape } from '../shared/cancelling'
import { usePlayhead } from '../timebar/playhead'
import { usePending } from '../values/pending'
import { useWorking } from '../working/working'

/** What a hand holds: something of an object that some of its channels say. */
export interface Gripped {
  object: number
  channels: readonly string[]
}

/**
 * A hand that drags something on the stage which channels of an object say: what it changes is held until it lets go, and
 * given up with Escape.
 * @param take What the hand takes hold of there; null where there is nothing.
 * @param drag The values that the hand gives now, and what is told of them; null where it gives none.
 */
export function useGripHand<T extends Gripped>(
  take: (event: PointerEvent, of: HandView) => T | null,
  drag: (event: PointerEvent, of: HandView, held: T) => { values: Record<string, number>; words: string } | null,
  tell: (words: string | null) => void,
) {
  const scene = useScene()
  const pending = usePending()
  const playhead = usePlayhead()
  const working = useWorking()
  let hand: { held: T; of: HandView } | null = null

  /** @returns whether the press is taken, and nothing else is to hear of it. */
  function press(event: PointerEvent, of: HandView): boolean {
    if (event.button !== 0 || playhead.playing) return false
    const held = take(event, of)
    if (!held || working.isLocked(held.object)) return false
    hand = { held, of }
    of.view.resting = true
    of.element.setPointerCapture(event.pointerId)
    event.stopImmediatePropagation()
    scene.hold(held.channels.map((channel) => channelRow(held.object, channel)))
    return true
  }

  function move(event: PointerEvent): boolean {
    if (!hand) return false
    const { held, of } = hand
    const given = drag(event, of, held)
    if (!given) return true
    pending.hold(Object.entries(given.values).map(([channel, value]) => ({ object: held.object, channel, value })))
    tell(given.words)
    return true
  }

  function letGo(): void {
    if (hand) hand.of.view.resting = false
    hand = null
    tell(null)
  }

  function release(event: PointerEvent): boolean {
    if (!hand) return false
    letGo()
    void pending.finish()
    event.stopPropagation()
    return true
  }

  useCancelOnEscape(
    () => hand !== null,
    () => {
      letGo()
      pending.cancel()
    },
  )

  return { press, move, release, isDragging: () => hand !== null }
}
