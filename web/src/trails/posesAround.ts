import type { Matrix4 } from 'three'
import type { SceneObject } from '../scene/sceneRows'
import type { Read } from '../stage/shapes'

/** A pose before or after the playhead. */
export interface PoseAround {
  frame: number
  isPast: boolean
  /** How far it is from the playhead, of those on its side: 0 for the nearest, below 1 for the farthest. */
  far: number
}

/** Whole poses that are seen beside the present one. */
export interface PosePicture {
  poses: readonly PoseAround[]
  /** What is posed, with all that moves with it; what carries something comes before it. */
  objects: readonly SceneObject[]
  /** Where an object is in the world on a frame; null where that is not here. */
  worldOf: (object: number, frame: number) => Matrix4 | null
  readOf: (object: SceneObject, frame: number) => Read
  /** From the world on a frame to where it is drawn; null where that is not known. */
  lead: (frame: number) => Matrix4 | null
}

/** So many are seen on each side at the most. */
const mostOnASide = 12

/** So many things are drawn for them at the most: each is drawn by itself. */
const mostDrawn = 600

/**
 * The frames on which there is a whole pose: every so many from the playhead on, on both sides, the nearest first.
 * @param every Frames from one to the next; 0 for none.
 * @param span The first and the last frame on which there may be one.
 * @param things How many things each pose has; of many, only the nearest poses are seen.
 */
export function posesAround(
  every: number,
  [first, last]: readonly [number, number],
  now: number,
  things = 1,
): PoseAround[] {
  if (every <= 0) return []
  const side = (way: 1 | -1): PoseAround[] => {
    const room = way < 0 ? now - first : last - now
    const count = Math.max(0, Math.min(mostOnASide, Math.floor(room / every)))
    return Array.from({ length: count }, (_, i) => ({
      frame: now + way * every * (i + 1),
      isPast: way < 0,
      far: i / count,
    }))
  }
  return [...side(-1), ...side(1)]
    .toSorted((one, other) => Math.abs(one.frame - now) - Math.abs(other.frame - now))
    .slice(0, Math.floor(mostDrawn / Math.max(1, things)))
}
