import type {
  BackdropMessage,
  BackdropView,
  BookmarkMessage,
  ChannelMessage,
  ClipMessage,
  CueMessage,
  GoneMessage,
  MarkMessage,
  NamedSelectionMessage,
  RowKind,
  RowsMessage,
  SettingsMessage,
} from '../api/messages'
import { channelsOf, specOf } from './catalogue'
import { firstAtOrAfter, noKeys, splicedKeys } from './keys'
import { layerOfName, ownName } from './layered'
import {
  layerOf,
  ownerKey,
  placedOf,
  rateChannel,
  rateHolder,
  soundHolder,
  soundOf,
  strengthChannel,
  strengthHolder,
  warpChannel,
  warpHolder,
  warpOf,
  type OwnerKey,
} from './owners'
import type { Channel, Holder, SceneObject, Warp, PlacedClip, Layer, Sound, LayerPart } from './sceneRows'

const none: readonly PlacedClip[] = []
const noParts: readonly LayerPart[] = []

/** What has lanes, or shows in them. */
const laid: ReadonlySet<RowKind> = new Set(['object', 'warp', 'clip', 'placedClip', 'layer', 'sound'])

/** The scene's rows as this tab knows them. Nothing is computed here: the server sends rows, this holds them. */
export class SceneModel {
  settings: SettingsMessage = {
    name: '',
    rate: '24',
    framesPerSecond: 24,
    ticksPerFrame: 29_400_000,
    range: [1, 1],
    work: [1, 1],
    canDrop: false,
    start: '00:00:00:00',
  }
  readonly objects = new Map<number, SceneObject>()
  readonly bookmarks = new Map<number, BookmarkMessage>()
  readonly namedSelections = new Map<number, NamedSelectionMessage>()
  readonly warps = new Map<number, Warp>()
  readonly clips = new Map<number, ClipMessage>()
  readonly placed = new Map<number, PlacedClip>()
  readonly cues = new Map<number, CueMessage>()
  readonly layers = new Map<number, Layer>()
  readonly backdrops = new Map<number, BackdropMessage>()
  readonly sounds = new Map<number, Sound>()
  readonly marks = new Map<number, MarkMessage>()
  private readonly tables: Partial<Record<RowKind, Map<number, unknown>>> = {
    object: this.objects,
    warp: this.warps,
    bookmark: this.bookmarks,
    namedSelection: this.namedSelections,
    clip: this.clips,
    placedClip: this.placed,
    cue: this.cues,
    layer: this.layers,
    backdrop: this.backdrops,
    sound: this.sounds,
    mark: this.marks,
  }
  private order: SceneObject[] | null = null
  private readonly depths = new Map<number, number>()
  private byObject: Map<number, PlacedClip[]> | null = null

  /** @returns whether lanes come or go: other objects, or a channel that got its first key or lost its last. */
  take(rows: RowsMessage): boolean {
    let isOtherwise = rows.objects.length > 0
    if (rows.settings) this.settings = rows.settings
    for (const row of rows.objects) {
      const known = this.objects.get(row.id)
      this.objects.set(row.id, { ...row, channels: known?.channels ?? new Map() })
    }
    for (const row of rows.channels) {
      const object = this.objects.get(row.id)
      if (!object) continue
      const hadKeys = (object.channels.get(row.name)?.keys.count ?? 0) > 0
      if (hadKeys !== (row.keys !== null)) isOtherwise = true
      if (Number.isNaN(row.still)) object.channels.delete(row.name)
      else object.channels.set(row.name, channelOf(row, object.channels.get(row.name)))
    }
    for (const row of rows.warps) {
      const known = this.warps.get(row.id)
      if (known?.name !== row.name || known.on !== row.on) isOtherwise = true
      // The same holder as before, so that what shows it follows.
      const holder = known?.holder ?? warpHolder(row)
      Object.assign(holder, { name: row.name })
      holder.channels.set(warpChannel, channelOf(row.curve, undefined))
      this.warps.set(row.id, { ...row, holder })
      if (JSON.stringify(known?.targets) !== JSON.stringify(row.targets)) isOtherwise = true
    }
    isOtherwise = this.takeClips(rows) || isOtherwise
    isOtherwise = this.takeLayers(rows) || isOtherwise
    isOtherwise = this.takeSounds(rows) || isOtherwise
    const gone = this.drop(rows.gone)
    isOtherwise = gone.some((kind) => laid.has(kind)) || isOtherwise
    for (const { owner, id, name, times } of rows.played) {
      const channel = this.holder(ownerKey(owner, id))?.channels.get(name)
      // A copy of its own starts at an address that typed arrays can read.
      if (channel) channel.played = times.length ? new Float64Array(times.slice().buffer) : null
    }
    for (const row of rows.bookmarks) this.bookmarks.set(row.id, row)
    for (const row of rows.cues) this.cues.set(row.id, row)
    for (const row of rows.marks) this.marks.set(row.id, row)
    for (const row of rows.backdrops) this.backdrops.set(row.id, row)
    for (const row of rows.selections) this.namedSelections.set(row.id, row)
    this.order = null
    return isOtherwise
  }

