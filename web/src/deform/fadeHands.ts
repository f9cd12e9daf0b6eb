import type { Plane } from 'three'
import type { HandView } from '../paths/pathHands'
import { channelRow } from '../scene/held'
import { useScene } from '../scene/sceneStore'
import { useCancelOnEscape } from '../shared/cancelling'
import { usePlayhead } from '../timebar/playhead'
import { usePending } from '../values/pending'
import { useWorking } from '../working/working'
import type { FadeEdge, FadeHeld, FadePart } from './fadeEdge'
import { facingPlane, nearestPlace, placeInPlane, rounded } from './gripping'

/** So near to the pointer, in pixels, a grip is meant. */
const reach = 9

/** Dragging where a fade begins, and where it ends. */
export function useFadeHands(edge: FadeEdge, tell: (words: string | null) => void) {
  const scene = useScene()
  const pending = usePending()
  const playhead = usePlayhead()
  const working = useWorking()
  let hand: { part: FadePart; held: FadeHeld; view: HandView; plane: Plane; from: number } | null = null

  function press(event: PointerEvent, of: HandView): boolean {
    const held = edge.shown
    if (event.button !== 0 || playhead.playing || !held || working.isLocked(held.object.id)) return false
    const part = (['edge', 'end'] as const).find(
      (each) => (nearestPlace(edge.placeOf(each), event, of)?.away ?? Infinity) <= reach,
    )
    if (!part || held.world.determinant() === 0) return false
    const plane = facingPlane(edge.placeOf(part)[0]!, of)
    hand = { part, held, view: of, plane, from: 0 }
    hand.from = along(event) ?? 0
    of.view.resting = true
    of.element.setPointerCapture(event.pointerId)
    event.stopImmediatePropagation()
    scene.hold([channelRow(held.object.id, part === 'edge' ? 'fade.edge' : 'fade.softness')])
    return true
  }

  /** How far along the direction the pointer is. */
  function along(event: PointerEvent): number | null {
    const { held, view, plane } = hand!
    const place = placeInPlane(event, view, plane)
    return place && place.applyMatrix4(held.world.clone().invert()).dot(held.direction)
  }

  function move(event: PointerEvent): boolean {
    if (!hand) return false
    const at = along(event)
    if (at === null) return true
    const { part, held, from } = hand
    const moved = at - from
    const channel = part === 'edge' ? 'fade.edge' : 'fade.softness'
    const was = part === 'edge' ? held.edge : held.softness
    const value = part === 'edge' ? rounded(was + moved, event, 0.1) : Math.max(rounded(was + moved, event, 0.1), 0)
    pending.hold([{ object: held.object.id, channel, value }])
    tell(`${part === 'edge' ? 'Edge' : 'Softness'} ${value}`)
    return true
  }

  function letGo(): void {
    if (hand) hand.view.view.resting = false
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
