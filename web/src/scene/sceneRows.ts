import type {
  ObjectKind,
  LayerMessage,
  ObjectMessage,
  PlacedClipMessage,
  RowsMessage,
  SoundMessage,
  WarpMessage,
} from '../api/messages'
import type { Keys } from './keys'
import type { OwnerKey } from './owners'

export interface Channel {
  name: string
  still: number
  before: string
  after: string
  keys: Keys
  locked: boolean
  /** When each key is seen, in ticks, where a warp covers the channel or a cue starts it; not a number for one that never is. */
  played: Float64Array | null
}

/** What has channels: an object, or a warp with its points, a placed clip with its rate, a layer with its strength, a sound with its gain. */
export interface Holder {
  id: OwnerKey
  name: string
  /** What it is, which says what channels it has. */
  kind: string
  /** Only the channels that differ from the kind's defaults. */
  channels: Map<string, Channel>
}

export interface SceneObject extends Holder, ObjectMessage {
  id: number
  kind: ObjectKind
}

/** Whether it is an object, and not a warp or a placed clip. */
export const isObject = (holder: Holder | null | undefined): holder is SceneObject => typeof holder?.id === 'number'

/** A warp, and what holds its points. */
export interface Warp extends WarpMessage {
  holder: Holder
}

/** A clip on an object, and what holds its rate. */
export interface PlacedClip extends PlacedClipMessage {
  holder: Holder
}

/** A layer, and what holds its strength. */
export interface Layer extends LayerMessage {
  holder: Holder
}

/** A sound, and what holds its gain and its mute. */
export interface Sound extends SoundMessage {
  holder: Holder
}

/** What a layer gives to an object. */
export interface LayerPart {
  layer: Layer
  channels: Channel[]
}

/** A message that says nothing. */
export const noRows = (): RowsMessage => ({
  settings: null,
  objects: [],
  channels: [],
  warps: [],
  bookmarks: [],
  selections: [],
  clips: [],
  placed: [],
  cues: [],
  layers: [],
  backdrops: [],
  sounds: [],
  marks: [],
  gone: [],
  played: [],
})

/** The objects that a message says are not there any more. */
export const goneObjects = ({ gone }: RowsMessage): readonly number[] =>
  gone.find(({ kind }) => kind === 'object')?.ids ?? []
