import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from './playhead'

/** Goes to the nearest key before or after the playhead, of the chosen objects or, with none chosen, of all. */
export function goToNeighbourKey(way: -1 | 1): void {
  const scene = useScene()
  const playhead = usePlayhead()
  const { objects } = useChoice()
  const { ticksPerFrame } = scene.settings
  let best: number | null = null
  for (const object of scene.model.objects.values()) {
    if (objects.size && !objects.has(object.id)) continue
    for (const { keys } of object.channels.values())
      for (let i = 0; i < keys.count; i++) {
        const frame = Math.round(keys.times[i]! / ticksPerFrame)
        const beyond = (frame - playhead.frame) * way > 0
        if (beyond && (best === null || (frame - best) * way < 0)) best = frame
      }
  }
  if (best !== null) playhead.goTo(best)
}
