import type { Edit } from '../api/http'
import { holdsOnly, specOf } from '../scene/catalogue'
import { ownName, layerOfName } from '../scene/layered'
import { useNotices } from '../scene/notices'
import { useSelection } from '../scene/selection'
import type { Layer } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { shownKeys } from '../scene/shownKeys'
import { useLayerDialogs } from './layerDialogs'
import { useLayers } from './layers'

type Change = Omit<Extract<Edit, { edit?: 'setLayer' }>, 'edit' | 'layer'>

/** What a hand does to layers. */
export function useLayerActs() {
  const scene = useScene()
  const selection = useSelection()
  const layers = useLayers()
  const dialogs = useLayerDialogs()
  const notices = useNotices()

  const set = (layer: Layer, change: Change) => void scene.edit({ edit: 'setLayer', layer: layer.id, ...change })

  /** Makes an edit that adds a layer, and lets that take the keys from now on. */
  async function adding(edit: Edit): Promise<void> {
    const before = new Set(scene.model.layers.keys())
    if (!(await scene.edit(edit))) return
    const made = [...scene.model.layers.keys()].find((id) => !before.has(id))
    if (made !== undefined) layers.activate(made)
  }

  const add = () => adding({ edit: 'addLayer' })
  const duplicate = (layer: Layer) => adding({ edit: 'duplicateLayer', layer: layer.id })
  const remove = (layer: Layer) => void scene.edit({ edit: 'deleteLayer', layer: layer.id })
  const move = (layer: Layer, to: number) => void scene.edit({ edit: 'moveLayer', layer: layer.id, to })

  function split(layer: Layer): void {
    const own = objectsIn(layer)
    const objects = [...selection.objects].filter((id) => own.has(id))
    if (objects.length === 0) notices.say(`Select objects that have keys in ${layer.name} first.`)
    else void adding({ edit: 'splitLayer', layer: layer.id, objects })
  }

  const needsKeys = 'Select keys of the base first; they go into a layer of their own.'
  const lacksKeys = () => (selection.keyCount ? null : needsKeys)
  const lacksMotion = () =>
    [...selection.objects].some((id) => scene.model.animated(scene.model.objects.get(id)!).length)
      ? null
      : 'Select objects with keys first; those in the work range go into a layer.'

  /** Takes the selected keys of the base out into a layer. */
  function extract(): void {
    const keys = selection
      .keySets()
      .flatMap(({ object, channel, times }) =>
        typeof object === 'number' && layerOfName(channel) === null ? [{ object, channel, times: [...times] }] : [],
      )
    if (keys.length === 0) notices.say(needsKeys)
    else dialogs.ask({ kind: 'extract', keys })
  }

  /** Takes the base's keys of the selected objects that are seen within the work range out into a layer. */
  function extractRange(): void {
    const [first, last] = scene.settings.work.map((frame) => frame * scene.settings.ticksPerFrame) as [number, number]
    const keys = [...selection.objects].flatMap((id) => {
      const object = scene.model.objects.get(id)
      return (object ? scene.model.animated(object) : []).flatMap((channel) => {
        const { name } = channel
        const { own, times } = shownKeys(channel, true)
        const within = Array.from(own).filter((_, i) => times[i]! >= first - 1 && times[i]! <= last + 1)
        return within.length && !holdsOnly(specOf(object!, name)!) ? [{ object: id, channel: name, times: within }] : []
      })
    })
    if (keys.length === 0) notices.say('Nothing of the base that is selected has keys in the work range.')
    else dialogs.ask({ kind: 'extract', keys })
  }

  /** The objects that have keys in a layer. */
  function objectsIn({ id }: Layer): ReadonlySet<number> {
    void scene.rowsVersion
    const found = new Set<number>()
    for (const object of scene.model.objects.values())
      for (const [name, { keys }] of object.channels)
        if (keys.count > 0 && ownName(name) !== name && layerOfName(name) === id) found.add(object.id)
    return found
  }

  const select = (layer: Layer) => selection.select([...objectsIn(layer)])

  return { set, add, duplicate, remove, move, split, extract, extractRange, objectsIn, select, lacksKeys, lacksMotion }
}
