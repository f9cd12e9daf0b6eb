import { onBeforeUnmount, watch } from 'vue'
import type { Edit } from '../api/http'
import { useScene } from './sceneStore'

/** How an edit is tried, made after that, or left. */
interface Hand {
  tryOn: (edit: Edit) => void
  make: (edit: Edit) => Promise<unknown>
  cancel: () => Promise<void>
}

/**
 * Shows what an edit would give for as long as a dialog is open that says which; nothing stays of it unless it is kept.
 * @param hand Where the selection is to go with the keys, what does that.
 */
export function useTriedEdit(edit: () => Edit | null, hand?: Hand) {
  const scene = useScene()
  const { tryOn, make, cancel } = hand ?? { tryOn: scene.tryEdit, make: scene.keepTry, cancel: () => scene.dropTry() }
  let isKept = false
  watch(edit, (now) => (now ? tryOn(now) : void cancel()), { immediate: true })
  onBeforeUnmount(() => {
    if (!isKept) void cancel()
  })

  /** Makes the edit as it is now. */
  async function keep(): Promise<void> {
    isKept = true
    await make(edit()!)
  }
  return { keep }
}
