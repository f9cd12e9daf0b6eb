import { useSelection } from '../scene/selection'
import { shownKeys } from '../scene/shownKeys'
import { firstAtOrAfter } from '../scene/keys'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from './playhead'

/**
 * The whole frame on which the next key on one side of a frame is seen, of the selected objects or, with none selected, of all.
 * @returns null where there is none on that side.
 */
export function neighbourKey(frame: number, way: -1 | 1): number | null {
  const scene = useScene()
  const { objects } = useSelection()
  const { ticksPerFrame } = scene.settings
  let best: number | null = null
  for (const object of scene.model.objects.values()) {
    if (objects.size && !objects.has(object.id)) continue
    for (const channel of object.channels.values()) {
      const keys = shownKeys(channel, true)
      // A key between frames belongs to the frame that it is nearest to.
      const at = firstAtOrAfter(keys, (frame + way / 2) * ticksPerFrame)
      const time = keys.times[way === 1 ? at : at - 1]
      if (time === undefined) continue
      const found = Math.round(time / ticksPerFrame)
      if ((found - frame) * way > 0 && (best === null || (found - best) * way < 0)) best = found
    }
  }
  return best
}

/** The frame on which the key nearest to a frame is seen; the frame itself where there are no keys. */
export function nearestKey(frame: number): number {
  const before = neighbourKey(frame + 1, -1)
  const after = neighbourKey(frame - 1, 1)
  if (before === null || after === null) return before ?? after ?? frame
  return frame - before <= after - frame ? before : after
}

export function goToNeighbourKey(way: -1 | 1): void {
  const playhead = usePlayhead()
  const found = neighbourKey(playhead.frame, way)
  if (found !== null) playhead.goTo(found, true)
}
