import type { SignedAxis } from '../api/http'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'

/** What of an object's own position leads it away from the path that it follows. */
const besides = ['position.x', 'position.z']

/** Puts objects on a path, and says which of them keys hold beside it. */
export function usePuttingOn() {
  const scene = useScene()
  const notices = useNotices()
  const playhead = usePlayhead()

  return async (objects: readonly number[], path: number, facing: SignedAxis | null): Promise<void> => {
    const fresh = objects.filter((id) => !scene.model.objects.get(id)?.follow)
    if (!(await scene.edit({ edit: 'followPath', objects: [...objects], path, facing }))) return
    const held = fresh.flatMap((object) => {
      const channels = scene.model.objects.get(object)?.channels
      return besides
        .filter((channel) => (channels?.get(channel)?.keys.count ?? 0) > 0)
        .map((channel) => ({ object, channel, value: 0 }))
    })
    const names = [...new Set(held.map(({ object }) => scene.model.objects.get(object)!.name))]
    if (names.length === 0) return
    notices.say(
      names.length === 1
        ? `${names[0]} keeps the keys of its position: they hold it beside the path.`
        : `${names.length} objects keep the keys of their positions: they hold them beside the path.`,
      {
        label: 'Delete them',
        run: () => void scene.edit({ edit: 'stayStill', frame: playhead.frame, values: held }),
      },
    )
  }
}
