import { keysOn } from '../trails/trail'
import type { TrailSettings, TrailSpace } from '../trails/trails'
import type { SceneModel } from '../scene/sceneModel'

/** The ways that are drawn into the pictures of a reel, as the tab hands them to the worker. */
export interface ShotTrails {
  /** Of which objects; for each frame from the first on 1 where it has a key, else 0. */
  objects: { id: number; keys: number[] }[]
  /** The frames that any of the trails may have. */
  first: number
  last: number
  settings: TrailSettings
  space: TrailSpace
  /** The camera that they are drawn as seen from, where they are. */
  camera: number | null
}

/** What the tab shows of trails now. */
export interface ShownTrails {
  objects: readonly number[]
  settings: TrailSettings
  space: TrailSpace
  camera: number | null
  layer: number | null
  /** The frames that trails have with the playhead on one. */
  framesAt: (frame: number) => [first: number, last: number]
}

/** The trails of a reel that has these frames. */
export function shotTrailsOf(
  model: SceneModel,
  shown: ShownTrails,
  frames: { first: number; last: number },
): ShotTrails {
  const first = Math.min(shown.framesAt(frames.first)[0], shown.framesAt(frames.last)[0])
  const last = Math.max(shown.framesAt(frames.first)[1], shown.framesAt(frames.last)[1])
  const count = Math.max(0, last - first + 1)
  return {
    objects: shown.objects.flatMap((id) => {
      const object = model.objects.get(id)
      return object && !object.path ? [{ id, keys: [...keysOn(model, object, first, count, shown.layer)] }] : []
    }),
    first,
    last,
    settings: { ...shown.settings },
    space: shown.space,
    camera: shown.camera,
  }
}
