import { Vector3 } from 'three'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePending } from '../values/pending'
import type { CameraMoves } from './cameraHand'
import { startOf, valuesAt, type Start } from './placing'
import type { StageScene } from './stageScene'
import type { ViewCamera } from './viewCamera'
import { useViews } from './views'

/** What a camera turns about where nothing stands in front of it, in units. */
const farAhead = 8

/** Moving a camera object with the view that looks through it. */
export function useCarrying(stage: StageScene) {
  const scene = useScene()
  const pending = usePending()
  const views = useViews()
  const notices = useNotices()
  let start: Start | null = null

  function cameraOf(pane: number) {
    const { look } = views.all[pane]!
    const object = typeof look === 'number' ? scene.model.objects.get(look) : undefined
    const node = object && stage.nodes.get(object.id)
    return object && node ? { object, node } : null
  }

  /** How far ahead stands what is nearest to the middle of the picture. */
  function distance(pane: number): number {
    const camera = cameraOf(pane)
    if (!camera) return farAhead
    const place = new Vector3().setFromMatrixPosition(camera.node.matrixWorld)
    const ahead = new Vector3(0, 0, -1).transformDirection(camera.node.matrixWorld)
    let [best, bestCosine] = [farAhead, 0.9]
    const away = new Vector3()
    for (const node of stage.nodes.values()) {
      away.setFromMatrixPosition(node.matrixWorld).sub(place)
      const along = away.dot(ahead)
      const cosine = along / (away.length() || 1)
      if (along > 0.5 && cosine > bestCosine) [best, bestCosine] = [along, cosine]
    }
    return best
  }

  const moves = (pane: number): CameraMoves => ({
    distance: () => distance(pane),
    moved(world) {
      const camera = cameraOf(pane)
      if (!camera) return
      start ??= startOf(camera.node, camera.object.rotationOrder)
      pending.hold(valuesAt(world, start, ['position', 'rotation']))
    },
    ended() {
      start = null
      void pending.finish()
    },
  })

  /** The hand gives up: the camera is where it was. */
  function cancel(): void {
    if (start) pending.cancel()
    start = null
  }

  /** Says why a drag in a view through a camera does nothing, and what would. */
  function tellStuck(pane: number, view: ViewCamera): void {
    const camera = cameraOf(pane)
    if (!camera) return
    const { name } = camera.object
    if (views.movesCamera) {
      notices.say(`${name} can be moved once playing has stopped.`, undefined, 'stuck view')
      return
    }
    notices.say(
      `This view looks through ${name}, which a drag here does not move. The view’s menu can let it.`,
      {
        label: 'Look freely from here',
        run: () => {
          view.leaveCamera()
          views.all[pane]!.look = 'free'
        },
      },
      'stuck view',
    )
  }

  return { moves, cancel, tellStuck }
}
