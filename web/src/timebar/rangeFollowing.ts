import { watch } from 'vue'
import { useTimeView } from '../desk/timeView'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'

/**
 * Where the scene has become longer or shorter, the desk goes on showing all of it if it did; and a work range that has
 * not come along is told, with a way to make it.
 */
export function useRangeFollowing(): void {
  const scene = useScene()
  const view = useTimeView()
  const notices = useNotices()
  const now = () => ({ id: scene.id, position: scene.position, ...scene.settings })
  let before = now()

  // What is only tried, while a drag goes on, changes nothing here.
  watch(
    () => [scene.id, scene.position],
    () => {
      const [was, is] = [before, now()]
      before = is
      if (was.id !== is.id || (was.range[0] === is.range[0] && was.range[1] === is.range[1])) return
      if (view.showsAll(was.range)) view.showAll()
      const isLonger = is.range[1] > was.range[1] && is.position > was.position
      if (isLonger && is.work[1] === was.work[1] && is.work[1] < is.range[1])
        notices.say(
          `The work range ends at ${is.work[1]} of ${is.range[1]}.`,
          {
            label: `Extend it to ${is.range[1]}`,
            run: () => void scene.edit({ edit: 'setRanges', work: { first: is.work[0], last: is.range[1] } }),
          },
          'work range',
        )
    },
    { flush: 'post' },
  )
}
