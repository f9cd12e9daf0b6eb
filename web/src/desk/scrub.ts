import { nearestKey } from '../timebar/neighbourKeys'
import { usePlayhead } from '../timebar/playhead'

/** Takes the playhead to where the hand is and, with Shift, to the key nearest to it. */
export function useScrub() {
  const playhead = usePlayhead()
  return (frame: number, toKeys: boolean): void => {
    playhead.stop()
    playhead.scrubTo(toKeys ? nearestKey(Math.round(frame)) : frame)
  }
}
