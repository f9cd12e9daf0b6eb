import { Matrix4, type Vector3 } from 'three'
import { firstAtOrAfter } from '../scene/keys'
import { layeredName } from '../scene/layered'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import type { BentPlaces } from './bentPlaces'
import type { TrailSpace } from './trails'
import type { WorldPlaces } from './worldPlaces'

/** The way of an object through space, as it is drawn. */
export interface Trail {
  object: number
  first: number
  /** Where it is on each frame, x, y and z each; not a number where that is not known. */
  places: Float32Array
  /** Whether it has a key of its position on each frame, of those that hands work on. */
  keys: Uint8Array
  /** The frame of the playhead. */
  now: number
}

export const positions = ['position.x', 'position.y', 'position.z'] as const

/** How many frames a trail has. */
export const lengthOf = ({ keys }: Trail) => keys.length

/** Leads a place in the world on a frame to where it is drawn; null where that is not known. */
export type Shown = (place: Vector3, frame: number) => Vector3 | null

/** How places and whole things are drawn in a space, and how what a hand does there is led back. */
export interface Space {
  shown: Shown
  back: Shown | null
  /** From the world on a frame to where it is drawn; null where that is not known, or flat. */
  lead: (frame: number) => Matrix4 | null
}

/** The space that trails are drawn in. */
export function spaceOf(space: TrailSpace, camera: number | null, now: number, places: Pick<WorldPlaces, 'at'>): Space {
  if (space === 'world') return { shown: (place) => place, back: (place) => place, lead: () => asItIs }
  const id = space === 'camera' ? camera : space
  const here = id === null ? null : places.at(id, now)
  if (id === null || !here) return { shown: () => null, back: null, lead: () => null }
  const toHere = here.clone()
  const fromHere = here.clone().invert()
  if (space !== 'camera')
    return {
      shown: (place, frame) => {
        const there = places.at(id, frame)
        return there && place.applyMatrix4(inverse.copy(there).invert()).applyMatrix4(toHere)
      },
      back: (place, frame) => {
        const there = places.at(id, frame)
        return there && place.applyMatrix4(fromHere).applyMatrix4(there)
      },
      lead: (frame) => {
        const there = places.at(id, frame)
        return there && there.clone().invert().premultiply(toHere)
      },
    }
  // On a plane before the camera, where it sees them: what it films is what is drawn.
  return {
    shown: (place, frame) => {
      const there = places.at(id, frame)
      if (!there) return null
      place.applyMatrix4(inverse.copy(there).invert())
      return place.z > -nearest ? null : place.multiplyScalar(plane / -place.z).applyMatrix4(toHere)
    },
    back: null,
    lead: () => null,
  }
}

const asItIs = new Matrix4()
const inverse = new Matrix4()
const nearest = 0.05
/** How far before the camera what it sees is drawn. */
const plane = 4

/** The trail of an object over some frames. */
export function trailOf(
  model: SceneModel,
  object: SceneObject,
  [first, last]: readonly [number, number],
  now: number,
  places: BentPlaces,
  shown: Shown,
  layer: number | null,
): Trail {
  const count = last - first + 1
  const at = new Float32Array(count * 3).fill(NaN)
  for (let i = 0; i < count; i++) {
    const there = places.at(object, first + i)
    const place = there && shown(there, first + i)
    if (place) place.toArray(at, i * 3)
  }
  return { object: object.id, first, places: at, keys: keysOn(model, object, first, count, layer), now }
}

/** On which frames there is a key of the position, as it is seen. */
export function keysOn(
  model: SceneModel,
  object: SceneObject,
  first: number,
  count: number,
  layer: number | null,
): Uint8Array {
  const found = new Uint8Array(count)
  const { ticksPerFrame } = model.settings
  const names: readonly string[] = object.follow ? ['follow.travel', ...positions] : positions
  for (const name of names) {
    const channel = object.channels.get(layeredName(layer, name))
    if (!channel) continue
    const times = channel.played ?? channel.keys.times
    const from = channel.played ? 0 : firstAtOrAfter(channel.keys, (first - 0.5) * ticksPerFrame)
    for (let i = from; i < times.length; i++) {
      const frame = Math.round(times[i]! / ticksPerFrame) - first
      if (!channel.played && frame >= count) break
      if (frame >= 0 && frame < count) found[frame] = 1
    }
  }
  return found
}

/** How far the object goes from each frame to the next, in scene lengths; 0 where that is not known. */
export function stepsOf({ places }: Trail): Float32Array {
  const steps = new Float32Array(Math.max(0, places.length / 3 - 1))
  for (let i = 0; i < steps.length; i++) {
    const [x, y, z] = [0, 1, 2].map((axis) => places[i * 3 + 3 + axis]! - places[i * 3 + axis]!)
    steps[i] = Math.hypot(x!, y!, z!) || 0
  }
  return steps
}

/** The frames on which the pace changes suddenly: by more than most changes of the trail, and by half of its mean pace. */
export function suddenIn(steps: Float32Array): ReadonlySet<number> {
  const found = new Set<number>()
  if (steps.length < 4) return found
  const mean = steps.reduce((sum, step) => sum + step, 0) / steps.length
  const changes = Array.from(steps.slice(1), (step, i) => Math.abs(step - steps[i]!))
  const usualChange = [...changes].sort((a, b) => a - b)[Math.floor(changes.length / 2)]!
  changes.forEach((change, i) => {
    if (change > 4 * usualChange && change > mean / 2) found.add(i + 1)
  })
  return found
}
