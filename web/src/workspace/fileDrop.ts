import { useEventListener } from '@vueuse/core'
import { isPicture } from '../backdrops/backdropFiles'
import { useBackdrops } from '../backdrops/backdrops'
import { useBvhDialog } from '../joints/bvhDialog'
import { useSvgDialog } from '../paths/svgDialog'
import { frameOf } from '../desk/deskDraw'
import { useTimeView } from '../desk/timeView'
import { usePlayhead } from '../timebar/playhead'
import { useNotices } from '../scene/notices'
import { isSound } from '../sound/soundFiles'
import { useSounds } from '../sound/sounds'
import { comesIn, useBringIn } from '../incoming/bringIn'
import { useTableDialog } from '../tables/tableDialog'
import { useViews } from '../stage/views'

/** A file that is dropped anywhere on the workspace opens the dialog that brings it in, a picture goes behind the view that it is dropped on, and a sound lies where it is dropped on the desk, or at the playhead; the page itself is never left for it. */
export function useFileDrop(): void {
  const notices = useNotices()
  const backdrops = useBackdrops()
  const views = useViews()
  const sounds = useSounds()
  const playhead = usePlayhead()
  const view = useTimeView()
  /** The whole frame under the pointer, on the lanes. */
  const frameUnder = ({ offsetX, target }: DragEvent) =>
    Math.round(frameOf({ width: (target as Element).clientWidth, first: view.first, last: view.last }, offsetX))
  const dialogs = { '.bvh': useBvhDialog(), '.svg': useSvgDialog(), '.csv': useTableDialog() }
  const bringIn = useBringIn()

  useEventListener(window, 'dragover', (event: DragEvent) => {
    if (!event.dataTransfer?.types.includes('Files')) return
    event.preventDefault()
    event.dataTransfer.dropEffect = 'copy'
  })
  useEventListener(window, 'drop', (event: DragEvent) => {
    const files = [...(event.dataTransfer?.files ?? [])]
    if (files.length === 0) return
    event.preventDefault()
    if (bringIn.isOpen || Object.values(dialogs).some(({ isOpen }) => isOpen)) return
    if (files.some(comesIn)) return bringIn.open(files)
    for (const [ending, dialog] of Object.entries(dialogs)) {
      const file = files.find(({ name }) => name.toLowerCase().endsWith(ending))
      if (file) return dialog.open(file)
    }
    if (files.every(isSound)) {
      const at = (event.target as Element | null)?.closest('.lanes') ? frameUnder(event) : playhead.frame
      return void sounds.bring(files, at)
    }
    if (files.every(isPicture)) {
      const view = (event.target as Element | null)?.closest<HTMLElement>('[data-view]')?.dataset.view
      return void backdrops.bring(files, (view ? views.all[Number(view)]! : views.active).look)
    }
    notices.say(
      'Drop a glTF, OBJ or scene file to bring in its objects, a BVH file for captured motion, an SVG file for its outlines, a table of motion (CSV), pictures to stand behind a view, or sounds.',
    )
  })
}
