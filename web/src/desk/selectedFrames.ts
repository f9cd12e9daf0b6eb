import { useCurveViews } from '../curves/curveViews'
import { useSelection } from '../scene/selection'
import { useNotices } from '../scene/notices'
import { curveOfLane } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { shownKeys } from '../scene/shownKeys'
import { useDesk } from './deskStore'
import { useTimeView } from './timeView'

/** Shows the stretch of the selected keys, and their values in tall lanes, with some room on all sides. */
export function useShowKeys(): () => void {
  const view = useTimeView()
  const views = useCurveViews()
  const desk = useDesk()
  const selectedFrames = useSelectedFrames()
  return () => {
    const span = selectedFrames(desk.played)
    if (!span) return
    view.show(span[0] - 2, span[1] + 2)
    views.showSelected(desk.lanes)
  }
}

/** Shows all frames, and all values in tall lanes. */
export function useShowAll(): () => void {
  const view = useTimeView()
  const views = useCurveViews()
  return () => {
    view.showAll()
    views.showAll()
  }
}

/** The whole frames from the first selected key that is seen to the last; null, and said, where none is selected. */
export function useSelectedFrames(): (played: boolean) => [number, number] | null {
  const notices = useNotices()
  const selectedSpan = useSelectedSpan()
  return (played) => {
    const span = selectedSpan(played)
    if (!span) notices.say('Select some keys on the desk first.')
    return span
  }
}

/** The whole frames from the first selected key to the last, where they stand or where they are seen; null where there is none. */
export function useSelectedSpan(): (played: boolean) => [number, number] | null {
  const scene = useScene()
  const selectedTimes = useSelectedTimes()
  return (played) => {
    const times = selectedTimes(played)
    const { ticksPerFrame } = scene.settings
    return times && [Math.round(times[0] / ticksPerFrame), Math.round(times[1] / ticksPerFrame)]
  }
}

/** The times in ticks of the first and the last selected key, where they stand or where they are seen; null where there is none. */
export function useSelectedTimes(): (played: boolean) => [number, number] | null {
  const scene = useScene()
  const selection = useSelection()
  return (played) => {
    let [low, high] = [Infinity, -Infinity]
    for (const [lane, selected] of selection.keys) {
      const { object, channel } = curveOfLane(lane)
      const { own, times } = shownKeys(scene.model.holder(object)?.channels.get(channel), played)
      own.forEach((time, i) => {
        if (!selected.has(time)) return
        low = Math.min(low, times[i]!)
        high = Math.max(high, times[i]!)
      })
    }
    return low === Infinity ? null : [low, high]
  }
}