  /** @returns whether lanes come or go: a clip is placed or taken off, is called otherwise, or its rate gets keys. */
  private takeClips(rows: RowsMessage): boolean {
    let isOtherwise = rows.clips.length > 0
    this.byObject = null
    for (const row of rows.clips) this.clips.set(row.id, row)
    for (const row of rows.placed) {
      const known = this.placed.get(row.id)
      const holder = known?.holder ?? rateHolder(row)
      const had = holder.channels.get(rateChannel)?.keys.count ?? 0
      holder.channels.set(rateChannel, channelOf(row.rate, undefined))
      if (known?.object !== row.object || had > 0 !== (row.rate.keys?.length ?? 0) > 0) isOtherwise = true
      this.placed.set(row.id, { ...row, holder })
    }
    for (const { holder, clip } of this.placed.values()) holder.name = this.clips.get(clip)?.name ?? ''
    return isOtherwise
  }

  /** @returns whether lanes come or go: there is another layer, one is called otherwise, or its strength gets keys. */
  private takeLayers(rows: RowsMessage): boolean {
    for (const row of rows.layers) {
      const known = this.layers.get(row.id)
      const holder = known?.holder ?? strengthHolder(row)
      Object.assign(holder, { name: row.name })
      holder.channels.set(strengthChannel, channelOf(row.strength, undefined))
      this.layers.set(row.id, { ...row, holder })
    }
    return rows.layers.length > 0
  }

  /** @returns whether lanes come or go: there is another sound, or one is called otherwise, stands elsewhere or gets keys. */
  private takeSounds(rows: RowsMessage): boolean {
    let isOtherwise = false
    for (const row of rows.sounds) {
      const known = this.sounds.get(row.id)
      const holder = known?.holder ?? soundHolder(row)
      const keyed = () => [...holder.channels.values()].filter(({ keys }) => keys.count > 0).map(({ name }) => name)
      const before = keyed().join()
      Object.assign(holder, { name: row.name })
      for (const channel of row.channels) holder.channels.set(channel.name, channelOf(channel, undefined))
      if (known?.name !== row.name || known.place !== row.place || keyed().join() !== before) isOtherwise = true
      this.sounds.set(row.id, { ...row, holder })
    }
    return isOtherwise
  }

  /** The sounds in the order of their lanes. */
  soundsDownwards(): Sound[] {
    return [...this.sounds.values()].sort((a, b) => a.place - b.place || a.id - b.id)
  }

  /** What stands behind a view or a camera. */
  backdropOf(look: BackdropView | number): BackdropMessage | undefined {
    return [...this.backdrops.values()].find(({ view, camera }) => (camera ?? view) === look)
  }

  /** The layers from the lowest up. */
  layersUpwards(): Layer[] {
    return [...this.layers.values()].sort((a, b) => a.place - b.place || a.id - b.id)
  }

  /** What layers have of an object, the highest first, and the channels in the catalogue's order. */
  partsOf(object: SceneObject): readonly LayerPart[] {
    const inLayers = [...object.channels.values()].filter(
      ({ name, keys }) => keys.count > 0 && layerOfName(name) !== null,
    )
    if (inLayers.length === 0) return noParts
    const places = new Map(channelsOf(object).map(({ name }, i) => [name, i]))
    const place = ({ name }: Channel) => places.get(ownName(name)) ?? 0
    return this.layersUpwards()
      .reverse()
      .map((layer) => ({
        layer,
        channels: inLayers.filter(({ name }) => layerOfName(name) === layer.id).sort((a, b) => place(a) - place(b)),
      }))
      .filter(({ channels }) => channels.length > 0)
  }

  /** @returns the kinds of which something went. */
  private drop(gone: readonly GoneMessage[]): RowKind[] {
    return gone
      .filter(({ kind, ids }) => ids.map((id) => this.tables[kind]?.delete(id)).includes(true))
      .map(({ kind }) => kind)
  }

