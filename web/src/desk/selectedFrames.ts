import { useCurveViews } from '../curves/curveViews'
import { useSelection } from '../scene/selection'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useDesk } from './deskStore'
import { useTimeView } from './timeView'

/** Shows the stretch of the selected keys, and their values in tall lanes, with some room on all sides. */
export function useShowKeys(): () => void {
  const view = useTimeView()
  const views = useCurveViews()
  const desk = useDesk()
  const selectedFrames = useSelectedFrames()
  return () => {
    const span = selectedFrames()
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

/** The whole frames from the first selected key to the last; null, and said, where none is selected. */
export function useSelectedFrames(): () => [number, number] | null {
  const scene = useScene()
  const selection = useSelection()
  const notices = useNotices()
  return () => {
    const span = selectedSpan(selection, scene.settings.ticksPerFrame)
    if (!span) notices.say('Select some keys on the desk first.')
    return span
  }
}

/** The whole frames from the first selected key to the last; null where none is selected. */
export function selectedSpan(
  { keys }: Pick<ReturnType<typeof useSelection>, 'keys'>,
  ticksPerFrame: number,
): [number, number] | null {
  let [low, high] = [Infinity, -Infinity]
  for (const times of keys.values())
    for (const time of times) {
      low = Math.min(low, time)
      high = Math.max(high, time)
    }
  return low === Infinity ? null : [Math.round(low / ticksPerFrame), Math.round(high / ticksPerFrame)]
}
