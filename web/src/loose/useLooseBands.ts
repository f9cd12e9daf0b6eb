import { objectOf, type Lane } from '../desk/lanes'
import { useScene } from '../scene/sceneStore'
import { isMovedBy } from './loose'
import type { LooseBand } from './looseBand'

/** The loose motion of what a lane shows; null where nothing of it moves without keys. */
export function useLooseBands(): (lane: Lane) => LooseBand | null {
  const scene = useScene()

  return (lane) => {
    const object = objectOf(lane)
    if (!object || (lane.kind !== 'object' && lane.kind !== 'channel')) return null
    const channel = lane.kind === 'channel' ? lane.channels[0]!.name : undefined
    // What only bounces is loose while it falls.
    const isAlways = isMovedBy('sway', object, channel) || isMovedBy('lag', object, channel)
    if (!isAlways && !isMovedBy('bounce', object, channel)) return null
    const falling = scene.book.track(object.id, 'bounce.falling')
    return {
      at: (frame) => {
        if (!scene.book.isHere(frame)) return undefined
        return isAlways || (falling?.at(frame) ?? 1) >= 0.5
      },
    }
  }
}