  /** The clips on an object, in the order in which they start. */
  placedOn(object: number): readonly PlacedClip[] {
    if (!this.byObject) {
      this.byObject = new Map()
      const inOrder = [...this.placed.values()].sort((a, b) => a.times[0]! - b.times[0]! || a.id - b.id)
      for (const placed of inOrder) {
        const list = this.byObject.get(placed.object)
        if (list) list.push(placed)
        else this.byObject.set(placed.object, [placed])
      }
    }
    return this.byObject.get(object) ?? none
  }

  /** Whatever has keys: objects, warps, placed clips, layers and sounds. */
  *holders(): Iterable<Holder> {
    yield* this.objects.values()
    for (const { holder } of this.warps.values()) yield holder
    for (const { holder } of this.placed.values()) yield holder
    for (const { holder } of this.layers.values()) yield holder
    for (const { holder } of this.sounds.values()) yield holder
  }

  holder(id: OwnerKey): Holder | undefined {
    if (typeof id === 'number') return this.objects.get(id)
    return (
      this.warps.get(warpOf(id) ?? 0)?.holder ??
      this.placed.get(placedOf(id) ?? 0)?.holder ??
      this.layers.get(layerOf(id) ?? 0)?.holder ??
      this.sounds.get(soundOf(id) ?? 0)?.holder
    )
  }

  /** The warps that cover an object as a whole, a channel of it, or the scene. */
  warpsOver(object: number, channel?: string): Warp[] {
    return [...this.warps.values()].filter(({ targets }) =>
      targets?.some((target) => target.object === object && (target.channel ?? undefined) === channel),
    )
  }

  channel(object: Holder, name: string): Channel {
    return (
      object.channels.get(name) ?? {
        name,
        still: specOf(object, name)?.default ?? 0,
        before: 'hold',
        after: 'hold',
        keys: noKeys,
        locked: false,
        played: null,
      }
    )
  }

  /** The object's channels that have keys, in the catalogue's order. */
  animated(object: Holder): Channel[] {
    if (object.channels.size === 0) return []
    return channelsOf(object).flatMap((spec) => {
      const channel = object.channels.get(spec.name)
      return channel && channel.keys.count > 0 ? [channel] : []
    })
  }

  /** Objects as shown: a parent, then its children. */
  inOrder(): readonly SceneObject[] {
    if (this.order) return this.order
    const children = new Map<number | null, SceneObject[]>()
    for (const object of this.objects.values()) {
      const parent = object.parent !== null && this.objects.has(object.parent) ? object.parent : null
      const list = children.get(parent)
      if (list) list.push(object)
      else children.set(parent, [object])
    }
    const order: SceneObject[] = []
    this.depths.clear()
    // Walked, not called: a chain of parents may be as long as there are objects. The next to be shown lies on top.
    const waiting: SceneObject[] = []
    const push = (parent: number | null) => {
      for (const object of (children.get(parent) ?? []).sort((a, b) => b.place - a.place || b.id - a.id))
        waiting.push(object)
    }
    push(null)
    for (let object = waiting.pop(); object; object = waiting.pop()) {
      this.depths.set(object.id, object.parent === null ? 0 : (this.depths.get(object.parent) ?? -1) + 1)
      order.push(object)
      push(object.id)
    }
    return (this.order = order)
  }

  /** How many objects carry it. */
  depth(object: SceneObject): number {
    this.inOrder()
    return this.depths.get(object.id) ?? 0
  }

  /** How many keys are seen before one time or after another only, in ticks; one that is never seen counts where it stands. */
  keysOutside(first: number, last: number): number {
    const isOutside = (time: number) => time < first || time > last
    let count = 0
    for (const object of this.objects.values())
      for (const { keys, played } of object.channels.values())
        if (!played) count += firstAtOrAfter(keys, first) + keys.count - firstAtOrAfter(keys, last + 1)
        else played.forEach((time, i) => (count += +isOutside(Number.isNaN(time) ? keys.times[i]! : time)))
    return count
  }

  get keyCount(): number {
    let count = 0
    for (const object of this.objects.values())
      for (const channel of object.channels.values()) count += channel.keys.count
    return count
  }
}

/** A channel as a message tells it, given what was known of it. */
const channelOf = (
  { name, still, before, after, head, tail, keys, locked }: ChannelMessage,
  known: Channel | undefined,
): Channel => ({
  name,
  still,
  before,
  after,
  keys: splicedKeys(known?.keys ?? noKeys, head, tail, keys),
  locked,
  played: null,
})
