import { loosely } from '../loose/loose'
import { allGroups, groupOf, specOf } from '../scene/catalogue'
import { layerOfName, ownName } from '../scene/layered'
import { type SceneModel } from '../scene/sceneModel'
import { isObject, type Holder, type Layer, type SceneObject } from '../scene/sceneRows'
import { rateChannel, strengthChannel, warpChannel } from '../scene/owners'
import { laySounds } from '../sound/soundLanes'
import { meansName } from './naming'

export interface LaneChannel {
  object: Holder
  name: string
  /** The layer whose keys of the channel are meant. */
  layer?: Layer
}

/** A row on the desk: the whole scene, an object with all below it, its clips, what a layer has of it, a group of its channels, or one channel. */
export interface Lane {
  id: string
  kind: 'scene' | 'object' | 'clips' | 'layer' | 'group' | 'channel' | 'curves' | 'flow' | 'sound'
  object: Holder | null
  /** The layer whose keys stand in the lane, where they are not the base's. */
  layer?: Layer
  /** What layers have of a channel; a tall lane shows it beside the channel's own keys. */
  overs?: LaneChannel[]
  /** Every channel whose keys stand in the lane. */
  channels: LaneChannel[]
  label: string
  depth: number
  top: number
  height: number
  /** Pulled tall, so that it shows its curves. */
  curves: boolean
  opens: boolean
  open: boolean
}

/** The object that a lane belongs to; null for those of the scene, of warps and of rates. */
export const objectOf = ({ object }: Pick<Lane, 'object'>): SceneObject | null => (isObject(object) ? object : null)

/** Those of some channels that are of objects, by their names. */
export const objectChannels = (channels: readonly LaneChannel[]) =>
  channels.flatMap(({ object, name }) => (isObject(object) ? [{ object: object.id, channel: name }] : []))

/** Which lanes are wanted. */
export interface LaneWish {
  /** Objects that are open, showing what is inside. */
  open: ReadonlySet<number>
  /** Groups that are closed, by lane. */
  closed: ReadonlySet<string>
  /** Lanes of layers and sounds that are open. */
  openLayers: ReadonlySet<string>
  /** Part of a name, or a pattern with `*`. */
  text: string
  /** Groups of channels that are left out. */
  hidden: ReadonlySet<string>
  animatedOnly: boolean
  /** Only these objects; null for all. */
  only: ReadonlySet<number> | null
  /** Objects that come first. */
  pinned: ReadonlySet<number>
  /** Heights of lanes that have been pulled tall. */
  heights: ReadonlyMap<string, number>
}

export const flowLane = (warp: number) => `warp ${warp}`
const flowHeight = 62
const flowCurveHeight = 132

export const laneHeight = 24
/** The lane of a sound is high enough to see how loud it is. */
export const soundHeight = 40
/** From this height on a lane shows its curves. */
export const curveHeight = 64

/** The channels whose curves a tall lane shows: an object's are its own of the base, not those of what moves with it. */
export const curvesOf = (lane: Lane): LaneChannel[] =>
  lane.kind === 'object'
    ? lane.channels.filter(({ object, name }) => object === lane.object && layerOfName(name) === null)
    : [...lane.channels, ...(lane.overs ?? [])]

