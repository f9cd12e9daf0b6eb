import { useEventListener } from '@vueuse/core'
import { useBvhDialog } from '../joints/bvhDialog'
import { useSvgDialog } from '../paths/svgDialog'
import { useNotices } from '../scene/notices'

/** A file that is dropped anywhere on the workspace opens the dialog that brings it in; the page itself is never left for it. */
export function useFileDrop(): void {
  const notices = useNotices()
  const dialogs = { '.bvh': useBvhDialog(), '.svg': useSvgDialog() }

  useEventListener(window, 'dragover', (event: DragEvent) => {
    if (!event.dataTransfer?.types.includes('Files')) return
    event.preventDefault()
    event.dataTransfer.dropEffect = 'copy'
  })
  useEventListener(window, 'drop', (event: DragEvent) => {
    const files = [...(event.dataTransfer?.files ?? [])]
    if (files.length === 0) return
    event.preventDefault()
    if (Object.values(dialogs).some(({ isOpen }) => isOpen)) return
    for (const [ending, dialog] of Object.entries(dialogs)) {
      const file = files.find(({ name }) => name.toLowerCase().endsWith(ending))
      if (file) return dialog.open(file)
    }
    notices.say(
      'Drop a BVH file to bring in captured motion, or an SVG file for its outlines. Scene files are dropped on the list of scenes.',
    )
  })
}
