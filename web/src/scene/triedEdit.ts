import { onBeforeUnmount, watch } from 'vue'
import type { Edit } from '../api/http'
import { useScene } from './sceneStore'

/** Shows what an edit would give for as long as a dialog is open that says which; nothing stays of it unless it is kept. */
export function useTriedEdit(edit: () => Edit | null) {
  const scene = useScene()
  let isKept = false
  watch(edit, (now) => (now ? scene.tryEdit(now) : void scene.dropTry()), { immediate: true })
  onBeforeUnmount(() => {
    if (!isKept) void scene.dropTry()
  })

  /** Makes the edit as it is now. */
  async function keep(): Promise<void> {
    isKept = true
    await scene.keepTry(edit()!)
  }
  return { keep }
}
