import { Vector3 } from 'three'
import type { Edit } from '../api/http'
import { useLayers } from '../layers/layers'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useKeySettings } from '../values/keySettings'
import { useWorking } from '../working/working'
import { positions } from './trail'
import type { TrailHandle } from './trailHandles'
import type { useTrailPicture } from './trailPicture'

/** Less than this a hand does not move a point, in scene lengths; what is bent is known less exactly. */
const leastStraight = 1e-5
const leastBent = 1e-4

/** A point of a trail, and where a hand wants it, as it is drawn. */
export interface Wanted {
  object: number
  frame: number
  /** Where it was when the hand took hold of it. */
  from: Vector3
  place: Vector3
}

/** The edits by which points of trails come to be where a hand wants them. */
export function useTrailEdits(picture: ReturnType<typeof useTrailPicture>) {
  const scene = useScene()
  const layers = useLayers()
  const settings = useKeySettings()
  const working = useWorking()
  const notices = useNotices()
  let isTold = false

  /** Says once for each hold of the hand why nothing comes of it. */
  function tell(words: string): null {
    if (!isTold) notices.say(words)
    isTold = true
    return null
  }
  const letGo = () => void (isTold = false)

  /** Keys of the position on the points' frames, in the layer that takes keys; null where there is nothing to be done. */
  function moved(points: readonly Wanted[]): Edit | null {
    const { back } = picture.space()
    if (!back) return tell('What the camera sees is only shown; draw the trail in the world to bend it.')
    const world = picture.world()
    const frames = new Map<number, { object: number; channel: string; value: number }[]>()
    for (const { object: id, frame, from, place } of points) {
      const object = scene.model.objects.get(id)
      const outer = object && world.around(object, frame)
      if (!object || !outer || Math.abs(outer.determinant()) < 1e-12) continue
      if (working.isLocked(id)) return tell(`${object.name} is locked in this window.`)
      const inner = outer.clone().invert()
      const [there, before] = [back(place.clone(), frame), back(from.clone(), frame)]
      if (!there || !before) continue
      const seen = picture.seen()
      const [wanted, was] = [there, before].map((each) => seen.straighten(object, frame, each)?.applyMatrix4(inner))
      if (!wanted || !was) return tell(`What bends ${object.name} leads nowhere to this place.`)
      const least = seen.isBent(object) ? leastBent : leastStraight
      const values = positions.flatMap((channel, i) =>
        // What does not move gets no key.
        Math.abs(wanted.getComponent(i) - was.getComponent(i)) < least
          ? []
          : [
              {
                object: id,
                channel: layers.nameOf(id, channel),
                value: Math.round(wanted.getComponent(i) * 1e6) / 1e6,
              },
            ],
      )
      if (values.length) frames.set(frame, [...(frames.get(frame) ?? []), ...values])
    }
    return frames.size
      ? {
          edit: 'keyFrames',
          frames: [...frames].map(([frame, values]) => ({ frame, values })),
          interpolation: settings.interpolation,
          reach: layers.reaches ?? undefined,
        }
      : null
  }

  /** Brings the end of a handle to a place. */
  function bent({ object: id, frame, time, side }: TrailHandle, place: Vector3, alone: boolean): Edit | null {
    const { back } = picture.space()
    const world = picture.world()
    const object = scene.model.objects.get(id)
    const outer = object && world.around(object, frame)
    const there = world.at(id, frame)
    if (!back || !object || !outer || !there) return null
    if (working.isLocked(id)) return tell(`${object.name} is locked in this window.`)
    const inner = outer.clone().invert()
    const at = new Vector3().setFromMatrixPosition(there).applyMatrix4(inner)
    const bent = back(place.clone(), frame)
    const by = bent && picture.seen().straighten(object, frame, bent)?.applyMatrix4(inner).sub(at)
    if (!by) return null
    const [x, y, z] = by.toArray().map((part) => Math.round(part * 1e6) / 1e6) as [number, number, number]
    return { edit: 'bendTrail', object: id, time, side, by: { x, y, z }, alone }
  }

  return { moved, bent, tell, letGo }
}
