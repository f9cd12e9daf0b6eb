import { channelLabel, specOf } from '../scene/catalogue'
import type { Channel, SceneModel, SceneObject } from '../scene/sceneModel'

/** A row on the desk: an object with all keys below it, or one of its channels. */
export interface Lane {
  id: string
  object: SceneObject
  /** Null for the object's own lane, which sums up all below it. */
  channel: Channel | null
  /** Every channel whose keys stand in the lane. */
  channels: { object: number; channel: Channel }[]
  label: string
  depth: number
  top: number
  height: number
  opens: boolean
  open: boolean
}

export const laneHeight = 24

/** The lanes to show: objects in order, the inside of opened ones below them. */
export function layLanes(model: SceneModel, open: ReadonlySet<number>, filter: string): Lane[] {
  const wanted = filter.trim().toLowerCase()
  const lanes: Lane[] = []
  const children = new Map<number | null, SceneObject[]>()
  for (const object of model.inOrder()) {
    const list = children.get(object.parent)
    if (list) list.push(object)
    else children.set(object.parent, [object])
  }
  let top = 0

  const below = (object: SceneObject): Lane['channels'] => [
    ...model.animated(object).map((channel) => ({ object: object.id, channel })),
    ...(children.get(object.id) ?? []).flatMap(below),
  ]

  function push(lane: Omit<Lane, 'top' | 'height'>): void {
    lanes.push({ ...lane, top, height: laneHeight })
    top += laneHeight
  }

  function add(object: SceneObject, depth: number, searching: boolean): void {
    const animated = model.animated(object)
    const inside = children.get(object.id) ?? []
    const named = !searching || object.name.toLowerCase().includes(wanted)
    const labels = animated.map((channel) => channelLabel(specOf(object.kind, channel.name)!))
    const matching = animated.filter((_, i) => named || labels[i]!.toLowerCase().includes(wanted))
    const isOpen = searching ? !named || open.has(object.id) : open.has(object.id)
    if (named || matching.length)
      push({
        id: `${object.id}`,
        object,
        channel: null,
        channels: below(object),
        label: object.name,
        depth,
        opens: animated.length + inside.length > 0,
        open: isOpen,
      })
    if (isOpen)
      for (const channel of matching)
        push({
          id: `${object.id}|${channel.name}`,
          object,
          channel,
          channels: [{ object: object.id, channel }],
          label: labels[animated.indexOf(channel)]!,
          depth: depth + 1,
          opens: false,
          open: false,
        })
    if (isOpen || searching) for (const child of inside) add(child, depth + 1, searching)
  }

  for (const object of children.get(null) ?? []) add(object, 0, wanted !== '')
  return lanes
}

/** The lanes that reach into a stretch of heights; lanes are in rising order. */
export function lanesWithin(lanes: readonly Lane[], top: number, bottom: number): Lane[] {
  return lanes.filter((lane) => lane.top + lane.height > top && lane.top < bottom)
}
