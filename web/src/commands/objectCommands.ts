import type { ObjectKind } from '../api/http'
import { addObject, kindNames } from '../desk/addObject'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'
import type { Command } from './command'

export function objectCommands(): Command[] {
  const scene = useScene()
  const choice = useChoice()

  async function duplicate(): Promise<void> {
    if (choice.objects.size === 0) return
    const kept = await scene.edit({ edit: 'duplicateObjects', objects: [...choice.objects] })
    if (kept) choice.choose(kept.added.slice(0, choice.objects.size))
  }

  function chooseNothing(): void {
    choice.clearKeys()
    choice.clearClips()
    choice.choose([])
  }

  return [
    {
      group: 'Objects',
      title: 'Duplicate the chosen objects with their motion',
      keys: ['$mod+d'],
      shown: 'Ctrl D',
      run: () => void duplicate(),
    },
    {
      group: 'Objects',
      title: 'Choose all objects',
      keys: ['$mod+a'],
      shown: 'Ctrl A',
      run: () => choice.choose(scene.model.objects.keys()),
    },
    { group: 'Objects', title: 'Choose nothing', keys: ['Escape'], shown: 'Esc', run: chooseNothing },
    ...(Object.keys(kindNames) as ObjectKind[]).map((kind) => ({
      group: 'Objects',
      title: `Add a ${kindNames[kind].toLowerCase()}`,
      run: () => void addObject(kind),
    })),
  ]
}
