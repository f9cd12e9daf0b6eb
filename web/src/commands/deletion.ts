import { useArranging } from '../desk/arranging'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

/** Deletes the selected keys or clips or, with none selected, the selected objects. */
export function useDeletion(): () => void {
  const scene = useScene()
  const selection = useSelection()
  const arranging = useArranging()
  return () => {
    if (selection.keyCount) void arranging.onSelected((keys) => ({ edit: 'deleteKeys', keys }))
    else if (selection.clips.size) {
      const placed = [...selection.clips]
      selection.clearClips()
      void scene.edit({ edit: 'deletePlacedClips', placed })
    } else if (selection.objects.size) {
      const objects = [...selection.objects]
      selection.select([])
      void scene.edit({ edit: 'deleteObjects', objects })
    }
  }
}
