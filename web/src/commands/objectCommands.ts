import type { ObjectKind } from '../api/http'
import { addObject, kindNames } from '../desk/addObject'
import { useDesk } from '../desk/deskStore'
import { useKeyDialogs } from '../desk/keyDialogs'
import { useLaneFilter } from '../desk/laneFilter'
import { stemOf } from '../desk/naming'
import { useNotices } from '../scene/notices'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useRenaming } from '../values/renaming'
import { useWorking } from '../working/working'
import type { Command } from './command'
import { useLacking } from './lacking'

export function objectCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()
  const lacking = useLacking()
  const notices = useNotices()
  const renaming = useRenaming()
  const desk = useDesk()
  const filter = useLaneFilter()
  const working = useWorking()
  const dialogs = useKeyDialogs()
  const playhead = usePlayhead()

  async function duplicate(): Promise<void> {
    const kept = await scene.edit({ edit: 'duplicateObjects', objects: [...selection.objects] })
    if (kept) selection.select(kept.added.slice(0, selection.objects.size))
  }

  function selectNothing(): void {
    selection.clearKeys()
    selection.clearClips()
    selection.select([])
  }

  /** Everything that the desk has lanes for, and this window shows; inside of what is closed as well. */
  function selectShown(): void {
    const lanes = new Set(desk.objects)
    const isLimited = filter.only !== null || filter.animatedOnly || filter.text !== ''
    const inside = new Set<number>()
    for (const { id, parent } of scene.model.inOrder())
      if (lanes.has(id) || (!isLimited && parent !== null && inside.has(parent))) inside.add(id)
    selection.select([...inside].filter((id) => !working.isUnseen(id)))
  }

  function selectNamed(): void {
    const stems = new Set(chosen().map(({ name }) => stemOf(name)))
    selection.select(
      scene.model
        .inOrder()
        .filter(({ name }) => stems.has(stemOf(name)))
        .map(({ id }) => id),
    )
  }

  const at = () => playhead.frame
  async function group(): Promise<void> {
    const kept = await scene.edit({ edit: 'groupObjects', objects: [...selection.objects], at: at() })
    if (kept?.added.length) selection.select(kept.added)
  }

  async function ungroup(): Promise<void> {
    const groups = chosen().filter(({ kind }) => kind === 'group')
    if (groups.length === 0) return notices.say('Select a group first.')
    const inside = scene.model.inOrder().filter(({ parent }) => groups.some(({ id }) => id === parent))
    const kept = await scene.edit({ edit: 'ungroupObjects', objects: groups.map(({ id }) => id), at: at() })
    if (kept) selection.select(inside.map(({ id }) => id))
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
    {
      group: 'Objects',
      title: 'Rename several objects…',
      lacks: lacking.objects,
      run: () => dialogs.ask({ kind: 'rename' }),
    },
    {
      group: 'Objects',
      title: 'Group the selected objects',
      keys: ['$mod+g'],
      shown: 'Ctrl G',
      lacks: lacking.objects,
      run: () => void group(),
    },
    {
      group: 'Objects',
      title: 'Group the selected objects with a pivot…',
      lacks: lacking.objects,
      run: () => dialogs.ask({ kind: 'pivot' }),
    },
    {
      group: 'Objects',
      title: 'Ungroup',
      keys: ['$mod+Shift+G'],
      shown: 'Ctrl Shift G',
      lacks: lacking.objects,
      run: () => void ungroup(),
    },
    { group: 'Objects', title: 'Select all with a name like this', lacks: lacking.objects, run: selectNamed },
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
      title: 'Select all objects that are shown',
      keys: ['$mod+a'],
      shown: 'Ctrl A',
      run: selectShown,
    },
    { group: 'Objects', title: 'Select nothing', keys: ['Escape'], shown: 'Esc', run: selectNothing },
    ...(Object.keys(kindNames) as ObjectKind[])
      .filter((kind) => kind !== 'path' && kind !== 'mesh')
      .map((kind) => ({
        group: 'Objects',
        title: `Add a ${kindNames[kind].toLowerCase()}`,
        run: () => void addObject(kind),
      })),
  ]
}
