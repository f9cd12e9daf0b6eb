import { Plane, Raycaster, Vector2, Vector3, type Camera } from 'three'
import type { Edit, KeySet } from '../api/http'
import { useLayers } from '../layers/layers'
import type { HandView } from '../paths/pathHands'
import { useScene } from '../scene/sceneStore'
import { useCancelOnEscape, useLetGoOnEscape } from '../shared/cancelling'
import { usePlayhead } from '../timebar/playhead'
import { lengthOf, positions, type Trail } from './trail'
import type { TrailHandle } from './trailHandles'
import type { useTrailEdits } from './trailEdits'
import { useTrails } from './trails'
import type { useTrailPicture } from './trailPicture'

/** So near to the pointer a point of a trail is meant, in pixels. */
const reach = 8
/** A press that moves no farther than this, in pixels, is a click. */
const clickSlack = 4

interface Hit {
  trail: Trail
  frame: number
  /** The handle that is meant, and not the point. */
  handle?: TrailHandle
}

interface Hand {
  hit: Hit
  view: HandView
  at: { x: number; y: number }
  hasMoved: boolean
  adds: boolean
  /** The plane that the point is dragged in, and where it was, both as drawn. */
  plane: Plane
  from: Vector3
  /** The keys that go along in time, as they stood when the hand took hold. */
  keys: KeySet[]
  edit: Edit | null
}

