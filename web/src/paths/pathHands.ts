import { useEventListener } from '@vueuse/core'
import { Plane, Raycaster, Vector2, Vector3, type Camera } from 'three'
import { ref } from 'vue'
import type { Edit } from '../api/http'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useCancelOnEscape, useLetGoOnEscape } from '../shared/cancelling'
import type { StageScene } from '../stage/stageScene'
import type { ViewCamera } from '../stage/viewCamera'
import type { Look } from '../stage/views'
import { usePlayhead } from '../timebar/playhead'
import { useWorking } from '../working/working'
import { usePathDrawing } from './drawing'
import { usePathPoints } from './pathPoints'
import type { RopeHit } from './ropes'

/** A press that moves no farther than this, in pixels, is a click. */
const clickSlack = 4
/** So near to the pointer a rope or a point is meant, in pixels. */
const reach = 7

/** What a flat view's plane looks along. */
const normals: Partial<Record<Look, Vector3>> = {
  front: new Vector3(0, 0, 1),
  side: new Vector3(1, 0, 0),
}
const up = new Vector3(0, 1, 0)

/** A view in which a hand works. */
export interface HandView {
  element: HTMLElement
  view: ViewCamera
  look: Look
}

/** Drawing paths on the stage, and selecting and dragging their points. */
export function usePathHands(stage: StageScene) {
  const scene = useScene()
  const playhead = usePlayhead()
  const selection = useSelection()
  const drawing = usePathDrawing()
  const points = usePathPoints()
  const working = useWorking()
  /** What is selected by a box that is being drawn, in pixels of the view. */
  const box = ref<{
    left: number
    top: number
    right: number
    bottom: number
    offsetLeft: number
    offsetTop: number
  } | null>(null)
  let hand: Hand | null = null
  /** The view in which a press was taken and not let go of yet. */
  let pressed: HandView | null = null

  interface Hand {
    kind: 'draw' | 'point' | 'box'
    at: { x: number; y: number }
    view: HandView
    hasMoved: boolean
    /** Of a point: where it was, in the world, and the plane that it is dragged in. */
    from?: Vector3
    plane?: Plane
    edit?: Edit
    adds?: boolean
  }

  const spot = ({ clientX, clientY }: PointerEvent, { element }: HandView) => {
    const { left, top, width, height } = element.getBoundingClientRect()
    return { x: clientX - left, y: clientY - top, width, height }
  }

  function rayOf(event: PointerEvent, of: HandView): Raycaster {
    const { x, y, width, height } = spot(event, of)
    const ray = new Raycaster()
    ray.setFromCamera(new Vector2((x / width) * 2 - 1, 1 - (y / height) * 2), of.view.camera)
    return ray
  }

  /** The plane of a flat view, or the ground, through a place. */
  const planeThrough = (look: Look, place: Vector3) =>
    new Plane().setFromNormalAndCoplanarPoint(normals[look] ?? up, place)

  /** Where a click sets a point: on what is under the pointer, else on the ground; in a flat view in its plane. */
  function placeAt(event: PointerEvent, of: HandView): [number, number, number] | null {
    const ray = rayOf(event, of)
    const last = drawing.points.at(-1)?.at
    const plane = planeThrough(
      of.look,
      last && of.look !== 'top' && normals[of.look] ? new Vector3(last.x, last.y, last.z) : new Vector3(),
    )
    const on = of.look in normals || of.look === 'top' ? null : stage.hit(ray)
    const place = on ?? ray.ray.intersectPlane(plane, new Vector3())
    if (!place || place.length() > 1e5) return null
    return place.toArray().map((part) => Math.round(part * 1e3) / 1e3) as [number, number, number]
  }

  function under(event: PointerEvent, of: HandView): RopeHit | null {
    const { x, y, width, height } = spot(event, of)
    return stage.ropes.under(of.view.camera as Camera, width, height, x, y, reach)
  }

  /** Whether the pointer is over the first point of what is being drawn. */
  function isOverStart(event: PointerEvent, of: HandView): boolean {
    const first = drawing.points[0]?.at
    if (!first || drawing.count < 3) return false
    const { x, y, width, height } = spot(event, of)
    const at = new Vector3(first.x, first.y, first.z).project(of.view.camera)
    return Math.hypot(((at.x + 1) / 2) * width - x, ((1 - at.y) / 2) * height - y) <= reach + 3
  }

  /** @returns whether the press is taken, and nothing else is to hear of it. */
  function press(event: PointerEvent, of: HandView): boolean {
    if (event.button !== 0 || playhead.playing) return false
    const at = { x: event.clientX, y: event.clientY }
    if (drawing.isOn) {
      if (isOverStart(event, of)) void drawing.end(true)
      else {
        const place = placeAt(event, of)
        if (place) drawing.add(place)
        hand = { kind: 'draw', at, view: of, hasMoved: false }
      }
      return take(event, of)
    }
    if (drawing.isChoosing) {
      void drawing.chosen(under(event, of)?.object ?? null)
      return take(event, of)
    }
    const path = points.path
    if (!path) return false
    const hit = working.isLocked(path.id) ? null : under(event, of)
    if (hit?.object === path.id && hit.point !== null) {
      const adds = event.ctrlKey || event.metaKey || event.shiftKey
      if (!adds && !points.points.has(hit.point)) points.select([hit.point])
      else if (adds) points.select([hit.point], true)
      const from = stage.ropes.placeOf(path.id, hit.point)!
      hand = { kind: 'point', at, view: of, hasMoved: false, from, plane: planeThrough(of.look, from), adds }
      return take(event, of)
    }
    if (event.ctrlKey || event.metaKey) {
      hand = { kind: 'box', at, view: of, hasMoved: false, adds: event.shiftKey }
      return take(event, of)
    }
    return false
  }

  /** The view rests while the hand does something else than turn it. */
  function take(event: PointerEvent, of: HandView): true {
    const { view, element } = of
    view.resting = true
    pressed = of
    element.setPointerCapture(event.pointerId)
    return true
  }

  function move(event: PointerEvent, of: HandView): void {
    if (!hand) {
      if (drawing.isOn && !event.buttons) drawing.hover(placeAt(event, of))
      return
    }
    hand.hasMoved ||= Math.hypot(event.clientX - hand.at.x, event.clientY - hand.at.y) > clickSlack
    if (!hand.hasMoved) return
    if (hand.kind === 'draw') {
      const place = placeAt(event, of)
      if (place) drawing.pull(place)
    } else if (hand.kind === 'point') drag(event, of)
    else {
      const { x, y } = spot(event, of)
      const { left, top } = of.element.getBoundingClientRect()
      const [startX, startY] = [hand.at.x - left, hand.at.y - top]
      const { offsetLeft, offsetTop } = of.element.parentElement!
      box.value = {
        left: Math.min(x, startX),
        top: Math.min(y, startY),
        right: Math.max(x, startX),
        bottom: Math.max(y, startY),
        offsetLeft,
        offsetTop,
      }
    }
  }

  /** Drags the selected points along the ground, with Shift up and down; in a flat view in its plane. */
  function drag(event: PointerEvent, of: HandView): void {
    const { from, plane } = hand!
    const ray = rayOf(event, of)
    const isUp = event.shiftKey && of.look === 'free'
    const upright = new Plane().setFromNormalAndCoplanarPoint(
      new Vector3().copy(ray.ray.direction).setY(0).normalize(),
      from!,
    )
    const place = ray.ray.intersectPlane(isUp ? upright : plane!, new Vector3())
    if (!place) return
    const by = isUp ? new Vector3(0, place.y - from!.y, 0) : place.sub(from!)
    const [x, y, z] = by.toArray().map((part) => Math.round(part * 1e3) / 1e3) as [number, number, number]
    hand!.edit = {
      edit: 'movePathPoints',
      path: points.path!.id,
      points: [...points.points],
      by: { x, y, z },
      at: playhead.frame,
    }
    scene.tryEdit(hand!.edit)
  }

  function release(event: PointerEvent): boolean {
    if (!hand) {
      if (!pressed) return false
      pressed.view.resting = false
      pressed = null
      return true
    }
    const { kind, view, hasMoved, edit, adds } = hand
    hand = pressed = null
    view.view.resting = false
    if (kind === 'point') {
      if (hasMoved && edit) void scene.keepTry(edit)
    } else if (kind === 'box' && box.value && points.path) {
      const { width, height } = view.element.getBoundingClientRect()
      points.select(stage.ropes.within(points.path.id, view.view.camera, width, height, box.value), adds)
    }
    box.value = null
    event.stopPropagation()
    return true
  }

  /** A double-click ends what is drawn; on the rope of the selected path it puts a point there. */
  async function doubled(event: PointerEvent, of: HandView): Promise<void> {
    if (drawing.isOn) {
      // Each of its two presses has set a point.
      drawing.back()
      return drawing.end()
    }
    const hit = points.path ? under(event, of) : null
    if (hit?.object !== points.path?.id || !hit || hit.point !== null) return
    const kept = await scene.edit({ edit: 'insertPathPoint', path: hit.object, segment: hit.segment, u: hit.u })
    if (kept?.changed) points.select([hit.segment + 1])
  }

  useCancelOnEscape(
    () => hand !== null || drawing.isOn || drawing.isChoosing,
    () => {
      if (hand) {
        hand.view.view.resting = false
        if (hand.kind === 'point') void scene.dropTry()
      }
      hand = null
      box.value = null
      if (drawing.isChoosing) void drawing.chosen(null)
      else if (drawing.isOn) drawing.cancel()
    },
  )
  useLetGoOnEscape(
    () => points.points.size > 0,
    () => points.select([]),
  )
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (isTyping(event)) return
      if (drawing.isOn && event.key === 'Enter') void drawing.end()
      else if (drawing.isOn && (event.key === 'Backspace' || event.key === 'Delete' || isUndo(event))) drawing.back()
      else if (
        points.path &&
        points.points.size &&
        !selection.keyCount &&
        (event.key === 'Delete' || event.key === 'Backspace')
      )
        void scene.edit({ edit: 'deletePathPoints', path: points.path.id, points: [...points.points] })
      else return
      event.preventDefault()
      event.stopImmediatePropagation()
    },
    { capture: true },
  )

  return { press, move, release, doubled, under, box, isDragging: () => pressed !== null }
}

/** Ctrl Z takes back what the hand did last: the last point. */
const isUndo = ({ key, ctrlKey, metaKey, shiftKey }: KeyboardEvent) =>
  (ctrlKey || metaKey) && !shiftKey && key.toLowerCase() === 'z'

const isTyping = ({ target }: KeyboardEvent) =>
  target instanceof HTMLElement && target.closest('input, textarea, select, [contenteditable], .modal') !== null
