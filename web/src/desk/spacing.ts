import { watch } from 'vue'
import { speedThrough, valueAt } from '../scene/samples'
import { useScene } from '../scene/sceneStore'
import { objectOf, type Lane } from './lanes'

/** How far objects travel from each frame of the scene range to the next, the furthest being 1. */
export function useSpacing(): (lane: Lane) => Float32Array | null {
  const scene = useScene()
  let bands = new Map<number, Float32Array | null>()
  watch([() => scene.rowsVersion, () => scene.samplesVersion], () => (bands = new Map()), { flush: 'sync' })

  function measure(id: number): Float32Array | null {
    const speed = scene.book.tracks(id).get(speedThrough)
    if (!speed || speed.samples.length <= 1) return null
    const [first, last] = scene.settings.range
    const band = Float32Array.from({ length: last - first }, (_, i) => valueAt(speed, first + i))
    const most = band.reduce((a, b) => Math.max(a, b), 0)
    return most > 0 ? band.map((distance) => distance / most) : null
  }

  return (lane) => {
    const object = lane.kind === 'object' && objectOf(lane)
    if (!object) return null
    const { id } = object
    if (!bands.has(id)) bands.set(id, measure(id))
    return bands.get(id) ?? null
  }
}
