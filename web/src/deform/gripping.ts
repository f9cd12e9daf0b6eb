import { Plane, Raycaster, Vector2, Vector3 } from 'three'
import type { HandView } from '../paths/pathHands'

/** Where the pointer is in a view, in pixels from its upper left. */
function spot(event: PointerEvent, { element }: HandView) {
  const { left, top, width, height } = element.getBoundingClientRect()
  return { x: event.clientX - left, y: event.clientY - top, width, height }
}

/** Of some places in the world the one that is nearest to the pointer, and how far away it is in pixels; null where none is in sight. */
export function nearestPlace(
  places: readonly Vector3[],
  event: PointerEvent,
  of: HandView,
): { away: number; place: Vector3 } | null {
  const { x, y, width, height } = spot(event, of)
  let best: { away: number; place: Vector3 } | null = null
  for (const place of places) {
    const at = place.clone().project(of.view.camera)
    if (at.z < -1 || at.z > 1) continue
    const away = Math.hypot(((at.x + 1) / 2) * width - x, ((1 - at.y) / 2) * height - y)
    if (!best || away < best.away) best = { away, place }
  }
  return best
}

/** The plane through a place that faces the view. */
export const facingPlane = (place: Vector3, of: HandView): Plane =>
  new Plane().setFromNormalAndCoplanarPoint(of.view.camera.getWorldDirection(new Vector3()), place)

/** Where the pointer is in a plane of the world; null where it looks past it. */
export function placeInPlane(event: PointerEvent, of: HandView, plane: Plane): Vector3 | null {
  const { x, y, width, height } = spot(event, of)
  const ray = new Raycaster()
  ray.setFromCamera(new Vector2((x / width) * 2 - 1, 1 - (y / height) * 2), of.view.camera)
  return ray.ray.intersectPlane(plane, new Vector3())
}

/** A hand is no more exact than a part of a step; with Ctrl held it goes in whole steps. */
export function rounded(value: number, { ctrlKey, metaKey }: PointerEvent, step: number): number {
  const unit = ctrlKey || metaKey ? step : step / 100
  return Math.round(Math.round(value / unit) * unit * 1e6) / 1e6
}
