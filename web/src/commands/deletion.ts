import { useArranging } from '../desk/arranging'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'

/** Deletes the chosen keys or clips or, with none chosen, the chosen objects. */
export function useDeletion(): () => void {
  const scene = useScene()
  const choice = useChoice()
  const arranging = useArranging()
  return () => {
    if (choice.keyCount) void arranging.onChosen((keys) => ({ edit: 'deleteKeys', keys }))
    else if (choice.clips.size) {
      const placed = [...choice.clips]
      choice.clearClips()
      void scene.edit({ edit: 'deletePlacedClips', placed })
    } else if (choice.objects.size) {
      const objects = [...choice.objects]
      choice.choose([])
      void scene.edit({ edit: 'deleteObjects', objects })
    }
  }
}