/** The lanes to show: the scene, then objects in order, the inside of opened ones below them. */
export function layLanes(model: SceneModel, wish: LaneWish): Lane[] {
  const isSearching = wish.text.trim() !== ''
  const isMeant = meansName(wish.text)
  const lanes: Lane[] = []
  let top = 0
  const children = new Map<number | null, SceneObject[]>()
  for (const object of model.inOrder()) {
    const parent = object.parent !== null && model.objects.has(object.parent) ? object.parent : null
    const list = children.get(parent)
    if (list) list.push(object)
    else children.set(parent, [object])
  }

  function push(lane: Omit<Lane, 'top' | 'height' | 'curves'>): void {
    const height = wish.heights.get(lane.id) ?? (lane.kind === 'sound' ? soundHeight : laneHeight)
    lanes.push({ ...lane, top, height, curves: height >= curveHeight && lane.kind !== 'sound' })
    top += height
  }

  const animated = (object: SceneObject) =>
    model.animated(object).filter(({ name }) => !wish.hidden.has(groupOf(specOf(object, name)!)))
  const hasRates = (object: SceneObject) =>
    model.placedOn(object.id).some(({ holder }) => holder.channels.get(rateChannel)!.keys.count > 0)
  const parts = (object: SceneObject) =>
    model.partsOf(object).flatMap(({ layer, channels }) => {
      const shown = channels.filter(({ name }) => {
        const spec = specOf(object, name)
        return !spec || !wish.hidden.has(groupOf(spec))
      })
      return shown.length ? [{ layer, channels: shown.map(({ name }) => ({ object, name, layer })) }] : []
    })
  const own = (object: SceneObject): LaneChannel[] => [
    ...animated(object).map(({ name }) => ({ object, name })),
    ...parts(object).flatMap(({ channels }) => channels),
  ]
  // What is inside an object follows it in the order, deeper than it. Nothing here calls itself: a chain of parents may
  // be as long as there are objects.
  const order = model.inOrder()
  const placeOf = new Map(order.map((object, i) => [object.id, i]))
  function below(object: SceneObject): LaneChannel[] {
    const depth = model.depth(object)
    const channels = own(object)
    for (let i = placeOf.get(object.id)! + 1; i < order.length && model.depth(order[i]!) > depth; i++)
      channels.push(...own(order[i]!))
    return channels
  }
  const moving = new Set<number>()
  if (wish.animatedOnly)
    for (const object of [...order].reverse())
      if (
        moving.has(object.id) ||
        own(object).length > 0 ||
        model.placedOn(object.id).length > 0 ||
        loosely(object) !== ''
      ) {
        moving.add(object.id)
        if (object.parent !== null) moving.add(object.parent)
      }

  function addChannels(object: SceneObject, names: readonly string[], depth: number): void {
    const inLayers = parts(object).flatMap(({ channels }) => channels)
    const oversOf = (name: string) => inLayers.filter((channel) => ownName(channel.name) === name)
    for (const group of allGroups()) {
      const inside = names.filter((name) => groupOf(specOf(object, name)!) === group)
      const id = `${object.id}|${group}`
      const isOpen = isSearching || !wish.closed.has(id)
      // A group of one says no more than its channel.
      if (inside.length > 1)
        push({
          id,
          kind: 'group',
          object,
          channels: inside.map((name) => ({ object, name })),
          label: group,
          depth,
          opens: true,
          open: isOpen,
        })
      if (inside.length > 1 && !isOpen) continue
      for (const name of inside)
        push({
          id: `${object.id}|${name}`,
          kind: 'channel',
          object,
          channels: [{ object, name }],
          overs: oversOf(name),
          label: specOf(object, name)!.fullName,
          depth: depth + (inside.length > 1 ? 1 : 0),
          opens: false,
          open: false,
        })
    }
  }

  /** A clip that is on an object more than once is told by its start. */
  const rateLabel = (clip: string, start: number, count: number) =>
    count === 1 ? `Rate of ${clip}` : `Rate of ${clip} at ${Math.round(start / model.settings.ticksPerFrame)}`

  /** The clips on an object and, below them, the rates that are keyed. */
  function addClips(object: SceneObject, depth: number, isOpen: boolean): void {
    const placed = model.placedOn(object.id)
    if (placed.length === 0) return
    const channels: LaneChannel[] = []
    push({
      id: `${object.id}|clips`,
      kind: 'clips',
      object,
      channels,
      label: 'Clips',
      depth,
      opens: false,
      open: false,
    })
    for (const { id, holder, times } of isOpen ? placed : [])
      if (holder.channels.get(rateChannel)!.keys.count)
        push({
          id: `rate ${id}`,
          kind: 'channel',
          object: holder,
          channels: [{ object: holder, name: rateChannel }],
          label: rateLabel(holder.name, times[0]!, placed.filter((one) => one.holder.name === holder.name).length),
          depth: depth + 1,
          opens: false,
          open: false,
        })
  }

  /** What layers have of an object, each on a lane of its own, with a lane for each channel below where it is open. */
  function addLayers(object: SceneObject, depth: number): void {
    for (const { layer, channels } of parts(object)) {
      const id = `${object.id}|layer ${layer.id}`
      const isOpen = wish.openLayers.has(id)
      push({ id, kind: 'layer', object, layer, channels, label: layer.name, depth, opens: true, open: isOpen })
      for (const channel of isOpen ? channels : [])
        push({
          id: `${object.id}|${channel.name}`,
          kind: 'channel',
          object,
          layer,
          channels: [channel],
          label: specOf(object, channel.name)!.fullName,
          depth: depth + 1,
          opens: false,
          open: false,
        })
    }
  }

  function add(top: SceneObject): void {
    const waiting: [SceneObject, number][] = [[top, 0]]
    for (let next = waiting.pop(); next; next = waiting.pop()) waiting.push(...addOne(...next).reverse())
  }

  /** @returns what is to be shown after it, with how far in it stands. */
  function addOne(object: SceneObject, depth: number): [SceneObject, number][] {
    const inside = children.get(object.id) ?? []
    const names = animated(object).map(({ name }) => name)
    const isNamed = !isSearching || isMeant(object.name)
    const matching = names.filter((name) => isNamed || isMeant(specOf(object, name)!.fullName))
    const isWanted = (!wish.only || wish.only.has(object.id)) && (!wish.animatedOnly || moving.has(object.id))
    const isOpen = isSearching ? !isNamed || wish.open.has(object.id) : wish.open.has(object.id)
    const isShown = isWanted && (isNamed || matching.length > 0)
    if (isShown) {
      push({
        id: `${object.id}`,
        kind: 'object',
        object,
        channels: below(object),
        label: object.name,
        depth,
        opens: names.length + inside.length > 0 || hasRates(object),
        open: isOpen,
      })
      addClips(object, depth + 1, isOpen)
      addLayers(object, depth + 1)
      if (isOpen) addChannels(object, matching, depth + 1)
    }
    return isOpen || isSearching || wish.only || !isWanted
      ? inside.map((child) => [child, depth + (isShown ? 1 : 0)])
      : []
  }

  const tops = children.get(null) ?? []
  if (!isSearching && model.objects.size > 0)
    push({
      id: 'scene',
      kind: 'scene',
      object: null,
      channels: tops.flatMap(below),
      label: 'All keys',
      depth: 0,
      opens: false,
      open: false,
    })
  if (!isSearching)
    for (const layer of model.layersUpwards().reverse())
      if (layer.holder.channels.get(strengthChannel)!.keys.count)
        push({
          id: `strength ${layer.id}`,
          kind: 'channel',
          object: layer.holder,
          layer,
          channels: [{ object: layer.holder, name: strengthChannel }],
          label: `Strength of ${layer.name}`,
          depth: 0,
          opens: false,
          open: false,
        })
  for (const object of tops) if (wish.pinned.has(object.id)) add(object)
  for (const object of tops) if (!wish.pinned.has(object.id)) add(object)
  for (const lane of laySounds(model, wish)) push(lane)
  return lanes
}

/** The lanes of the warps, which stand above all others: each a ladder, or its curve. */
export function layFlow(model: SceneModel, asCurves: ReadonlySet<string>): Lane[] {
  let top = 0
  return [...model.warps.values()].map(({ id, name, holder }) => {
    const curves = asCurves.has(flowLane(id))
    const height = curves ? flowCurveHeight : flowHeight
    top += height
    return {
      id: flowLane(id),
      kind: 'flow',
      object: holder,
      channels: [{ object: holder, name: warpChannel }],
      label: name,
      depth: 0,
      top: top - height,
      height,
      curves,
      opens: false,
      open: false,
    }
  })
}

/** The lanes that reach into a stretch of heights; lanes are in rising order. */
export function lanesWithin(lanes: readonly Lane[], top: number, bottom: number): Lane[] {
  return lanes.filter((lane) => lane.top + lane.height > top && lane.top < bottom)
}
