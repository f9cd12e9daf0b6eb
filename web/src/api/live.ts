import { HubConnectionBuilder, HubConnectionState, LogLevel, type HubConnection } from '@microsoft/signalr'
import { MessagePackHubProtocol } from '@microsoft/signalr-protocol-msgpack'
import type { Clash } from '../scene/clashes'
import type {
  Axis,
  BookmarkColour,
  ClipAfter,
  ClipRounds,
  CopiedKeys,
  Edit,
  KeySet,
  Turning,
  TurnOrder,
  WarpTarget,
} from './http'

export interface SettingsRow {
  name: string
  rate: string
  framesPerSecond: number
  ticksPerFrame: number
  range: [number, number]
  work: [number, number]
  /** Whether drop-frame timecode is offered at this rate. */
  canDrop: boolean
}

export interface ObjectRow {
  id: number
  name: string
  kind: string
  parent: number | null
  place: number
  turnOrder: TurnOrder
  turning: Turning
  /** Turns like a wheel as it travels. */
  roll: { axle: Axis; radius: number } | null
}

export interface ChannelRow {
  object: number
  name: string
  /** NaN where the channel is back at its kind's default. */
  still: number
  before: string
  after: string
  keys: Uint8Array | null
  locked: boolean
}

export interface BookmarkRow {
  id: number
  name: string
  ticks: number
  colour: BookmarkColour
}

export interface NamedChoiceRow {
  id: number
  name: string
  objects: number[]
}

export interface WarpRow {
  id: number
  name: string
  on: boolean
  beyond: 'runOn' | 'stop'
  /** What it covers; null is the whole scene. */
  targets: WarpTarget[] | null
  /** Its points, as the channel of the object that stands for it. */
  curve: ChannelRow
}

export interface ClipRow {
  id: number
  name: string
  /** Ticks. */
  length: number
  channels: string[]
}

export interface PlacedClipRow {
  id: number
  clip: number
  object: number
  /** Where it starts, where it ends and where its rounds start between, in ticks of source time. */
  times: number[]
  /** When these are first seen, where a warp covers the object. */
  played: number[] | null
  /** The phase at which it starts, in ticks. */
  offset: number
  rounds: ClipRounds
  after: ClipAfter
  /** Its rate, as the channel of the object that stands for it. */
  rate: ChannelRow
}

export interface Rows {
  settings: SettingsRow | null
  objects: ObjectRow[]
  channels: ChannelRow[]
  removedObjects: number[]
  warps: WarpRow[]
  removedWarps: number[]
  bookmarks: BookmarkRow[]
  removedBookmarks: number[]
  choices: NamedChoiceRow[]
  removedChoices: number[]
  clips: ClipRow[]
  removedClips: number[]
  placed: PlacedClipRow[]
  removedPlaced: number[]
  /** When the keys of warped channels are seen. */
  played: { object: number; name: string; times: Uint8Array }[]
}

export interface Block {
  object: number
  first: number
  count: number
  channels: string[]
  counts: number[]
  samples: Uint8Array
}

export interface HistoryEntry {
  seq: number
  title: string
  madeAt: string
}

export interface SceneMessage {
  id: number
  revision: number
  position: number
  history: HistoryEntry[]
  rows: Rows
}

export interface ChangeMessage {
  id: number
  revision: number
  position: number
  entry: HistoryEntry | null
  rows: Rows
  blocks: Block[]
}

export interface Kept {
  revision: number
  position: number
  title: string
  added: number[]
  /** Keys would have landed on others, so nothing was done. */
  clash: Clash | null
}

/** What an edit of time would do. */
export interface TimeMessage {
  keys: number
  keysAfter: number
  betweenFrames: number
  betweenFramesAfter: number
  range: [number, number]
  seconds: number
  secondsAfter: number
}

/** What an edit of curves would do. */
export interface CurveMessage {
  keys: number
  keysAfter: number
  difference: number
  frame: number
  channel: string | null
}

