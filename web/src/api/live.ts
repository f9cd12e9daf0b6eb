import { HubConnectionBuilder, HubConnectionState, LogLevel, type HubConnection } from '@microsoft/signalr'
import { MessagePackHubProtocol } from '@microsoft/signalr-protocol-msgpack'
import type { SampleAsk } from '../scene/fetching'
import { addressed, addressedEdit } from '../scene/owners'
import type { CopiedClips, CopiedKeys, CopiedPose, Edit, KeySet } from './http'
import type {
  ChangeMessage,
  ChannelMessage,
  CueMessage,
  CueProposalMessage,
  BakeWayMessage,
  LayerShareMessage,
  CurveMessage,
  FallMessage,
  KeptMessage,
  MeetingMessage,
  MoreMessage,
  MotionMessage,
  PaceMessage,
  PeopleMessage,
  SamplesMessage,
  SceneMessage,
  TimeMessage,
  TrackedMessage,
  TrackerMessage,
  TriedMessage,
} from './messages'

/** A channel of an object. */
export interface LaneName {
  object: number
  channel: string
}

/** Whether the server is there: it is, it is not, it asks for its token again, or it is back and the scene is being fetched. */
export type LineState = 'standing' | 'away' | 'shut' | 'returning'

export interface LineListener {
  opened(scene: SceneMessage): void
  /** Channels of the scene that is being opened. */
  more(more: MoreMessage): void
  changed(change: ChangeMessage): void
  sampled(samples: SamplesMessage): void
  tried(tried: TriedMessage): void
  people(people: PeopleMessage): void
  /** An edit that takes long is so far, 0 to 1. */
  working(share: number): void
  /** Where a device has what it is bound to. */
  tracked(tracked: TrackedMessage): void
  /** The scene has other takes now. */
  takes(): void
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

/** How captured motion is brought in; see `BringJoints` on the server. */
export interface Bringing {
  file: string
  scale: number
  start: number
  up: 'y' | 'z'
  onto: boolean
  grow: boolean
  unlock: boolean
}

/** Which objects of a file are brought in, and how; see `BringObjects` on the server. */
export interface ObjectBringing {
  reading: string
  objects: readonly number[]
  start: number
  keep: 'clock' | 'frames'
  grow: boolean
}

/** How a table is brought in; see `BringTable` on the server. */
export interface TableBringing {
  file: string
  columns: { column: number; object: number; channel: string }[]
  start: number
  tolerance: number
  degrees: number
  grow: boolean
}

/** How the scene plays while a device is recorded; see `Record` on the server. */
export interface RecordedPlay {
  startedAt: number
  from: number
  first: number
  last: number
  speed: number
  loops: boolean
  byStamps: boolean
}

/** What a device is bound to; see `Bind` on the server. */
export interface Bound {
  device: string
  object: number
  position: boolean
  rotation: boolean
  scale: number
  /** The object goes on from where it is on a frame; else the device’s origin is its parent’s. */
  goesOn: boolean
  from: number
}

/** The live line to the server: one for each tab. */
export class LiveLine {
  private readonly hub: HubConnection
  private readonly waiting: (() => void)[] = []
  private asks = 0

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
    this.hub.on('more', (more: MoreMessage) => listener.more(more))
    this.hub.on('changed', (change: ChangeMessage) => listener.changed(change))
    this.hub.on('sampled', (samples: SamplesMessage) => listener.sampled(samples))
    this.hub.on('tried', (tried: TriedMessage) => listener.tried(tried))
    this.hub.on('people', (people: PeopleMessage) => listener.people(people))
    this.hub.on('working', (share: number) => listener.working(share))
    this.hub.on('tracked', (tracked: TrackedMessage) => listener.tracked(tracked))
    this.hub.on('takes', () => listener.takes())
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

  async stop(): Promise<void> {
    await this.hub.stop()
    this.release()
  }

  /** Says who is at this tab; again whenever they change their name. */
  introduce(): Promise<void> {
    const { author, name, window } = this.who()
    return this.call('Introduce', author, name, window)
  }

