import { useScene } from '../scene/sceneStore'
import { nearestKey } from '../timebar/neighbourKeys'
import { usePlayhead } from '../timebar/playhead'

/** Takes the playhead to where the hand is: within the scene range and, with Shift, on the nearest key. */
export function useScrub() {
  const scene = useScene()
  const playhead = usePlayhead()
  return (frame: number, toKeys: boolean): void => {
    const [first, last] = scene.settings.range
    playhead.stop()
    const wanted = Math.min(Math.max(Math.round(frame), first), last)
    playhead.goTo(toKeys ? nearestKey(wanted) : wanted)
  }
}
