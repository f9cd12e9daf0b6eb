// Written by ./zesty types from the records of src/ZestyReel.Server/Wire/, where they are explained.

/** How many bytes a key takes on the wire. */
export const keySize = 33

/** Most chunks that a tab may hold. */
export const mostChunks = 4096

/** The furthest frame there is, either way. */
export const furthestFrame = 10000000

/** In the order of their numbers. */
export const interpolations = ['hold', 'linear', 'smooth', 'clamped', 'flat', 'free'] as const
export type Interpolation = (typeof interpolations)[number]

export interface SceneMessage {
  id: number
  made: string
  revision: number
  note: HistoryNote
  history: HistoryMessage[]
  rows: RowsMessage
  chunk: number
  samples: SamplesMessage
  more: number
}

export interface MoreMessage {
  id: number
  rows: RowsMessage
  left: number
}

export interface ChangeMessage {
  id: number
  before: number
  revision: number
  note: HistoryNote
  same: number
  history: HistoryMessage[]
  made: MadeMessage[]
  rows: RowsMessage
  samples: SamplesMessage
}

export interface SamplesMessage {
  forgotten: number[]
  pieces: PieceMessage[]
}

export interface TriedMessage {
  isBack: boolean
  rows: RowsMessage
  samples: SamplesMessage
}

export interface KeptMessage {
  revision: number
  position: number
  title: string
  added: number[]
  changed: boolean
  clash: ClashMessage | null
  taken: TakenMessage | null
  touches: TouchesMessage | null
  trouble: string | null
}

export interface TimeMessage {
  keys: number
  keysAfter: number
  betweenFrames: number
  betweenFramesAfter: number
  range: [number, number]
  seconds: number
  secondsAfter: number
  outside: number
  firstOutside: OutsideMessage | null
}

export interface CurveMessage {
  keys: number
  keysAfter: number
  difference: number
  frame: number
  owner: OwnerKind
  id: number
  channel: string | null
  moved: number
}

export interface FallMessage {
  height: number
  seconds: number
  gravity: number
}

export interface PeopleMessage {
  id: number
  people: PersonMessage[]
  left: number[]
}

export interface MotionMessage {
  still: number[]
  moving: number[]
  outside: number[]
}

export interface CueProposalMessage {
  when: CueWhenMessage
  from: number
  calls: number
}

export interface LayerShareMessage {
  layer: number
  own: number
  strength: number
  after: number
}

export interface BakeWayMessage {
  object: number
  frames: number[]
  places: number[]
}

export interface PaceMessage {
  object: number
  start: number
  end: number
  length: number
  mean: number
  top: number
}

export interface MeetingMessage {
  object: number
  frame: number
  distance: number
}

export interface CastMessage {
  scene: SceneCastMessage | null
  reels: ReelCastMessage | null
}

export interface ShownMessage {
  desk: number
  name: string | null
  isSelf: boolean
  cast: CastMessage
}

export interface TrackerMessage {
  name: string
  rate: number
  lost: number
  quiet: number
}

export interface TrackedMessage {
  object: number
  channels: string[]
  values: number[]
}

export interface HistoryNote {
  position: number
  floor: number
  undo: string | null
  redo: string | null
}

export interface HistoryMessage {
  seq: number
  title: string
  madeAt: string
  author: string | null
  name: string | null
}

export interface RowsMessage {
  settings: SettingsMessage | null
  objects: ObjectMessage[]
  channels: ChannelMessage[]
  warps: WarpMessage[]
  bookmarks: BookmarkMessage[]
  selections: NamedSelectionMessage[]
  clips: ClipMessage[]
  placed: PlacedClipMessage[]
  cues: CueMessage[]
  layers: LayerMessage[]
  backdrops: BackdropMessage[]
  sounds: SoundMessage[]
  marks: MarkMessage[]
  gone: GoneMessage[]
  played: PlayedMessage[]
}

export interface MadeMessage {
  title: string
  window: string | null
  name: string | null
}

export interface PieceMessage {
  first: number
  last: number
  isWhole: boolean
  names: string[]
  blocks: BlockMessage[]
}

export interface ClashMessage {
  count: number
  frame: number
}

export interface TakenMessage {
  name: string | null
  title: string | null
}

export interface TouchesMessage {
  position: number
  title: string
  later: MadeMessage[]
}

export interface OutsideMessage {
  object: number
  channel: string
  frame: number
}

/** In the order of their numbers. */
export const ownerKinds = ['scene', 'object', 'warp', 'placed', 'layer', 'sound'] as const
export type OwnerKind = (typeof ownerKinds)[number]

export interface PersonMessage {
  tab: number
  name: string | null
  isSelf: boolean
  colour: number
  frame: number
  objects: number[]
}

export interface CueWhenMessage {
  event: CueEvent
  object: number | null
  channel: string | null
  value: number
  going: CueGoing
  other: number | null
  bookmark: number | null
}

