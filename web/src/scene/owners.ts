import type { LayerMessage, OwnerKind, PlacedClipMessage, SoundMessage, WarpMessage } from '../api/messages'
import type { Holder } from './sceneRows'

// Objects have channels, warps have points, placed clips have a rate, layers have a strength, and sounds a gain and a
// mute: all of them are curves with keys. What has a curve is told by a key of its own, an object's being its number.

export type OwnerKey = number | `warp ${number}` | `placed ${number}` | `layer ${number}` | `sound ${number}` | 'scene'

/** A curve: whose, and which of theirs. */
export interface CurveName {
  object: OwnerKey
  channel: string
}

/** Keys of a curve, by their times in ticks. */
export interface KeysAt extends CurveName {
  times: number[]
}

export const warpChannel = 'warp'
export const rateChannel = 'rate'
export const strengthChannel = 'strength'

export const warpKey = (warp: number): OwnerKey => `warp ${warp}`
export const placedKey = (placed: number): OwnerKey => `placed ${placed}`
export const layerKey = (layer: number): OwnerKey => `layer ${layer}`
export const soundKey = (sound: number): OwnerKey => `sound ${sound}`

const numberAfter = (word: string, key: OwnerKey): number | null =>
  typeof key === 'string' && key.startsWith(`${word} `) ? Number(key.slice(word.length + 1)) : null

/** The warp that a key means; null for any other. */
export const warpOf = (key: OwnerKey): number | null => numberAfter('warp', key)

/** The placed clip that a key means; null for any other. */
export const placedOf = (key: OwnerKey): number | null => numberAfter('placed', key)

/** The layer whose strength a key means; null for any other. */
export const layerOf = (key: OwnerKey): number | null => numberAfter('layer', key)

/** The sound that a key means; null for any other. */
export const soundOf = (key: OwnerKey): number | null => numberAfter('sound', key)

/** The key of what the server names. */
export const ownerKey = (owner: OwnerKind, id: number): OwnerKey =>
  owner === 'object' ? id : owner === 'scene' ? 'scene' : `${owner} ${id}`

/** How edits name a curve. */
export type Addressed<T> = Omit<T, 'object' | 'channel'> & {
  object?: number
  channel?: string
  warp?: number
  placed?: number
  layer?: number
  sound?: number
}

/** The same as edits have it. */
export function addressed<T extends CurveName>({ object, channel, ...rest }: T): Addressed<T> {
  if (typeof object === 'number') return { object, channel, ...rest }
  const [owner, id] = object.split(' ') as [string, string]
  // The others have one channel each.
  return { [owner]: Number(id), ...(owner === 'sound' ? { channel } : {}), ...rest }
}

/** An edit with all its curves named as the server names them. */
export function addressedEdit(edit: object): object {
  const named = Object.entries(edit).map(([field, value]) => [
    field,
    Array.isArray(value) && value.some(isCurve) ? value.map(addressed) : value,
  ])
  const all = Object.fromEntries(named)
  return isCurve(all) ? addressed(all) : all
}

const isCurve = (value: unknown): value is CurveName =>
  typeof value === 'object' && value !== null && 'object' in value && 'channel' in value

export const laneOf = (object: OwnerKey, channel: string) => `${object}|${channel}`

/** The curve of a lane's name. */
export function curveOfLane(lane: string): CurveName {
  const [object, channel] = lane.split('|') as [string, string]
  return { object: /^\d+$/.test(object) ? Number(object) : (object as OwnerKey), channel }
}

export const warpHolder = ({ id, name }: WarpMessage): Holder => holder(warpKey(id), name, 'warp')
export const strengthHolder = ({ id, name }: LayerMessage): Holder => holder(layerKey(id), name, 'strength')
export const soundHolder = ({ id, name }: SoundMessage): Holder => holder(soundKey(id), name, 'sound')
export const rateHolder = ({ id }: PlacedClipMessage): Holder => holder(placedKey(id), '', 'rate')

const holder = (id: OwnerKey, name: string, kind: string): Holder => ({ id, name, kind, channels: new Map() })
