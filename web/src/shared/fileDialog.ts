import { ref, shallowRef } from 'vue'

/** A dialog that works on a file: whether it is open, and the file that was dropped to open it. */
export function fileDialog() {
  const isOpen = ref(false)
  const dropped = shallowRef<File | null>(null)
  function open(file: File | null = null): void {
    dropped.value = file
    isOpen.value = true
  }
  return { isOpen, dropped, open }
}