export interface SceneCastMessage {
  frame: number
  playing: boolean
  way: number
  speed: number
  ending: string
  played: [number, number]
  camera: number | null
  position: [number, number, number]
  quaternion: number[]
  degrees: number
  height: number
  shading: string
  helpers: boolean
  objects: number[]
  channels: string[]
  values: number[]
  tried: string
}

export interface ReelCastMessage {
  a: number | null
  b: number | null
  place: number
  playing: boolean
  way: number
  speed: number
  ending: string
  compared: string
  lineUp: string
  offset: number
  lineAt: number
  lineDegrees: number
  blend: number
  gain: number
  isFlicking: boolean
}

export interface SettingsMessage {
  name: string
  rate: string
  framesPerSecond: number
  ticksPerFrame: number
  range: [number, number]
  work: [number, number]
  canDrop: boolean
  start: string
}

export interface ObjectMessage {
  id: number
  name: string
  kind: ObjectKind
  parent: number | null
  place: number
  rotationOrder: RotationOrder
  rotationInterpolation: RotationInterpolation
  roll: RollMessage | null
  path: PathMessage | null
  follow: FollowMessage | null
  aim: AimMessage | null
  sway: SwayMessage | null
  lag: LagMessage | null
  bounce: BounceMessage | null
  deformers: DeformerMessage[]
  fade: FadeMessage | null
  text: TextMessage | null
  mesh: MeshMessage | null
  uses: ChannelUses[]
}

export interface ChannelMessage {
  owner: OwnerKind
  id: number
  name: string
  still: number
  before: Extrapolation
  after: Extrapolation
  head: number
  tail: number
  keys: Uint8Array | null
  locked: boolean
}

export interface WarpMessage {
  id: number
  name: string
  on: boolean
  beyond: WarpBeyond
  targets: TargetMessage[] | null
  curve: ChannelMessage
}

export interface BookmarkMessage {
  id: number
  name: string
  ticks: number
  colour: BookmarkColour
}

export interface NamedSelectionMessage {
  id: number
  name: string
  objects: number[]
}

export interface ClipMessage {
  id: number
  name: string
  length: number
  channels: string[]
}

export interface PlacedClipMessage {
  id: number
  clip: number
  object: number
  times: number[]
  played: number[] | null
  offset: number
  cycle: ClipCycle
  after: ClipAfter
  rate: ChannelMessage
}

export interface CueMessage {
  id: number
  name: string
  on: boolean
  when: CueWhenMessage
  from: number
  offset: number
  starts: TargetMessage[]
  anchor: number
  calls: number | null
  nearest: number | null
  nearestAt: number
}

export interface LayerMessage {
  id: number
  name: string
  place: number
  letter: string
  mode: LayerMode
  on: boolean
  solo: boolean
  locked: boolean
  peel: LayerPeel
  strength: ChannelMessage
}

export interface BackdropMessage {
  id: number
  view: BackdropView | null
  camera: number | null
  pictures: BackdropPictureMessage[]
  on: boolean
  fit: BackdropFit
  opacity: number
  offset: number
  x: number
  y: number
  width: number
}

export interface SoundMessage {
  id: number
  name: string
  place: number
  asset: string
  file: string
  rate: number
  samples: number
  start: number
  from: number
  to: number
  fadeIn: number
  fadeOut: number
  times: number
  solo: boolean
  warped: boolean
  channels: ChannelMessage[]
}

export interface MarkMessage {
  id: number
  finding: FindingKind | null
  object: number | null
  subject: string
  channel: string
  start: number
  end: number
}

export interface GoneMessage {
  kind: RowKind
  ids: number[]
}

export interface PlayedMessage {
  owner: OwnerKind
  id: number
  name: string
  times: Uint8Array
}

export interface BlockMessage {
  owner: OwnerKind
  id: number
  channels: Uint8Array
  samples: Uint8Array
  stillChannels: Uint8Array
  stills: Uint8Array
}

/** In the order of their numbers. */
export const cueEvents = ['reaches', 'near', 'leaves', 'bookmark'] as const
export type CueEvent = (typeof cueEvents)[number]

/** In the order of their numbers. */
export const cueGoings = ['either', 'up', 'down'] as const
export type CueGoing = (typeof cueGoings)[number]

/** In the order of their numbers. */
export const objectKinds = [
  'group',
  'box',
  'sphere',
  'cylinder',
  'cone',
  'torus',
  'plane',
  'camera',
  'light',
  'path',
  'joint',
  'text',
  'mesh',
] as const
export type ObjectKind = (typeof objectKinds)[number]

/** In the order of their numbers. */
export const rotationOrders = ['xyz', 'xzy', 'yxz', 'yzx', 'zxy', 'zyx'] as const
export type RotationOrder = (typeof rotationOrders)[number]

/** In the order of their numbers. */
export const rotationInterpolations = ['eachAxis', 'quaternion'] as const
export type RotationInterpolation = (typeof rotationInterpolations)[number]

export interface RollMessage {
  axle: Axis
  radius: number
}

export interface PathMessage {
  closed: boolean
  spread: PathSpread
  length: number
  points: PathPointMessage[]
}

export interface FollowMessage {
  path: number
  facing: SignedAxis | null
  up: SignedAxis
  bank: number
}

