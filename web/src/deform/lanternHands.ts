import type { Plane, Vector3 } from 'three'
import { deformerChannel } from '../scene/catalogue'
import type { HandView } from '../paths/pathHands'
import { channelRow } from '../scene/held'
import { useScene } from '../scene/sceneStore'
import { useCancelOnEscape } from '../shared/cancelling'
import { usePlayhead } from '../timebar/playhead'
import { usePending } from '../values/pending'
import { useWorking } from '../working/working'
import { facingPlane, nearestPlace, placeInPlane, rounded } from './gripping'
import type { Lantern, LanternHeld, LanternPart } from './lantern'
import { aroundAxis, pulled, type AroundAxis } from './lanternShape'

/** So near to the pointer, in pixels, the grip and a ring are meant. */
const reach = { grip: 10, ring: 6 }

interface Hand {
  part: LanternPart
  held: LanternHeld
  view: HandView
  plane: Plane
  /** Where the hand took hold, and where it was last, as the deformer sees it. */
  from: AroundAxis
  last: AroundAxis
  /** Turns that have added up. */
  strength: number
}

/** Dragging the grip and the rings of a lantern. */
export function useLanternHands(lantern: Lantern, tell: (words: string | null) => void, redraw: () => void) {
  const scene = useScene()
  const pending = usePending()
  const playhead = usePlayhead()
  const working = useWorking()
  let hand: Hand | null = null

  function under(event: PointerEvent, of: HandView): { part: LanternPart; place: Vector3 } | null {
    for (const part of ['grip', 'head', 'foot'] as const) {
      const near = nearestPlace(lantern.placesOf(part), event, of)
      if (near && near.away <= (part === 'grip' ? reach.grip : reach.ring)) return { part, place: near.place }
    }
    return null
  }

  /** Where the pointer is in the plane that the hand moves in, as the deformer sees it. */
  function around(event: PointerEvent, { view, plane, held }: Hand): AroundAxis | null {
    const place = placeInPlane(event, view, plane)
    return place && aroundAxis(held.deformer.axis, place.applyMatrix4(held.world.clone().invert()))
  }

  /** @returns whether the press is taken, and nothing else is to hear of it. */
  function press(event: PointerEvent, of: HandView): boolean {
    const held = lantern.shown
    if (event.button !== 0 || playhead.playing || !held || working.isLocked(held.object.id)) return false
    const hit = under(event, of)
    if (!hit || held.world.determinant() === 0) return false
    const plane = facingPlane(hit.place, of)
    const from = aroundAxis(held.deformer.axis, hit.place.clone().applyMatrix4(held.world.clone().invert()))
    hand = { part: hit.part, held, view: of, plane, from, last: from, strength: held.values.strength }
    of.view.resting = true
    of.element.setPointerCapture(event.pointerId)
    event.stopImmediatePropagation()
    scene.hold(channelsOf(hand).map((channel) => channelRow(held.object.id, channel)))
    return true
  }

  const channelsOf = ({ part, held: { deformer } }: Hand): string[] => {
    const goes = deformer.kind === 'wave' || deformer.kind === 'ripple'
    const own = part === 'foot' ? ['foot'] : part === 'head' ? ['length'] : [goes ? 'amount' : 'strength', 'direction']
    return own.map((channel) => deformerChannel(deformer.name, channel))
  }

  function move(event: PointerEvent, of: HandView): boolean {
    if (!hand) {
      hover(event, of)
      return false
    }
    const at = around(event, hand)
    if (!at) return true
    const { held, part, from } = hand
    const { deformer, values, object } = held
    const put = (channel: string, value: number) => ({
      object: object.id,
      channel: deformerChannel(deformer.name, channel),
      value,
    })
    if (part !== 'grip') {
      const moved = at.along - from.along
      const value =
        part === 'foot'
          ? rounded(values.foot + moved, event, 0.1)
          : Math.max(rounded(values.length + moved, event, 0.1), 1e-3)
      pending.hold([put(part === 'foot' ? 'foot' : 'length', value)])
      tell(`${part === 'foot' ? 'Foot' : 'Length'} ${value}`)
      return true
    }
    const turns = deformer.kind === 'bend' || deformer.kind === 'twist'
    const goes = deformer.kind === 'wave' || deformer.kind === 'ripple'
    const wanted = pulled(deformer, at, { ...values, strength: hand.strength }, hand.last, event.shiftKey)
    if (deformer.kind === 'twist') hand.strength = wanted.strength!
    hand.last = at
    const strength = rounded(wanted.strength!, event, turns ? 15 : 0.1)
    const changes = [put(goes ? 'amount' : 'strength', strength)]
    let words = `${deformer.name} ${strength}${turns ? '°' : ''}`
    if (wanted.direction !== undefined) {
      const direction = rounded(wanted.direction, event, 15)
      changes.push(put('direction', direction))
      words += `, towards ${direction}°`
    }
    pending.hold(changes)
    tell(words)
    return true
  }

  function hover(event: PointerEvent, of: HandView): void {
    if (event.buttons || playhead.playing || !lantern.shown) return
    const over = under(event, of)?.part ?? null
    if (over === lantern.over) return
    lantern.over = over
    of.element.style.cursor = over ? 'grab' : ''
    redraw()
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
