import { http } from '../api/http'
import { useBvhDialog } from '../joints/bvhDialog'
import { useNotices } from '../scene/notices'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { saveFile } from '../shared/saveFile'
import type { Command } from './command'

/** Skeletons, and captured motion. */
export function jointCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()
  const notices = useNotices()
  const dialog = useBvhDialog()
  const chosen = () => scene.model.objects.get(selection.first ?? 0)

  async function save(): Promise<void> {
    const joint = chosen()!
    try {
      await scene.settled()
      saveFile(await http.jointsAsBvh(scene.id!, joint.id), `${joint.name}.bvh`)
    } catch (wrong) {
      notices.say((wrong as Error).message)
    }
  }

  return [
    { group: 'Objects', title: 'Bring in captured motion (BVH)…', run: () => dialog.open() },
    {
      group: 'Objects',
      title: 'Save the selected joint and those below it as BVH',
      lacks: () => (chosen()?.kind === 'joint' ? null : 'Select the uppermost joint of a skeleton first.'),
      run: () => void save(),
    },
  ]
}