export interface AimMessage {
  at: number
  axis: SignedAxis
  up: SignedAxis
}

export interface SwayMessage {
  channels: string[]
  seed: number
  on: boolean
}

export interface LagMessage {
  channels: string[]
  world: boolean
  on: boolean
}

export interface BounceMessage {
  against: number[]
  on: boolean
}

export interface DeformerMessage {
  name: string
  kind: DeformerKind
  axis: Axis
  within: boolean
  oneWay: boolean
  on: boolean
}

export interface FadeMessage {
  azimuth: number
  height: number
  invert: boolean
  direction: number[]
}

export interface TextMessage {
  lines: string
  font: TextFont
  align: TextAlign
}

export interface MeshMessage {
  asset: string
  name: string
}

/** In the order of their numbers. */
export const channelUseses = [
  'none',
  'follows',
  'aims',
  'sways',
  'swaysPosition',
  'swaysRotation',
  'swaysScale',
  'swaysOther',
  'lags',
  'bounces',
  'fades',
] as const
export type ChannelUses = (typeof channelUseses)[number]

/** In the order of their numbers. */
export const extrapolations = ['hold', 'straight', 'repeat', 'repeatOffset', 'mirror'] as const
export type Extrapolation = (typeof extrapolations)[number]

/** In the order of their numbers. */
export const warpBeyonds = ['runOn', 'stop'] as const
export type WarpBeyond = (typeof warpBeyonds)[number]

export interface TargetMessage {
  object: number
  channel: string | null
}

/** In the order of their numbers. */
export const bookmarkColours = ['sky', 'plum', 'rose', 'sand', 'fern'] as const
export type BookmarkColour = (typeof bookmarkColours)[number]

/** In the order of their numbers. */
export const clipCycles = ['once', 'repeat', 'repeatOffset'] as const
export type ClipCycle = (typeof clipCycles)[number]

/** In the order of their numbers. */
export const clipAfters = ['letGo', 'hold'] as const
export type ClipAfter = (typeof clipAfters)[number]

/** In the order of their numbers. */
export const layerModes = ['add', 'override'] as const
export type LayerMode = (typeof layerModes)[number]

/** In the order of their numbers. */
export const layerPeels = ['bergamot', 'kumquat', 'pomelo', 'citron', 'yuzu'] as const
export type LayerPeel = (typeof layerPeels)[number]

/** In the order of their numbers. */
export const backdropViews = ['free', 'top', 'front', 'side'] as const
export type BackdropView = (typeof backdropViews)[number]

export interface BackdropPictureMessage {
  name: string
  asset: string
  number: number
  from: number
}

/** In the order of their numbers. */
export const backdropFits = ['whole', 'fill'] as const
export type BackdropFit = (typeof backdropFits)[number]

/** In the order of their numbers. */
export const findingKinds = [
  'offFrame',
  'uselessKeys',
  'betweenFrames',
  'outsideRange',
  'creepingHold',
  'pop',
  'hitch',
  'suddenSpacing',
  'overshoot',
  'atLimit',
  'openLoop',
  'rotationFlip',
  'slidingContact',
  'cueNeverCalls',
  'warpPastEnd',
  'soundOffFrame',
  'throughGround',
  'throughEachOther',
] as const
export type FindingKind = (typeof findingKinds)[number]

/** In the order of their numbers. */
export const rowKinds = [
  'settings',
  'object',
  'channel',
  'warp',
  'bookmark',
  'namedSelection',
  'clip',
  'placedClip',
  'cue',
  'layer',
  'backdrop',
  'sound',
  'mark',
] as const
export type RowKind = (typeof rowKinds)[number]

/** In the order of their numbers. */
export const axises = ['x', 'y', 'z'] as const
export type Axis = (typeof axises)[number]

/** In the order of their numbers. */
export const pathSpreads = ['even', 'points'] as const
export type PathSpread = (typeof pathSpreads)[number]

export interface PathPointMessage {
  kind: PathPointKind
  at: [number, number, number]
  in: [number, number, number]
  out: [number, number, number]
}

/** In the order of their numbers. */
export const signedAxises = ['plusX', 'minusX', 'plusY', 'minusY', 'plusZ', 'minusZ'] as const
export type SignedAxis = (typeof signedAxises)[number]

/** In the order of their numbers. */
export const deformerKinds = [
  'bend',
  'twist',
  'taper',
  'bulge',
  'shear',
  'stretch',
  'flatten',
  'wave',
  'ripple',
] as const
export type DeformerKind = (typeof deformerKinds)[number]

/** In the order of their numbers. */
export const textFonts = ['figtree', 'lora', 'rubik', 'pacifico'] as const
export type TextFont = (typeof textFonts)[number]

/** In the order of their numbers. */
export const textAligns = ['left', 'centre', 'right'] as const
export type TextAlign = (typeof textAligns)[number]

/** In the order of their numbers. */
export const pathPointKinds = ['smooth', 'corner', 'free'] as const
export type PathPointKind = (typeof pathPointKinds)[number]
