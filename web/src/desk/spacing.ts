import { watch } from 'vue'
import { valueAt } from '../scene/samples'
import { useScene } from '../scene/sceneStore'
import type { Lane } from './lanes'

/** How far objects travel from each frame of the scene range to the next, the furthest being 1. */
export function useSpacing(): (lane: Lane) => Float32Array | null {
  const scene = useScene()
  let bands = new Map<number, Float32Array | null>()
  watch([() => scene.rowsVersion, () => scene.samplesVersion], () => (bands = new Map()), { flush: 'sync' })

  function measure(id: number): Float32Array | null {
    const tracks = ['move.x', 'move.y', 'move.z'].map((channel) => scene.book.tracks(id).get(channel))
    if (!tracks.some((track) => track && track.samples.length > 1)) return null
    const [first, last] = scene.settings.range
    const band = new Float32Array(last - first)
    let most = 0
    for (let i = 0; i < band.length; i++) {
      let squares = 0
      for (const track of tracks) if (track) squares += (valueAt(track, first + i + 1) - valueAt(track, first + i)) ** 2
      band[i] = Math.sqrt(squares)
      most = Math.max(most, band[i]!)
    }
    return most > 0 ? band.map((distance) => distance / most) : null
  }

  return (lane) => {
    if (lane.kind !== 'object' || !lane.object) return null
    const { id } = lane.object
    if (!bands.has(id)) bands.set(id, measure(id))
    return bands.get(id) ?? null
  }
}
