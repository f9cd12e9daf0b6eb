import { Vector3 } from 'three'
import { inOf, outOf } from '../scene/keys'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import { positions, type Shown } from './trail'
import type { BentPlaces } from './bentPlaces'
import type { WorldPlaces } from './worldPlaces'

/** A handle of the way through space at a key: what the free handles of the position's curves have in common. */
export interface TrailHandle {
  object: number
  frame: number
  /** When the keys stand, in ticks. */
  time: number
  side: 'in' | 'out'
  /** Both ends, as they are drawn. */
  from: Vector3
  to: Vector3
}

/** The handles at an object's key on a frame; none where its curves have none in common. */
export function handlesAt(
  model: SceneModel,
  object: SceneObject,
  frame: number,
  places: WorldPlaces,
  bent: BentPlaces,
  shown: Shown,
): TrailHandle[] {
  const time = Math.round(frame * model.settings.ticksPerFrame)
  const outer = places.around(object, frame)
  const world = places.at(object.id, frame)
  if (!outer || !world) return []
  const local = new Vector3().setFromMatrixPosition(world).applyMatrix4(outer.clone().invert())
  const there = bent.at(object, frame)
  const from = there && shown(there, frame)
  return (['in', 'out'] as const).flatMap((side) => {
    const by = offsetAt(object, time, side)
    const to = by && shown(bent.bend(object, [[frame, local.clone().add(by).applyMatrix4(outer)]])[0]!, frame)
    return from && to ? [{ object: object.id, frame, time, side, from, to }] : []
  })
}

/** How far a handle goes through space; null where the curves that have a key there have none in common. */
function offsetAt(object: SceneObject, time: number, side: 'in' | 'out'): Vector3 | null {
  const by = new Vector3()
  let length: number | null = null
  for (const [axis, name] of positions.entries()) {
    const channel = object.channels.get(name)
    // Where time flows otherwise, a handle in the keys' time is none in what is seen.
    if (channel?.played) return null
    const at = channel ? channel.keys.times.findIndex((each) => Math.abs(each - time) <= 1) : -1
    if (!channel || at < 0) continue
    const { modes, handles } = channel.keys
    if ((side === 'in' ? inOf : outOf)(modes[at]!) !== 'free') return null
    const [ticks, value] =
      side === 'in' ? [handles[at * 4]!, handles[at * 4 + 1]!] : [handles[at * 4 + 2]!, handles[at * 4 + 3]!]
    // They travel as 32-bit floats.
    if (length !== null && Math.abs(ticks - length) > Math.abs(length) * 1e-5 + 1) return null
    length = ticks
    by.setComponent(axis, value)
  }
  return length ? by : null
}
