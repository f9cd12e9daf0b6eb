import { HubConnectionBuilder, HubConnectionState, LogLevel, type HubConnection } from '@microsoft/signalr'
import { MessagePackHubProtocol } from '@microsoft/signalr-protocol-msgpack'
import type { Clash } from '../scene/clashes'
import { addressed, addressedEdit } from '../scene/owners'
import type {
  Axis,
  BookmarkColour,
  ClipAfter,
  ClipCycle,
  CopiedKeys,
  Edit,
  KeySet,
  RotationInterpolation,
  RotationOrder,
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
  rotationOrder: RotationOrder
  rotationInterpolation: RotationInterpolation
  /** Turns like a wheel as it travels. */
  roll: { axle: Axis; radius: number } | null
}

export interface ChannelRow {
  /** What has the channel: an object, a warp or a placed clip. */
  owner: string
  id: number
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

export interface NamedSelectionRow {
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
  /** Its points. */
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
  /** Where it starts, where it ends and where its cycles start between, in ticks of source time. */
  times: number[]
  /** When these are first seen, where a warp covers the object. */
  played: number[] | null
  /** The phase at which it starts, in ticks. */
  offset: number
  cycle: ClipCycle
  after: ClipAfter
  /** Its rate. */
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
  selections: NamedSelectionRow[]
  removedSelections: number[]
  clips: ClipRow[]
  removedClips: number[]
  placed: PlacedClipRow[]
  removedPlaced: number[]
  /** When the keys of warped channels are seen. */
  played: { owner: string; id: number; name: string; times: Uint8Array }[]
}

export interface Block {
  owner: string
  id: number
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
  /** Who made it, as their browser calls itself, and as they call themselves. */
  author: string | null
  name: string | null
}

/** Where a scene stands in its history, seen by the person at this tab. */
export interface HistoryNote {
  position: number
  /** How many changes have been let go. */
  floor: number
  /** What undo and redo would do for them. */
  undo: string | null
  redo: string | null
}

export interface SceneMessage {
  id: number
  revision: number
  note: HistoryNote
  history: HistoryEntry[]
  rows: Rows
}

/** Something that was done: in words, from which window, and by whom. */
export interface Made {
  title: string
  window: string | null
  name: string | null
}

export interface ChangeMessage {
  id: number
  /** The revision that this follows. */
  before: number
  revision: number
  note: HistoryNote
  /** Up to which change the history is as it was; the rest of it follows. */
  same: number
  history: HistoryEntry[]
  made: Made[]
  rows: Rows
  blocks: Block[]
  /** The frames that there are samples of now. */
  frames: [number, number] | null
}

export interface Sampled {
  first: number
  last: number
  blocks: Block[]
}

export interface Kept {
  revision: number
  position: number
  title: string
  added: number[]
  /** Keys would have landed on others, so nothing was done. */
  clash: Clash | null
  /** Somebody changed the same meanwhile, so nothing was done. */
  taken: { name: string | null; title: string | null } | null
  /** What was to be taken back cannot go alone, so nothing was done. */
  touches: { position: number; title: string; later: Made[] } | null
  /** Why it could not be kept, and what to do. */
  trouble: string | null
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

/** A channel of an object. */
export interface LaneName {
  object: number
  channel: string
}

/** Whether the server is there: it is, it is not, it asks for its token again, or it is back and the scene is being fetched. */
export type LineState = 'standing' | 'away' | 'shut' | 'returning'

export interface LineListener {
  opened(scene: SceneMessage): void
  changed(change: ChangeMessage): void
  sampled(samples: Sampled): void
  gone(scene: number): void
  /** The line is back after a break, or the tab has lost count: the scene has to be opened again. */
  back(): void
  state(state: LineState): void
}

/** The line broke before the answer came: whether it was done is not known. */
export class LineBroken extends Error {
  constructor() {
    super('The server does not answer; trying again.')
  }
}

/** The live line to the server: one for each tab. */
export class LiveLine {
  private readonly hub: HubConnection
  private readonly waiting: (() => void)[] = []

  constructor(
    private readonly listener: LineListener,
    private readonly who: () => { author: string; name: string; window: string },
  ) {
    this.hub = new HubConnectionBuilder()
      .withUrl('/live')
      .withHubProtocol(new MessagePackHubProtocol())
      .withAutomaticReconnect({
        nextRetryDelayInMilliseconds: ({ retryReason, previousRetryCount }) => {
          // A server that was started again may have another token; the line's own error says so in its words only.
          if (/Status code '401'/.test(String(retryReason))) listener.state('shut')
          return Math.min(250 * 2 ** Math.min(previousRetryCount, 10), 4000)
        },
      })
      .configureLogging(LogLevel.None)
      .build()
    this.hub.on('opened', (scene: SceneMessage) => listener.opened(scene))
    this.hub.on('changed', (change: ChangeMessage) => listener.changed(change))
    this.hub.on('sampled', (samples: Sampled) => listener.sampled(samples))
    this.hub.on('gone', (scene: number) => listener.gone(scene))
    this.hub.on('lost', () => listener.back())
    this.hub.onreconnecting(() => listener.state('away'))
    this.hub.onreconnected(() => void this.returned())
  }

