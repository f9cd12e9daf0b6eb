import { ref, shallowRef, watch } from 'vue'
import { useScene } from '../scene/sceneStore'

/** A dialog that works on a file: whether it is open, and the file that was dropped to open it. */
export function fileDialog() {
  const isOpen = ref(false)
  const dropped = shallowRef<File | null>(null)
  function open(file: File | null = null): void {
    dropped.value = file
    isOpen.value = true
  }
  // It is about the scene in which it was opened.
  const scene = useScene()
  watch(
    () => scene.id,
    () => (isOpen.value = false),
  )
  return { isOpen, dropped, open }
}
