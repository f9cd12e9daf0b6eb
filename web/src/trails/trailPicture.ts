import { Vector3 } from 'three'
import { useLayers } from '../layers/layers'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { usePending } from '../values/pending'
import { usePlayhead } from '../timebar/playhead'
import { hasShape } from '../stage/meshes'
import { useViews } from '../stage/views'
import type { BentPoints } from '../deform/bentPoints'
import { BentPlaces } from './bentPlaces'
import { posesAround, type PosePicture } from './posesAround'
import type { TrailPicture } from './trailLines'
import { spaceOf, trailOf, type Trail } from './trail'
import { handlesAt, type TrailHandle } from './trailHandles'
import { useTrails } from './trails'
import { WorldPlaces } from './worldPlaces'

const noWays: readonly Float32Array[] = []

/**
 * Makes the trails that are to be drawn, and keeps what they are made of for as long as nothing changes.
 * @param points Where bent points are worked out; nothing while nothing is drawn.
 */
export function useTrailPicture(points: () => BentPoints | null) {
  const scene = useScene()
  const playhead = usePlayhead()
  const pending = usePending()
  const layers = useLayers()
  const views = useViews()
  const trails = useTrails()
  let places: WorldPlaces | null = null
  let bent: BentPlaces | null = null
  let madeOf = ''
  let last: readonly Trail[] = []
  let handles: readonly TrailHandle[] = []

  /** Where things are, as it is seen now. */
  function world(): WorldPlaces {
    const held = pending.count ? pending.get : null
    const now = `${scene.id} ${scene.seenVersion} ${scene.rowsVersion} ${held ? playhead.frame : ''}`
    // What a hand holds changes with every move of it.
    if (!places || madeOf !== now || held) {
      places = new WorldPlaces(scene.model, scene.book, { frame: playhead.frame, held })
      bent = null
    }
    madeOf = now
    return places
  }

  /** Where they come to lie, carried by what is bent. */
  function seen(): BentPlaces {
    const now = world()
    return (bent ??= new BentPlaces(scene.model, now, points()))
  }

  /** The camera that trails are seen from, where they are to be drawn as one sees them. */
  function camera(): number | null {
    const { look } = views.active
    return typeof look === 'number' ? look : (scene.model.inOrder().find(({ kind }) => kind === 'camera')?.id ?? null)
  }

  const space = () => spaceOf(trails.space, camera(), playhead.frame, world())

  /** @param changed Frames that a hand is about to change, with how far that reaches; null while it does not. */
  function picture(changed: { object: number; frames: readonly number[] } | null): TrailPicture | null {
    if (trails.objects.length === 0 && trails.ways.length === 0) {
      last = []
      handles = []
      return null
    }
    const { shown } = space()
    const { frame } = playhead
    const span = trails.framesAt(frame)
    last = trails.objects.flatMap((id) => {
      const object = scene.model.objects.get(id)
      return object && !object.path
        ? [trailOf(scene.model, object, span, Math.round(frame), seen(), shown, layers.active?.id ?? null)]
        : []
    })
    handles = handlesOfSelected()
    const reach = layers.reaches
    const heldFrames = pending.count ? [frame] : []
    const frames = changed?.frames ?? heldFrames
    return {
      trails: last,
      poses: poses(),
      // A plain copy: it is looked at for every point.
      settings: { ...trails.settings, every: trails.sampled.length ? 0 : trails.settings.every },
      isPlaying: playhead.playing,
      handles,
      reached: (object, at) =>
        reach !== null &&
        frames.some((each) => Math.abs(each - at) < reach) &&
        (changed ? changed.object === object : pending.list().some((value) => value.object === object)),
      selected: trails.isSelected,
      sampled: sampledWays(),
      // Places of the world are drawn as they are, and need not be led anywhere for each picture.
      ways: trails.space === 'world' ? trails.ways : trails.ways.map((way) => ({ ...way, places: shownPlaces(way) })),
    }
  }

  /** Whole poses; none while it plays, when they would only be in the way. */
  function poses(): PosePicture | null {
    if (trails.settings.poses === 0 || playhead.playing || trails.sampled.length > 0) return null
    const now = Math.round(playhead.frame)
    const inside = new Set(trails.objects)
    for (const { id, parent } of scene.model.inOrder()) if (parent !== null && inside.has(parent)) inside.add(id)
    const objects = scene.model.inOrder().filter(({ id }) => inside.has(id))
    const things = objects.filter(({ kind }) => hasShape(kind)).length
    return {
      poses: posesAround(trails.settings.poses, trails.framesAt(playhead.frame), now, things),
      objects,
      worldOf: (id, frame) => world().at(id, frame),
      readOf: (object, frame) => world().reader(object, frame),
      lead: space().lead,
    }
  }

  /** The ways that a bake would sample, as they are drawn. */
  function sampledWays(): readonly Float32Array[] {
    if (trails.sampled.length === 0) return noWays
    return trails.sampled.map((way) => shownPlaces(way, scene.model.objects.get(way.object)))
  }

  /** Places of the world as they are drawn. */
  function shownPlaces(
    { frames, places }: { frames: readonly number[]; places: ArrayLike<number> },
    object?: SceneObject,
  ): Float32Array {
    const { shown } = space()
    const drawn = new Float32Array(places.length).fill(NaN)
    const all = frames.map((frame, i) => [Math.round(frame), new Vector3().fromArray(places, i * 3)] as const)
    const bent = object ? seen().bend(object, all) : all.map(([, place]) => place)
    bent.forEach((place, i) => shown(place, all[i]![0])?.toArray(drawn, i * 3))
    return drawn
  }

  /** Those of the selected points; a layer's curves are added to others and have none of their own in space. */
  function handlesOfSelected(): TrailHandle[] {
    if (layers.active || trails.selected.size === 0) return []
    const { shown, back } = space()
    if (!back) return []
    return [...trails.selected].flatMap(([id, frames]) => {
      const object = scene.model.objects.get(id)
      return object ? [...frames].flatMap((frame) => handlesAt(scene.model, object, frame, world(), seen(), shown)) : []
    })
  }

  return { picture, space, world, seen, drawn: () => last, handles: () => handles }
}