  async start(): Promise<void> {
    if (this.hub.state !== HubConnectionState.Disconnected) return
    try {
      await this.hub.start()
    } catch {
      throw new Error('The server does not answer. Is it still running?')
    }
    await this.introduce()
    this.listener.state('standing')
  }

  stop(): Promise<void> {
    return this.hub.stop()
  }

  /** Says who is at this tab; again whenever they change their name. */
  introduce(): Promise<void> {
    const { author, name, window } = this.who()
    return this.call('Introduce', author, name, window)
  }

  /** The scene has been fetched again after a break: what waits may go on. */
  resume(): void {
    this.listener.state('standing')
    for (const go of this.waiting.splice(0)) go()
  }

  /** Resolves when the line stands again. */
  returning(): Promise<void> {
    return new Promise((go) => this.waiting.push(go))
  }

  /** Fetches a scene; it comes to the listener before this resolves. */
  open = (scene: number) => this.call<void>('Open', scene)
  /** Asks for samples around a frame; they come to the listener before this resolves. */
  watch = (scene: number, first: number, last: number, near: number) =>
    this.call<[number, number]>('Watch', scene, first, last, near)
  try = (scene: number, edit: Edit) =>
    this.call<{ rows: Rows; blocks: Block[] }>('Try', scene, JSON.stringify(addressedEdit(edit)))
  edit = (scene: number, revision: number, edit: Edit, mark: string) =>
    this.call<Kept>('Edit', scene, revision, JSON.stringify(addressedEdit(edit)), mark)
  goTo = (scene: number, revision: number, position: number) => this.call<Kept>('GoTo', scene, revision, position)
  undo = (scene: number, revision: number) => this.call<Kept>('Undo', scene, revision)
  redo = (scene: number, revision: number) => this.call<Kept>('Redo', scene, revision)
  watchSpeeds = (scene: number, lanes: readonly LaneName[]) => this.ask<void>('WatchSpeeds', scene, ...columns(lanes))
  timeLabels = (scene: number, frames: number[], display: string) =>
    this.ask<string[]>('TimeLabels', scene, frames, display)
  lookAhead = (scene: number, edit: Edit) =>
    this.ask<TimeMessage>('LookAhead', scene, JSON.stringify(addressedEdit(edit)))
  lookAheadCurves = (scene: number, edit: Edit) =>
    this.ask<CurveMessage>('LookAheadCurves', scene, JSON.stringify(addressedEdit(edit)))
  gimbalLocks = (scene: number, object: number) => this.ask<[number, number][]>('GimbalLocks', scene, object)
  copyEase = (scene: number, keys: KeySet[]) => this.ask<string>('CopyEase', scene, JSON.stringify(keys.map(addressed)))
  channelsAt = (scene: number, position: number, lanes: readonly LaneName[]) =>
    this.ask<ChannelRow[]>('ChannelsAt', scene, position, ...columns(lanes))
  copyKeysAt = async (scene: number, position: number, lanes: readonly LaneName[], from: number, to: number) =>
    JSON.parse(await this.ask<string>('CopyKeysAt', scene, position, ...columns(lanes), from, to)) as CopiedKeys
  readTime = (scene: number, text: string, present: number) => this.ask<number>('ReadTime', scene, text, present)
  copyKeys = async (scene: number, keys: KeySet[]): Promise<CopiedKeys> =>
    JSON.parse(await this.ask<string>('CopyKeys', scene, JSON.stringify(keys.map(addressed))))

  /** A question: asked again when the line is back, for asking changes nothing. */
  private async ask<T>(method: string, ...args: unknown[]): Promise<T> {
    while (true) {
      try {
        return await this.call<T>(method, ...args)
      } catch (wrong) {
        if (!(wrong instanceof LineBroken)) throw wrong
        await this.returning()
      }
    }
  }

  /** @throws {LineBroken} the line broke before the answer came. */
  private async call<T>(method: string, ...args: unknown[]): Promise<T> {
    try {
      return await this.hub.invoke<T>(method, ...args)
    } catch (wrong) {
      const message = wrong instanceof Error ? wrong.message : String(wrong)
      // SignalR puts its own words in front of the hub's; where there are none of the hub's, it is the line that broke.
      const own = /^.*HubException: (.*)$/s.exec(message)
      if (!own) throw new LineBroken()
      throw new Error(own[1], { cause: wrong })
    }
  }

  private async returned(): Promise<void> {
    this.listener.state('returning')
    try {
      await this.introduce()
      this.listener.back()
    } catch {
      // It broke again, and will be back again.
    }
  }
}

const columns = (lanes: readonly LaneName[]): [number[], string[]] => [
  lanes.map(({ object }) => object),
  lanes.map(({ channel }) => channel),
]
