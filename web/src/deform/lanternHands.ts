import type { Plane, Vector3 } from 'three'
import type { HandView } from '../paths/pathHands'
import { deformerChannel } from '../scene/catalogue'
import { usePlayhead } from '../timebar/playhead'
import { useGripHand, type Gripped } from './gripHand'
import { facingPlane, nearestPlace, placeInPlane, rounded } from './gripping'
import type { Lantern, LanternHeld, LanternPart } from './lantern'
import { aroundAxis, pulled, type AroundAxis } from './lanternShape'

/** So near to the pointer, in pixels, the grip and a ring are meant. */
const reach = { grip: 10, ring: 6 }

interface Held extends Gripped {
  part: LanternPart
  lantern: LanternHeld
  plane: Plane
  /** Where the hand took hold, and where it was last, as the deformer sees it. */
  from: AroundAxis
  last: AroundAxis
  /** Turns that have added up. */
  strength: number
}

/** Dragging the grip and the rings of a lantern. */
export function useLanternHands(lantern: Lantern, tell: (words: string | null) => void, redraw: () => void) {
  const playhead = usePlayhead()

  function under(event: PointerEvent, of: HandView): { part: LanternPart; place: Vector3 } | null {
    for (const part of ['grip', 'head', 'foot'] as const) {
      const near = nearestPlace(lantern.placesOf(part), event, of)
      if (near && near.away <= (part === 'grip' ? reach.grip : reach.ring)) return { part, place: near.place }
    }
    return null
  }

  function take(event: PointerEvent, of: HandView): Held | null {
    const shown = lantern.shown
    const hit = shown && shown.world.determinant() !== 0 ? under(event, of) : null
    if (!shown || !hit) return null
    const { deformer, object, values, world } = shown
    const from = aroundAxis(deformer.axis, hit.place.clone().applyMatrix4(world.clone().invert()))
    const channels =
      hit.part === 'foot'
        ? ['foot']
        : hit.part === 'head'
          ? ['length']
          : [goes(shown) ? 'amount' : 'strength', 'direction']
    return {
      object: object.id,
      channels: channels.map((channel) => deformerChannel(deformer.name, channel)),
      part: hit.part,
      lantern: shown,
      plane: facingPlane(hit.place, of),
      from,
      last: from,
      strength: values.strength,
    }
  }

  function drag(event: PointerEvent, of: HandView, held: Held) {
    const { lantern: shown, part, from, channels } = held
    const { deformer, values, world } = shown
    const place = placeInPlane(event, of, held.plane)
    if (!place) return null
    const at = aroundAxis(deformer.axis, place.applyMatrix4(world.clone().invert()))
    if (part !== 'grip') {
      const value = rounded((part === 'foot' ? values.foot : values.length) + at.along - from.along, event, 0.1)
      const kept = part === 'foot' ? value : Math.max(value, 1e-3)
      return { values: { [channels[0]!]: kept }, words: `${part === 'foot' ? 'Foot' : 'Length'} ${kept}` }
    }
    const turns = deformer.kind === 'bend' || deformer.kind === 'twist'
    const wanted = pulled(deformer, at, { ...values, strength: held.strength }, held.last, event.shiftKey)
    if (deformer.kind === 'twist') held.strength = wanted.strength!
    held.last = at
    const strength = rounded(wanted.strength!, event, turns ? 15 : 0.1)
    const words = `${deformer.name} ${strength}${turns ? '°' : ''}`
    if (wanted.direction === undefined) return { values: { [channels[0]!]: strength }, words }
    const direction = rounded(wanted.direction, event, 15)
    return {
      values: { [channels[0]!]: strength, [channels[1]!]: direction },
      words: `${words}, towards ${direction}°`,
    }
  }

  const hand = useGripHand(take, drag, tell)

  function move(event: PointerEvent, of: HandView): boolean {
    if (!hand.isDragging()) hover(event, of)
    return hand.move(event)
  }

  function hover(event: PointerEvent, of: HandView): void {
    if (event.buttons || playhead.playing || !lantern.shown) return
    const over = under(event, of)?.part ?? null
    if (over === lantern.over) return
    lantern.over = over
    of.element.style.cursor = over ? 'grab' : ''
    redraw()
  }

  return { ...hand, move }
}

const goes = ({ deformer: { kind } }: LanternHeld) => kind === 'wave' || kind === 'ripple'