  /** The scene has been fetched again after a break: what waits may go on. */
  resume(): void {
    this.listener.state('standing')
    this.release()
  }

  private release(): void {
    for (const go of this.waiting.splice(0)) go()
  }

  /** Resolves when the line stands again, or is not wanted any more. */
  returning(): Promise<void> {
    return new Promise((go) => this.waiting.push(go))
  }

  /** Fetches a scene; all of it has come to the listener before this resolves. */
  open = (scene: number) => this.call<void>('Open', scene)
  /** Asks for samples of frames of one chunk; they come to the listener before this resolves. */
  sample = (scene: number, { first, last, isAhead, letGo }: SampleAsk) =>
    this.call<void>('Sample', scene, ++this.asks, first, last, isAhead, letGo)
  /** Tries an edit; what it gives comes to the listener before this resolves. */
  try = (scene: number, edit: Edit) => this.call<void>('Try', scene, JSON.stringify(addressedEdit(edit)))
  dropTry = (scene: number) => this.call<void>('DropTry', scene)
  edit = (scene: number, revision: number, edit: Edit, mark: string) =>
    this.call<KeptMessage>('Edit', scene, revision, JSON.stringify(addressedEdit(edit)), mark)
  /** Calls off an edit that takes long. */
  callOff = () => this.call<void>('CallOff')
  goTo = (scene: number, revision: number, position: number) =>
    this.call<KeptMessage>('GoTo', scene, revision, position)
  undo = (scene: number, revision: number) => this.call<KeptMessage>('Undo', scene, revision)
  takeBack = (scene: number, revision: number, change: number) =>
    this.call<KeptMessage>('TakeBack', scene, revision, change)
  /** Locks objects at this tab, in place of those that were. */
  lock = (scene: number, objects: number[]) => this.call<void>('Lock', scene, objects)
  /** Tells the others where the person at this tab stands. */
  stand = (scene: number, frame: number, objects: number[]) => this.call<void>('Stand', scene, frame, objects)
  /** Brings in the joints of a file that was sent before. */
  bringJoints = (scene: number, revision: number, { file, scale, start, up, onto, grow, unlock }: Bringing) =>
    this.call<KeptMessage>('BringJoints', scene, revision, file, scale, start, up, onto, grow, unlock)
  /** Brings in objects of a file that has been read before. */
  bringObjects = (scene: number, revision: number, { reading, objects, start, keep, grow }: ObjectBringing) =>
    this.call<KeptMessage>('BringObjects', scene, revision, reading, objects, start, keep, grow)
  /** Makes keys of a table that was sent before. */
  bringTable = (scene: number, revision: number, { file, columns, start, tolerance, degrees, grow }: TableBringing) =>
    this.call<KeptMessage>(
      'BringTable',
      scene,
      revision,
      file,
      columns.map(({ column }) => column),
      columns.map(({ object }) => object),
      columns.map(({ channel }) => channel),
      start,
      tolerance,
      degrees,
      grow,
    )
  devices = () => this.ask<TrackerMessage[]>('Devices')
  /** Seconds of the clock by which devices are recorded. */
  trackerClock = () => this.call<number>('TrackerClock')
  bind = (scene: number, { device, object, position, rotation, scale, goesOn, from }: Bound) =>
    this.call<void>('Bind', scene, device, object, position, rotation, scale, goesOn, from)
  unbind = () => this.call<void>('Unbind')
  record = (scene: number, { startedAt, from, first, last, speed, loops, byStamps }: RecordedPlay) =>
    this.call<void>('Record', scene, startedAt, from, first, last, speed, loops, byStamps)
  /** Ends the recording; how many takes were kept by that. */
  endRecord = (at: number, keep: boolean) => this.call<number>('EndRecord', at, keep)
  redo = (scene: number, revision: number) => this.call<KeptMessage>('Redo', scene, revision)
  watchSpeeds = (scene: number, lanes: readonly LaneName[]) => this.ask<void>('WatchSpeeds', scene, ...columns(lanes))
  timeLabels = (scene: number, frames: number[], display: string) =>
    this.ask<string[]>('TimeLabels', scene, frames, display)
  lookAhead = (scene: number, edit: Edit) =>
    this.ask<TimeMessage>('LookAhead', scene, JSON.stringify(addressedEdit(edit)))
  lookAheadCurves = (scene: number, edit: Edit) =>
    this.ask<CurveMessage>('LookAheadCurves', scene, JSON.stringify(addressedEdit(edit)))
  /** The ways through space that a bake would sample. */
  bakeWays = (scene: number, edit: Edit) =>
    this.ask<BakeWayMessage[]>('BakeWays', scene, JSON.stringify(addressedEdit(edit)))
  gimbalLocks = (scene: number, object: number) => this.ask<[number, number][]>('GimbalLocks', scene, object)
  motion = (scene: number) => this.ask<MotionMessage>('Motion', scene)
  newNames = (scene: number, edit: Edit) => this.ask<string[]>('NewNames', scene, JSON.stringify(addressedEdit(edit)))
  paces = (scene: number, objects: number[], edit: Edit | null) =>
    this.ask<PaceMessage[]>('Paces', scene, objects, edit ? JSON.stringify(addressedEdit(edit)) : '')
  /** Places of objects in the world, so many frames apart: x, y and z each. */
  places = async (scene: number, objects: number[], every: number) =>
    new Float32Array((await this.ask<Uint8Array>('Places', scene, objects, every)).slice().buffer)
  nearestFrame = (scene: number, object: number, other: number) =>
    this.ask<MeetingMessage>('NearestFrame', scene, object, other)
  passings = (scene: number, path: number, point: number) => this.ask<MeetingMessage[]>('Passings', scene, path, point)
  proposeCues = (scene: number, frame: number, started: number[]) =>
    this.ask<CueProposalMessage[]>('ProposeCues', scene, frame, started)
  /** What base and layers give to a channel on a frame. */
  layerShares = (scene: number, object: number, channel: string, frame: number) =>
    this.ask<LayerShareMessage[]>('LayerShares', scene, object, channel, frame)
  lookAheadCue = (scene: number, edit: Edit) =>
    this.ask<CueMessage>('LookAheadCue', scene, JSON.stringify(addressedEdit(edit)))
  fallOf = (scene: number, keys: KeySet[]) =>
    this.ask<FallMessage | null>('FallOf', scene, JSON.stringify(keys.map(addressed)))
  copyEase = (scene: number, keys: KeySet[]) => this.ask<string>('CopyEase', scene, JSON.stringify(keys.map(addressed)))
  channelsAt = (scene: number, position: number, lanes: readonly LaneName[]) =>
    this.ask<ChannelMessage[]>('ChannelsAt', scene, position, ...columns(lanes))
  channelsOfReel = (scene: number, reel: number, lanes: readonly LaneName[]) =>
    this.ask<ChannelMessage[]>('ChannelsOfReel', scene, reel, ...columns(lanes))
  copyKeysOfReel = async (scene: number, reel: number, lanes: readonly LaneName[], from: number, to: number) =>
    JSON.parse(await this.ask<string>('CopyKeysOfReel', scene, reel, ...columns(lanes), from, to)) as CopiedKeys
  copyKeysAt = async (scene: number, position: number, lanes: readonly LaneName[], from: number, to: number) =>
    JSON.parse(await this.ask<string>('CopyKeysAt', scene, position, ...columns(lanes), from, to)) as CopiedKeys
  readTime = (scene: number, text: string, present: number) => this.ask<number>('ReadTime', scene, text, present)
  copyPose = async (scene: number, objects: number[], frame: number): Promise<CopiedPose> =>
    JSON.parse(await this.ask<string>('CopyPose', scene, objects, frame))
  copyClips = async (scene: number, placed: number[]): Promise<CopiedClips> =>
    JSON.parse(await this.ask<string>('CopyClips', scene, placed))
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
