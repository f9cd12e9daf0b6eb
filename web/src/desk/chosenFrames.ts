import { useCurveViews } from '../curves/curveViews'
import { useChoice } from '../scene/choice'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useDesk } from './deskStore'
import { useTimeView } from './timeView'

/** Shows the stretch of the chosen keys, and their values in tall lanes, with some room on all sides. */
export function useShowKeys(): () => void {
  const view = useTimeView()
  const views = useCurveViews()
  const desk = useDesk()
  const chosenFrames = useChosenFrames()
  return () => {
    const span = chosenFrames()
    if (!span) return
    view.show(span[0] - 2, span[1] + 2)
    views.showChosen(desk.lanes)
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

/** The whole frames from the first chosen key to the last; null, and said, where none is chosen. */
export function useChosenFrames(): () => [number, number] | null {
  const scene = useScene()
  const choice = useChoice()
  const notices = useNotices()
  return () => {
    let [low, high] = [Infinity, -Infinity]
    for (const times of choice.keys.values())
      for (const time of times) {
        low = Math.min(low, time)
        high = Math.max(high, time)
      }
    if (low === Infinity) {
      notices.say('Choose some keys on the desk first.')
      return null
    }
    return [Math.round(low / scene.settings.ticksPerFrame), Math.round(high / scene.settings.ticksPerFrame)]
  }
}
