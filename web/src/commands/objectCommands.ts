import type { ObjectKind } from '../api/http'
import { addObject, kindNames } from '../desk/addObject'
import { useNotices } from '../scene/notices'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useRenaming } from '../values/renaming'
import type { Command } from './command'
import { useLacking } from './lacking'

export function objectCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()
  const lacking = useLacking()
  const notices = useNotices()
  const renaming = useRenaming()

  async function duplicate(): Promise<void> {
    const kept = await scene.edit({ edit: 'duplicateObjects', objects: [...selection.objects] })
    if (kept) selection.select(kept.added.slice(0, selection.objects.size))
  }

  function selectNothing(): void {
    selection.clearKeys()
    selection.clearClips()
    selection.select([])
  }

  const chosen = () => [...selection.objects].flatMap((id) => scene.model.objects.get(id) ?? [])

  /** Everything that moves with the selected objects, however far below. */
  function selectChildren(): void {
    const found = new Set<number>()
    for (const object of scene.model.inOrder())
      if (object.parent !== null && (selection.objects.has(object.parent) || found.has(object.parent)))
        found.add(object.id)
    if (found.size) selection.select(found)
    else notices.say('Nothing moves with what is selected.')
  }

  function selectParents(): void {
    const parents = chosen().flatMap(({ parent }) => parent ?? [])
    if (parents.length) selection.select(parents)
    else notices.say('What is selected has no parent.')
  }

  function selectKind(): void {
    const kinds = new Set(chosen().map(({ kind }) => kind))
    selection.select(
      scene.model
        .inOrder()
        .filter(({ kind }) => kinds.has(kind))
        .map(({ id }) => id),
    )
  }

  function selectKeyed(): void {
    const keyed = scene.model.inOrder().filter(({ channels }) => [...channels.values()].some(({ keys }) => keys.count))
    if (keyed.length) selection.select(keyed.map(({ id }) => id))
    else notices.say('Nothing has keys yet.')
  }

  return [
    {
      group: 'Objects',
      title: 'Rename the selected object',
      keys: ['F2'],
      shown: 'F2',
      lacks: lacking.objects,
      run: () => {
        const [first] = selection.objects
        if (first !== undefined) renaming.ask(first, 'values')
      },
    },
    { group: 'Objects', title: 'Select the children', lacks: lacking.objects, run: selectChildren },
    { group: 'Objects', title: 'Select the parent', lacks: lacking.objects, run: selectParents },
    { group: 'Objects', title: 'Select all of the same kind', lacks: lacking.objects, run: selectKind },
    { group: 'Objects', title: 'Select what has keys', run: selectKeyed },
    {
      group: 'Objects',
      title: 'Duplicate the selected objects with their motion',
      keys: ['$mod+d'],
      shown: 'Ctrl D',
      lacks: lacking.objects,
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