export interface LaneName {
  object: number
  channel: string
}

export interface LineListener {
  changed(change: ChangeMessage): void
  gone(scene: number): void
  /** The line is back after a break; what happened meanwhile is unknown. */
  back(): void
  /** Whether the line stands. */
  standing(stands: boolean): void
}

/** The live line to the server: one for each tab. */
export class LiveLine {
  private readonly hub: HubConnection

  constructor(listener: LineListener) {
    this.hub = new HubConnectionBuilder()
      .withUrl('/live')
      .withHubProtocol(new MessagePackHubProtocol())
      .withAutomaticReconnect({
        nextRetryDelayInMilliseconds: (retry) => Math.min(250 * 2 ** retry.previousRetryCount, 4000),
      })
      .configureLogging(LogLevel.None)
      .build()
    this.hub.on('changed', (change: ChangeMessage) => listener.changed(change))
    this.hub.on('gone', (scene: number) => listener.gone(scene))
    this.hub.onreconnecting(() => listener.standing(false))
    this.hub.onreconnected(() => {
      listener.standing(true)
      listener.back()
    })
  }

  async start(): Promise<void> {
    if (this.hub.state === HubConnectionState.Disconnected) await this.hub.start()
  }

  stop(): Promise<void> {
    return this.hub.stop()
  }

  open = (scene: number) => this.call<SceneMessage>('Open', scene)
  watch = (scene: number, first: number, last: number) => this.call<Block[]>('Watch', scene, first, last)
  try = (scene: number, edit: Edit) => this.call<{ rows: Rows; blocks: Block[] }>('Try', scene, JSON.stringify(edit))
  timeLabels = (scene: number, frames: number[], display: string) =>
    this.call<string[]>('TimeLabels', scene, frames, display)
  lookAhead = (scene: number, edit: Edit) => this.call<TimeMessage>('LookAhead', scene, JSON.stringify(edit))
  lookAheadCurves = (scene: number, edit: Edit) =>
    this.call<CurveMessage>('LookAheadCurves', scene, JSON.stringify(edit))
  watchSpeeds = (scene: number, lanes: readonly LaneName[]) =>
    this.call<Block[]>('WatchSpeeds', scene, ...columns(lanes))
  turnLocks = (scene: number, object: number) => this.call<[number, number][]>('TurnLocks', scene, object)
  copyShape = (scene: number, keys: KeySet[]) => this.call<string>('CopyShape', scene, JSON.stringify(keys))
  channelsAt = (scene: number, position: number, lanes: readonly LaneName[]) =>
    this.call<ChannelRow[]>('ChannelsAt', scene, position, ...columns(lanes))
  copyKeysAt = async (scene: number, position: number, lanes: readonly LaneName[], from: number, to: number) =>
    JSON.parse(await this.call<string>('CopyKeysAt', scene, position, ...columns(lanes), from, to)) as CopiedKeys
  readTime = (scene: number, text: string, present: number) => this.call<number>('ReadTime', scene, text, present)
  copyKeys = async (scene: number, keys: KeySet[]): Promise<CopiedKeys> =>
    JSON.parse(await this.call<string>('CopyKeys', scene, JSON.stringify(keys)))
  edit = (scene: number, revision: number, edit: Edit) => this.call<Kept>('Edit', scene, revision, JSON.stringify(edit))
  goTo = (scene: number, revision: number, position: number) => this.call<Kept>('GoTo', scene, revision, position)

  private async call<T>(method: string, ...args: unknown[]): Promise<T> {
    try {
      return await this.hub.invoke<T>(method, ...args)
    } catch (wrong) {
      // SignalR puts its own words in front of the hub's.
      const message = wrong instanceof Error ? wrong.message : String(wrong)
      throw new Error(message.replace(/^.*HubException: /s, ''), { cause: wrong })
    }
  }
}

const columns = (lanes: readonly LaneName[]): [number[], string[]] => [
  lanes.map(({ object }) => object),
  lanes.map(({ channel }) => channel),
]