/** Selecting and dragging the points of trails. */
export function useTrailHands(
  picture: ReturnType<typeof useTrailPicture>,
  edits: ReturnType<typeof useTrailEdits>,
  redraw: () => void,
) {
  const scene = useScene()
  const playhead = usePlayhead()
  const trails = useTrails()
  const layers = useLayers()
  let hand: Hand | null = null

  const spot = (event: PointerEvent, { element }: HandView) => {
    const { left, top, width, height } = element.getBoundingClientRect()
    return { x: event.clientX - left, y: event.clientY - top, width, height }
  }

  /** The end of a handle under the pointer. */
  function handleUnder(event: PointerEvent, of: HandView): Hit | null {
    const { x, y, width, height } = spot(event, of)
    for (const handle of picture.handles()) {
      const at = handle.to.clone().project(of.view.camera as Camera)
      if (at.z < -1 || at.z > 1) continue
      if (Math.hypot(((at.x + 1) / 2) * width - x, ((1 - at.y) / 2) * height - y) > reach) continue
      const trail = picture.drawn().find(({ object }) => object === handle.object)
      if (trail) return { trail, frame: handle.frame, handle }
    }
    return null
  }

  /** The point of a trail under the pointer, keys before dots. */
  function under(event: PointerEvent, of: HandView): Hit | null {
    const { x, y, width, height } = spot(event, of)
    let best: Hit | null = null
    let nearest = reach
    for (const trail of picture.drawn()) {
      const { every } = trails.settings
      for (let i = 0; i < lengthOf(trail); i++) {
        const frame = trail.first + i
        const isMark = trail.keys[i]! > 0 || frame === trail.now || trails.isSelected(trail.object, frame)
        if (!isMark && (every === 0 || i % every !== 0)) continue
        const at = placed(trail, i)
        if (!at) continue
        at.project(of.view.camera as Camera)
        if (at.z < -1 || at.z > 1) continue
        const isAbove = frame === trail.now || trails.isSelected(trail.object, frame)
        // Marks that stand out are meant before others.
        const lead = isAbove ? 5 : isMark ? 2 : 0
        const away = Math.hypot(((at.x + 1) / 2) * width - x, ((1 - at.y) / 2) * height - y) - lead
        if (away >= nearest) continue
        nearest = away
        best = { trail, frame }
      }
    }
    return best
  }

  function placed({ places }: Trail, i: number): Vector3 | null {
    const at = new Vector3().fromArray(places, i * 3)
    return Number.isNaN(at.x) ? null : at
  }

  /** @returns whether the press is taken, and nothing else is to hear of it. */
  function press(event: PointerEvent, of: HandView): boolean {
    if (event.button !== 0 || playhead.playing || trails.objects.length === 0) return false
    const hit = handleUnder(event, of) ?? under(event, of)
    if (!hit) return false
    const adds = event.ctrlKey || event.metaKey
    if (!adds && !trails.isSelected(hit.trail.object, hit.frame)) trails.select(hit.trail.object, hit.frame)
    const from = hit.handle?.to.clone() ?? placed(hit.trail, hit.frame - hit.trail.first)!
    const plane = new Plane().setFromNormalAndCoplanarPoint(of.view.camera.getWorldDirection(new Vector3()), from)
    hand = {
      hit,
      view: of,
      at: { x: event.clientX, y: event.clientY },
      hasMoved: false,
      adds,
      plane,
      from,
      keys: [],
      edit: null,
    }
    hand.keys = keysOn(hit.trail.object, framesOf(hand))
    of.view.resting = true
    of.element.setPointerCapture(event.pointerId)
    // The handles that come to the point would take the same press.
    event.stopImmediatePropagation()
    redraw()
    return true
  }

  function move(event: PointerEvent): boolean {
    if (!hand) return false
    hand.hasMoved ||= Math.hypot(event.clientX - hand.at.x, event.clientY - hand.at.y) > clickSlack
    if (!hand.hasMoved) return true
    const { handle } = hand.hit
    const edit = handle
      ? bending(event, hand, handle)
      : event.shiftKey
        ? alongTime(event, hand)
        : throughSpace(event, hand)
    if (edit) scene.tryEdit((hand.edit = edit))
    return true
  }

  const rayOf = (event: PointerEvent, of: HandView) => {
    const { x, y, width, height } = spot(event, of)
    const ray = new Raycaster()
    ray.setFromCamera(new Vector2((x / width) * 2 - 1, 1 - (y / height) * 2), of.view.camera)
    return ray.ray
  }

  /** The frames that go along: those selected on the trail, the one under the hand among them. */
  const framesOf = ({ hit }: Hand) => [...new Set([...(trails.selected.get(hit.trail.object) ?? []), hit.frame])]

  /** Moves the points in the plane of the view; along an axis of the world with X, Y or Z held. */
  function throughSpace(event: PointerEvent, of: Hand): Edit | null {
    const by = rayOf(event, of.view).intersectPlane(of.plane, new Vector3())?.sub(of.from)
    if (!by) return null
    if (axis) by.set(axis === 'x' ? by.x : 0, axis === 'y' ? by.y : 0, axis === 'z' ? by.z : 0)
    const { trail } = of.hit
    return edits.moved(
      framesOf(of).flatMap((frame) => {
        const i = frame - trail.first
        const drawn = i >= 0 && i < lengthOf(trail) ? placed(trail, i) : null
        return drawn ? [{ object: trail.object, frame, from: drawn, place: drawn.clone().add(by) }] : []
      }),
    )
  }

  /** Pulls a handle in the plane of the view; with Alt by itself, so that a corner comes in. */
  function bending(event: PointerEvent, of: Hand, handle: TrailHandle): Edit | null {
    const place = rayOf(event, of.view).intersectPlane(of.plane, new Vector3())
    return place && edits.bent(handle, place, event.altKey)
  }

  /** Moves the keys of a point along the trail, to the time of what is under the pointer. */
  function alongTime(event: PointerEvent, of: Hand): Edit | null {
    const { trail, frame } = of.hit
    const { x, y, width, height } = spot(event, of.view)
    let [nearest, to] = [Infinity, frame]
    for (let i = 0; i < lengthOf(trail); i++) {
      const at = placed(trail, i)?.project(of.view.view.camera as Camera)
      if (!at || at.z < -1 || at.z > 1) continue
      const away = Math.hypot(((at.x + 1) / 2) * width - x, ((1 - at.y) / 2) * height - y)
      if (away < nearest) [nearest, to] = [away, trail.first + i]
    }
    const { keys } = of
    if (keys.length === 0) return edits.tell('There is no key on this frame; drag it without Shift to set one.')
    return { edit: 'moveKeys', keys, frames: to - frame, played: true, meet: 'replace' }
  }

  /** The keys of the position on some frames, where hands work. */
  function keysOn(id: number, frames: readonly number[]): KeySet[] {
    const object = scene.model.objects.get(id)
    const { ticksPerFrame } = scene.settings
    const names = object?.follow ? ['follow.travel', ...positions] : positions
    return names.flatMap((name) => {
      const channel = object?.channels.get(layers.nameOf(id, name))
      if (!channel) return []
      const seen = channel.played ?? channel.keys.times
      const times = Array.from(channel.keys.times).filter((_, i) =>
        frames.includes(Math.round(seen[i]! / ticksPerFrame)),
      )
      return times.length ? [{ object: id, channel: channel.name, times }] : []
    })
  }

  function release(event: PointerEvent): boolean {
    if (!hand) return false
    const { hit, view, hasMoved, adds, edit } = hand
    hand = null
    edits.letGo()
    view.view.resting = false
    if (edit) void scene.keepTry(edit)
    else if (!hasMoved && adds) trails.select(hit.trail.object, hit.frame, true)
    redraw()
    event.stopPropagation()
    return true
  }

  // The axis that a hand is held to, for as long as its key is down.
  let axis: 'x' | 'y' | 'z' | null = null
  function hold(event: KeyboardEvent): void {
    const key = event.key.toLowerCase()
    if (!hand || !isAxis(key) || event.ctrlKey || event.metaKey) return
    axis = event.type === 'keydown' ? key : axis === key ? null : axis
    event.preventDefault()
    event.stopImmediatePropagation()
  }

  useCancelOnEscape(
    () => hand !== null,
    () => {
      hand!.view.view.resting = false
      if (hand!.edit) void scene.dropTry()
      hand = null
      edits.letGo()
      redraw()
    },
  )
  useLetGoOnEscape(
    () => trails.selected.size > 0,
    () => {
      trails.letGo()
      redraw()
    },
  )

  /** What the hand is about to change, for whoever shows how far that reaches. */
  const changed = () =>
    hand?.edit && !hand.hit.handle ? { object: hand.hit.trail.object, frames: framesOf(hand) } : null

  return { press, move, release, hold, changed, isDragging: () => hand?.hasMoved === true }
}

const isAxis = (key: string): key is 'x' | 'y' | 'z' => key === 'x' || key === 'y' || key === 'z'
