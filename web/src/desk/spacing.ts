import { watch } from 'vue'
import { speedThrough, type Track } from '../scene/samples'
import { useScene } from '../scene/sceneStore'
import { objectOf, type Lane } from './lanes'

/** How far an object travels from a frame to the next, the furthest that is here being 1; nothing where that is not here. */
export type Spacing = (frame: number) => number | undefined

/** The spacing of what moves through space; null for other lanes. */
export function useSpacing(): (lane: Lane) => Spacing | null {
  const scene = useScene()
  let known = new Map<number, Spacing | null>()
  watch([() => scene.rowsVersion, () => scene.samplesVersion], () => (known = new Map()), { flush: 'sync' })

  return (lane) => {
    const object = lane.kind === 'object' && objectOf(lane)
    if (!object) return null
    const { id } = object
    if (!known.has(id)) known.set(id, spacingOf(scene.book.track(id, speedThrough)))
    return known.get(id) ?? null
  }
}

function spacingOf(speed: Track | undefined): Spacing | null {
  if (!speed || speed.isStill) return null
  const [, most] = speed.extent()
  if (most <= 0) return null
  return (frame) => {
    const distance = speed.at(frame)
    return distance === undefined ? undefined : distance / most
  }
}
