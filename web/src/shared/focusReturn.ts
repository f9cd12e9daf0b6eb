import { nextTick, onBeforeUnmount } from 'vue'

/** Gives the focus back to where it was before a dialog took it, as soon as the dialog is gone. */
export function useFocusReturn(): void {
  const before = document.activeElement
  onBeforeUnmount(async () => {
    await nextTick()
    // Another dialog may have it by now.
    if (document.activeElement && document.activeElement !== document.body) return
    if (before instanceof HTMLElement && before !== document.body && before.isConnected)
      before.focus({ preventScroll: true })
  })
}
