import type { TableTold } from '../api/http'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'

/** Where a column of a table goes. */
export interface TablePlace {
  on: boolean
  object: number | null
  channel: string | null
}

/**
 * Where columns go by their names: to the object that they name, or else to the only one that is selected; to the channel
 * that they name. What has no place is left out until it is given one.
 */
export function placesOf(
  told: TableTold,
  model: SceneModel,
  selected: number | null,
  channelsOf: (object: SceneObject) => readonly string[],
): TablePlace[] {
  const byName = new Map<string, number>()
  for (const { id, name } of model.objects.values()) {
    byName.set(name.toLowerCase(), byName.get(name.toLowerCase()) ?? id)
  }
  for (const { id, name } of model.objects.values()) byName.set(name, id)
  const taken = new Set<string>()
  return told.columns.map((column) => {
    const object = column.object
      ? (byName.get(column.object) ?? byName.get(column.object.toLowerCase()) ?? null)
      : selected
    const thing = object === null ? undefined : model.objects.get(object)
    const channel = thing && column.channel && channelsOf(thing).includes(column.channel) ? column.channel : null
    const place = `${object} ${channel}`
    const on = object !== null && channel !== null && !taken.has(place)
    if (on) taken.add(place)
    return { on, object, channel }
  })
}
