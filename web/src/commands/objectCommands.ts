import type { ObjectKind } from '../api/http'
import { addObject, kindNames } from '../desk/addObject'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import type { Command } from './command'

export function objectCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()

  async function duplicate(): Promise<void> {
    if (selection.objects.size === 0) return
    const kept = await scene.edit({ edit: 'duplicateObjects', objects: [...selection.objects] })
    if (kept) selection.select(kept.added.slice(0, selection.objects.size))
  }

  function selectNothing(): void {
    selection.clearKeys()
    selection.clearClips()
    selection.select([])
  }

  return [
    {
      group: 'Objects',
      title: 'Duplicate the selected objects with their motion',
      keys: ['$mod+d'],
      shown: 'Ctrl D',
      run: () => void duplicate(),
    },
    {
      group: 'Objects',
      title: 'Select all objects',
      keys: ['$mod+a'],
      shown: 'Ctrl A',
      run: () => selection.select(scene.model.objects.keys()),
    },
    { group: 'Objects', title: 'Select nothing', keys: ['Escape'], shown: 'Esc', run: selectNothing },
    ...(Object.keys(kindNames) as ObjectKind[]).map((kind) => ({
      group: 'Objects',
      title: `Add a ${kindNames[kind].toLowerCase()}`,
      run: () => void addObject(kind),
    })),
  ]
}
