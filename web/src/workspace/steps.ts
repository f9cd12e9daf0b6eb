import { computed } from 'vue'
import { useArranging } from '../desk/arranging'
import { useScene } from '../scene/sceneStore'
import { usePending } from '../values/pending'

/** Undo and redo of whatever was done last, also of a value that waits for its key. */
export function useSteps() {
  const scene = useScene()
  const pending = usePending()
  const arranging = useArranging()

  const canUndo = computed(() => scene.canUndo || pending.canTakeBack)
  const undoTitle = computed(() =>
    pending.canTakeBack ? 'a value that is not keyed' : (scene.undoTitle ?? 'what waits here'),
  )

  function undo(): void {
    if (!pending.takeBack()) void arranging.through(scene.undo)
  }

  const redo = () => void arranging.through(scene.redo)

  return { canUndo, undoTitle, undo, redo }
}
