import type { BookmarkRow, NamedChoiceRow, ObjectRow, Rows, SettingsRow } from '../api/live'
import { channelsOf, specOf } from './catalogue'
import { firstAtOrAfter, noKeys, unpackKeys, type Keys } from './keys'

export interface Channel {
  name: string
  still: number
  before: string
  after: string
  keys: Keys
  locked: boolean
}

export interface SceneObject extends ObjectRow {
  /** Only the channels that differ from the kind's defaults. */
  channels: Map<string, Channel>
}

/** The scene's rows as this tab knows them. Nothing is computed here: the server sends rows, this holds them. */
export class SceneModel {
  settings: SettingsRow = {
    name: '',
    rate: '24',
    framesPerSecond: 24,
    ticksPerFrame: 29_400_000,
    range: [1, 1],
    work: [1, 1],
    canDrop: false,
  }
  readonly objects = new Map<number, SceneObject>()
  readonly bookmarks = new Map<number, BookmarkRow>()
  readonly namedChoices = new Map<number, NamedChoiceRow>()
  private order: SceneObject[] | null = null

  /** @returns whether lanes come or go: other objects, or a channel that got its first key or lost its last. */
  take(rows: Rows): boolean {
    let isOtherwise = rows.objects.length > 0 || rows.removedObjects.length > 0
    if (rows.settings) this.settings = rows.settings
    for (const row of rows.objects) {
      const known = this.objects.get(row.id)
      this.objects.set(row.id, { ...row, channels: known?.channels ?? new Map() })
    }
    for (const row of rows.channels) {
      const object = this.objects.get(row.object)
      if (!object) continue
      const hadKeys = (object.channels.get(row.name)?.keys.count ?? 0) > 0
      if (hadKeys !== (row.keys !== null && row.keys.length > 0)) isOtherwise = true
      if (Number.isNaN(row.still)) object.channels.delete(row.name)
      else
        object.channels.set(row.name, {
          name: row.name,
          still: row.still,
          before: row.before,
          after: row.after,
          keys: unpackKeys(row.keys),
          locked: row.locked,
        })
    }
    for (const id of rows.removedObjects) this.objects.delete(id)
    for (const row of rows.bookmarks) this.bookmarks.set(row.id, row)
    for (const id of rows.removedBookmarks) this.bookmarks.delete(id)
    for (const row of rows.choices) this.namedChoices.set(row.id, row)
    for (const id of rows.removedChoices) this.namedChoices.delete(id)
    this.order = null
    return isOtherwise
  }

  channel(object: SceneObject, name: string): Channel {
    return (
      object.channels.get(name) ?? {
        name,
        still: specOf(object.kind, name)?.default ?? 0,
        before: 'hold',
        after: 'hold',
        keys: noKeys,
        locked: false,
      }
    )
  }

  /** The object's channels that have keys, in the catalogue's order. */
  animated(object: SceneObject): Channel[] {
    if (object.channels.size === 0) return []
    return channelsOf(object.kind).flatMap((spec) => {
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
    const add = (parent: number | null) => {
      for (const object of (children.get(parent) ?? []).sort((a, b) => a.place - b.place || a.id - b.id)) {
        order.push(object)
        add(object.id)
      }
    }
    add(null)
    return (this.order = order)
  }

  depth(object: SceneObject): number {
    let depth = 0
    for (let at = object.parent; at !== null; at = this.objects.get(at)?.parent ?? null) depth++
    return depth
  }

  /** How many keys stand before one time or after another, in ticks. */
  keysOutside(first: number, last: number): number {
    let count = 0
    for (const object of this.objects.values())
      for (const { keys } of object.channels.values())
        count += firstAtOrAfter(keys, first) + keys.count - firstAtOrAfter(keys, last + 1)
    return count
  }

  get keyCount(): number {
    let count = 0
    for (const object of this.objects.values())
      for (const channel of object.channels.values()) count += channel.keys.count
    return count
  }
}
