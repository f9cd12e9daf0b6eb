import type { Plane } from 'three'
import type { HandView } from '../paths/pathHands'
import type { FadeEdge, FadeHeld, FadePart } from './fadeEdge'
import { useGripHand, type Gripped } from './gripHand'
import { facingPlane, nearestPlace, placeInPlane, rounded } from './gripping'

/** So near to the pointer, in pixels, a grip is meant. */
const reach = 9

interface Held extends Gripped {
  part: FadePart
  fade: FadeHeld
  plane: Plane
  /** How far along the direction the hand took hold. */
  from: number
}

/** Dragging where a fade begins, and where it ends. */
export function useFadeHands(edge: FadeEdge, tell: (words: string | null) => void) {
  /** How far along the direction the pointer is. */
  function along(event: PointerEvent, of: HandView, { plane, fade }: Pick<Held, 'plane' | 'fade'>): number | null {
    const place = placeInPlane(event, of, plane)
    return place && place.applyMatrix4(fade.world.clone().invert()).dot(fade.direction)
  }

  function take(event: PointerEvent, of: HandView): Held | null {
    const fade = edge.shown
    if (!fade || fade.world.determinant() === 0) return null
    const part = (['edge', 'end'] as const).find(
      (each) => (nearestPlace(edge.placeOf(each), event, of)?.away ?? Infinity) <= reach,
    )
    if (!part) return null
    const plane = facingPlane(edge.placeOf(part)[0]!, of)
    const channels = [part === 'edge' ? 'fade.edge' : 'fade.softness']
    return { object: fade.object.id, channels, part, fade, plane, from: along(event, of, { plane, fade }) ?? 0 }
  }

  function drag(event: PointerEvent, of: HandView, held: Held) {
    const at = along(event, of, held)
    if (at === null) return null
    const { part, fade, from, channels } = held
    const value = rounded((part === 'edge' ? fade.edge : fade.softness) + at - from, event, 0.1)
    const kept = part === 'edge' ? value : Math.max(value, 0)
    return { values: { [channels[0]!]: kept }, words: `${part === 'edge' ? 'Edge' : 'Softness'} ${kept}` }
  }

  return useGripHand(take, drag, tell)
}
