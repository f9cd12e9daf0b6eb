import { ref, shallowRef, watch } from 'vue'
import { useScene } from '../scene/sceneStore'

/** A dialog that works on a file, or on several: whether it is open, and what was dropped to open it. */
export function fileDialog<Dropped = File>() {
  const isOpen = ref(false)
  const dropped = shallowRef<Dropped | null>(null)
  function open(what: Dropped | null = null): void {
    dropped.value = what
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
