import { useChoice } from '../scene/choice'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useTimeView } from './timeView'

/** Shows the stretch of the chosen keys, with some room on both sides. */
export function useShowKeys(): () => void {
  const view = useTimeView()
  const chosenFrames = useChosenFrames()
  return () => {
    const span = chosenFrames()
    if (span) view.show(span[0] - 2, span[1] + 2)
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
