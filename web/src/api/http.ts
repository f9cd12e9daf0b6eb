import { addressedEdit, type CurveName, type KeysAt } from '../scene/owners'
import type { TextMessage } from './messages'
import { refusedBy, Refused } from './refused'
import type { components } from './schema'
import { sendScene } from './sendScene'

type Schemas = components['schemas']
export type SceneCard = Schemas['SceneCard']
export type DeletedScene = Schemas['DeletedScene']
export type HistoryItem = Schemas['HistoryItem']
export type CatalogueEntry = Schemas['CatalogueEntry']
export type ChannelSpec = Schemas['ChannelSpec']
export type UseEntry = Schemas['UseEntry']
export type DeformerEntry = Schemas['DeformerEntry']
export type DeformerKind = NonNullable<Schemas['DeformerKind']>
export type CoarseShape = Schemas['CoarseShape']
export type LetterCount = Schemas['LetterCount']
export type AfterOrder = NonNullable<Schemas['AfterOrder']>
/** Keys of a curve, by their times in ticks. */
export type KeySet = KeysAt
/** A value for a channel; none stands for the one that it has anyway. */
export type ChannelValue = CurveName & { value?: number | null }
/** An edit, its curves named as this tab names them; `addressed` names them as the server does. */
export type Edit = Named<Schemas['Edit']>
type Named<T> = T extends { keys: Schemas['KeySet'][] }
  ? Omit<T, 'keys'> & { keys: KeySet[] }
  : T extends { channels: Schemas['ChannelValue'][] }
    ? Omit<T, 'channels'> & { channels: ChannelValue[] }
    : T extends { values: Schemas['ChannelValue'][] }
      ? Omit<T, 'values'> & { values: ChannelValue[] }
      : T extends { edit?: 'setHandle' }
        ? Omit<T, keyof CurveName | 'warp' | 'placed'> & CurveName
        : T
export type CopiedKeys = Schemas['CopiedKeys']
export type CopiedPose = Schemas['CopiedPose']
export type CopiedClips = Schemas['CopiedClips']
export type ObjectKind = NonNullable<Schemas['ObjectKind']>
export type BeatsTold = Schemas['BeatsTold']
export type CheckTold = Schemas['CheckTold']
export type OutgoingRequest = Schemas['OutgoingRequest']
export type OutgoingFormatTold = Schemas['OutgoingFormatTold']
export type OutgoingTold = Schemas['OutgoingTold']
export type IncomingSent = Schemas['IncomingSent']
export type IncomingReadRequest = Schemas['IncomingReadRequest']
export type IncomingTold = Schemas['IncomingTold']
export type TableTold = Schemas['TableTold']
export type LargestError = Schemas['LargestError']
export type FindingTold = Schemas['FindingTold']
export type BookmarkColour = Schemas['BookmarkColour']
export type RotationOrder = Schemas['RotationOrder']
export type RotationInterpolation = Schemas['RotationInterpolation']
export type ReadyEase = NonNullable<Schemas['ReadyEase']>
export type Extrapolation = NonNullable<Schemas['Extrapolation']>
export type FrameRule = NonNullable<Schemas['FrameRule']>
export type StretchEnds = NonNullable<Schemas['StretchEnds']>
export type RetimeWay = Schemas['RetimeWay']
export type Axis = NonNullable<Schemas['Axis']>
export type SignedAxis = NonNullable<Schemas['SignedAxis']>
export type PathPoint = Schemas['PathPoint']
export type PathPointKind = NonNullable<Schemas['PathPointKind']>
export type PathSpread = NonNullable<Schemas['PathSpread']>
export type ClipCycle = Schemas['ClipCycle']
export type ClipAfter = Schemas['ClipAfter']
export type ClipValues = Schemas['ClipValues']
export type CueWhen = Schemas['CueWhen']
export type TimeTarget = { object: number; channel?: string | null }
export type ReelCard = Schemas['ReelCard']
export type ReelList = Schemas['ReelList']
export type ReelPlay = Schemas['ReelPlay']
export type ReelSettings = Schemas['ReelSettings']
/** How two pictures differ: the mean in linear light, and the share of the pixels that visibly do. */
export interface ReelDifference {
  at: number
  mean: number
  changed: number
}
/** By what two reels are lined up; see `ReelLineUp` in the core. */
export type ReelLineUp = 'frame' | 'source' | 'offset'
export type ReelShading = Schemas['ReelShading']
export type ReelBackground = Schemas['ReelBackground']
export type BurnIn = Schemas['BurnIn']
export type PenMark = Schemas['PenMark']
export type PenKind = NonNullable<Schemas['PenKind']>
export type PenColour = NonNullable<Schemas['PenColour']>
export type MarkCard = Schemas['MarkCard']
export type MarkRequest = Schemas['MarkRequest']
export type FrameNote = Schemas['FrameNote']
export type MotionDifference = Schemas['MotionDifference']
export type ShootRequest = Schemas['ShootRequest']
export type ShootStart = Schemas['ShootStart']
export type HandleForm = Schemas['HandleForm']
export type KeptEase = Schemas['KeptEase']
export type HandTake = Schemas['HandTake']
export type TakeCard = Schemas['TakeCard']
export type TakeTold = Schemas['TakeTold']
export type TakeCourse = Schemas['TakeCourseAnswer']
export type TakeWay = Schemas['TakeWayAnswer']
export type LandTakes = Schemas['LandTakes']
export type BackdropPicture = Schemas['BackdropPicture']
export type Interpolation = NonNullable<Schemas['Interpolation']>

/** Where a drawing is put in the world; see `SvgPlacement` on the server. */
export interface SvgPlacement {
  plane: 'floor' | 'upright'
  width: number
  x?: number
  y?: number
  z?: number
  depth?: 'none' | 'step' | 'random'
  amount?: number
  seed?: number
}

async function send(
  method: string,
  path: string,
  body?: BodyInit,
  { type = 'application/json', stop }: { type?: string; stop?: AbortSignal } = {},
): Promise<Response> {
  let answer: Response
  try {
    answer = await fetch(path, {
      method,
      body,
      signal: stop,
      headers: body === undefined ? {} : { 'content-type': type },
    })
  } catch (wrong) {
    if (stop?.aborted) throw wrong
    throw new Refused('The server does not answer. Is it still running?', 0)
  }
  if (answer.ok) return answer
  throw refusedBy(await answer.json().catch(() => ({})), answer.status)
}

const pictureTypes: Record<string, string> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
}

const json = async <T>(answer: Promise<Response>): Promise<T> => (await answer).json()

export const http = {
  catalogue: () => json<CatalogueEntry>(send('GET', '/api/catalogue')),
  mesh: async (kind: string, cuts: Readonly<Record<string, number>>) =>
    (
      await send(
        'GET',
        `/api/meshes/${kind}?${new URLSearchParams(Object.entries(cuts).map(([word, count]) => [word, String(count)]))}`,
      )
    ).arrayBuffer(),
  fileMesh: async (asset: string) => (await send('GET', `/api/meshes/files/${asset}`)).arrayBuffer(),
  textMesh: async (text: TextMessage, cuts: Readonly<Record<string, number>>) =>
    (await send('POST', '/api/meshes/text', JSON.stringify({ text, ...cuts }))).arrayBuffer(),
  letters: (text: TextMessage) => json<LetterCount>(send('POST', '/api/letters', JSON.stringify(text))),
  coarse: (scene: number, objects: readonly number[]) =>
    json<CoarseShape[]>(
      send('GET', `/api/scenes/${scene}/coarse?${new URLSearchParams(objects.map((id) => ['object', String(id)]))}`),
    ),
  scenes: () => json<SceneCard[]>(send('GET', '/api/scenes')),
  addScene: (name?: string) => json<{ id: number }>(send('POST', '/api/scenes', JSON.stringify(name ? { name } : {}))),
  importScene: sendScene,
  duplicateScene: (id: number) => json<{ id: number }>(send('POST', `/api/scenes/${id}/duplicate`)),
  deleteScene: (id: number) => send('DELETE', `/api/scenes/${id}`),
  deletedScenes: () => json<DeletedScene[]>(send('GET', '/api/scenes/deleted')),
  deleteForGood: (id: number) => send('DELETE', `/api/scenes/${id}/for-good`),
  history: (id: number) => json<Schemas['HistoryList']>(send('GET', `/api/scenes/${id}/history`)),
  letHistoryGo: (id: number, before: number) =>
    send('POST', `/api/scenes/${id}/history/let-go`, JSON.stringify({ before })),
  health: () => json<Schemas['Health']>(send('GET', '/api/health')),
  restoreScene: (id: number) => send('POST', `/api/scenes/${id}/restore`),
  editScene: (id: number, revision: number, edit: Edit) =>
    send('POST', `/api/scenes/${id}/edits`, JSON.stringify({ revision, edit: addressedEdit(edit) })),
  keepThumbnail: (id: number, revision: number, png: Blob) =>
    send('PUT', `/api/scenes/${id}/thumbnail?revision=${revision}`, png, { type: 'image/png' }),
  eases: () => json<KeptEase[]>(send('GET', '/api/eases')),
  keepEase: (name: string, css: string) =>
    send('PUT', `/api/eases/${encodeURIComponent(name)}`, JSON.stringify({ css })),
  deleteEase: (name: string) => send('DELETE', `/api/eases/${encodeURIComponent(name)}`),
  svgPaths: (svg: string, placement: SvgPlacement) =>
    json<Schemas['SvgPaths']>(
      send(
        'POST',
        `/api/svg/paths?${new URLSearchParams(Object.entries(placement).map(([name, value]) => [name, String(value)]))}`,
        svg,
        { type: 'image/svg+xml' },
      ),
    ),
  readBvh: (text: string) => json<Schemas['BvhSummary']>(send('POST', '/api/bvh', text, { type: 'text/plain' })),
  readTable: (text: string) => json<TableTold>(send('POST', '/api/tables', text, { type: 'text/plain' })),
  sendIncoming: (file: File, stop: AbortSignal) =>
    json<IncomingSent>(
      send('POST', `/api/incoming?name=${encodeURIComponent(file.name)}`, file, {
        type: 'application/octet-stream',
        stop,
      }),
    ),
  readIncoming: (request: IncomingReadRequest, stop: AbortSignal) =>
    json<IncomingTold>(send('POST', '/api/incoming/read', JSON.stringify(request), { stop })),
  keepIncoming: (reading: string, objects: readonly number[] | undefined, stop: AbortSignal) =>
    json<Schemas['SceneNumber']>(send('POST', '/api/incoming/scene', JSON.stringify({ reading, objects }), { stop })),
  jointsAsBvh: async (scene: number, root: number) =>
    (await send('GET', `/api/scenes/${scene}/joints.bvh?root=${root}`)).blob(),
  reels: (scene: number) => json<ReelList>(send('GET', `/api/scenes/${scene}/reels`)),
  giveBackReels: (scene: number) => json<ReelList>(send('POST', `/api/scenes/${scene}/reels/give-back`)),
  shootReel: (scene: number, request: ShootRequest) =>
    json<ShootStart>(send('POST', `/api/scenes/${scene}/reels`, JSON.stringify(request))),
  shotSamples: async (reel: number, first: number, count: number) =>
    (await send('GET', `/api/reels/${reel}/samples?first=${first}&count=${count}`)).arrayBuffer(),
  shotFrames: async (reel: number, first: number, count: number) =>
    (await send('GET', `/api/reels/${reel}/frames?first=${first}&count=${count}`)).arrayBuffer(),
  keepPicture: (reel: number, picture: number, png: Blob) =>
    send('PUT', `/api/reels/${reel}/pictures/${picture}`, png, { type: 'image/png' }),
  finishReel: (reel: number) => json<ReelCard>(send('POST', `/api/reels/${reel}/finish`)),
  cancelReel: (reel: number) => send('POST', `/api/reels/${reel}/cancel`),
  reel: (reel: number) => json<ReelPlay>(send('GET', `/api/reels/${reel}`)),
  describeReel: (reel: number, name: string, note: string) =>
    send('PUT', `/api/reels/${reel}/words`, JSON.stringify({ name, note })),
  pickReel: (reel: number, picked: boolean) => send('PUT', `/api/reels/${reel}/picked`, JSON.stringify({ picked })),
  deleteReel: (reel: number) => send('DELETE', `/api/reels/${reel}`),
  restoreReel: (reel: number) => send('POST', `/api/reels/${reel}/restore`),
  marks: (reel: number) => json<MarkCard[]>(send('GET', `/api/reels/${reel}/marks`)),
  addMark: (reel: number, request: MarkRequest) =>
    json<MarkCard>(send('POST', `/api/reels/${reel}/marks`, JSON.stringify(request))),
  deleteMark: (mark: number) => send('DELETE', `/api/marks/${mark}`),
  restoreMark: (mark: number) => send('POST', `/api/marks/${mark}/restore`),
  frameNotes: (scene: number) => json<FrameNote[]>(send('GET', `/api/scenes/${scene}/reels/notes`)),
  /** Places spread evenly over a reel. */
  spread: (reel: number, count: number) => json<number[]>(send('GET', `/api/reels/${reel}/spread?count=${count}`)),
  openReelScene: (reel: number) => json<{ id: number }>(send('POST', `/api/reels/${reel}/scene`)),
  /** For each place of a reel the place of the other that stands beside it; −1 for none. */
  beside: (reel: number, other: number, lineUp: ReelLineUp, offset: number) =>
    json<number[]>(send('GET', `/api/reels/${reel}/beside/${other}?lineUp=${lineUp}&offset=${offset}`)),
  compareMotion: (reel: number, other: number) =>
    json<MotionDifference[]>(send('GET', `/api/reels/${reel}/motion/${other}`)),
  /** Lines of JSON, one for each place of the first reel. */
  differences: async (reel: number, other: number, lineUp: ReelLineUp, offset: number, stop: AbortSignal) =>
    send('GET', `/api/reels/${reel}/difference/${other}?lineUp=${lineUp}&offset=${offset}`, undefined, { stop }),
  /** Sends a picture that an edit of the scene is to name. */
  sendPicture: (scene: number, name: string, file: File, stop: AbortSignal) =>
    json<Schemas['PictureTaken']>(
      send('POST', `/api/scenes/${scene}/pictures?${new URLSearchParams({ name })}`, file, {
        // What a system calls the file's kind may be nothing at all.
        type: pictureTypes[file.name.toLowerCase().split('.').at(-1)!] ?? file.type,
        stop,
      }),
    ),
  /** Sends a sound that an edit of the scene is to name. */
  sendSound: (scene: number, name: string, file: File, stop: AbortSignal) =>
    json<Schemas['SoundTaken']>(
      send('POST', `/api/scenes/${scene}/sounds?${new URLSearchParams({ name })}`, file, {
        type: 'application/octet-stream',
        stop,
      }),
    ),
  /** The least and the most of 2^level samples each of a sound, in turn. */
  soundPeaks: async (scene: number, asset: string, level: number, tile: number) =>
    new Int16Array(
      await (await send('GET', `/api/scenes/${scene}/sounds/${asset}/peaks?level=${level}&tile=${tile}`)).arrayBuffer(),
    ),
  /** What is heard of a scene: all samples of the left, then all of the right. */
  mix: async (scene: number, start: number, count: number, rate: number, stop: AbortSignal) =>
    new Float32Array(
      await (
        await send('GET', `/api/scenes/${scene}/mix?start=${start}&count=${count}&rate=${rate}`, undefined, { stop })
      ).arrayBuffer(),
    ),
  reelSoundAddress: (reel: number) => `/api/reels/${reel}/sound.wav`,
  /** Where something begins to be heard in sounds, over some frames. */
  beats: (scene: number, sounds: readonly number[], [first, last]: readonly number[], stop: AbortSignal) =>
    json<BeatsTold>(
      send(
        'GET',
        `/api/scenes/${scene}/beats?${sounds.map((sound) => `sounds=${sound}&`).join('')}first=${first}&last=${last}`,
        undefined,
        { stop },
      ),
    ),
  /** What the timing check finds from one frame to another. */
  checks: (scene: number, [first, last]: readonly number[], solids: boolean, stop: AbortSignal) =>
    json<CheckTold>(
      send('GET', `/api/scenes/${scene}/checks?first=${first}&last=${last}&solids=${solids}`, undefined, { stop }),
    ),
  /** What is heard from one frame to another, as a WAV file. */
  wavAddress: (scene: number, [first, last]: readonly number[]) =>
    `/api/scenes/${scene}/mix.wav?first=${first}&last=${last}`,
  scenePicture: async (scene: number, asset: string) =>
    (await send('GET', `/api/scenes/${scene}/pictures/${asset}`)).blob(),
  takes: (scene: number) => json<TakeCard[]>(send('GET', `/api/scenes/${scene}/takes`)),
  keepTake: (scene: number, take: HandTake) =>
    json<TakeCard>(send('POST', `/api/scenes/${scene}/takes`, JSON.stringify(take))),
  tellTakes: (scene: number, takes: LandTakes) =>
    json<TakeTold>(send('POST', `/api/scenes/${scene}/takes/told`, JSON.stringify(takes))),
  takeCourse: (take: number, places: number) =>
    json<TakeCourse>(send('GET', `/api/takes/${take}/course?places=${places}`)),
  takeWay: (take: number, places: number) => json<TakeWay>(send('GET', `/api/takes/${take}/way?places=${places}`)),
  renameTake: (take: number, name: string) => send('PUT', `/api/takes/${take}/name`, JSON.stringify({ name })),
  clockTake: (take: number, byStamps: boolean) => send('PUT', `/api/takes/${take}/clock`, JSON.stringify({ byStamps })),
  deleteTake: (take: number) => send('DELETE', `/api/takes/${take}`),
  restoreTake: (take: number) => send('POST', `/api/takes/${take}/restore`),
  takeAddress: (take: number) => `/api/takes/${take}/file`,
  tracking: () => json<Schemas['TrackingPort']>(send('GET', '/api/tracking')),
  scene: (id: number) => json<Schemas['SceneSummary']>(send('GET', `/api/scenes/${id}`)),
  picture: async (reel: number, picture: number) => (await send('GET', http.pictureAddress(reel, picture))).blob(),
  pictureAddress: (reel: number, picture: number) => `/api/reels/${reel}/pictures/${picture}`,
  lightAddress: (reel: number, picture: number) => `/api/reels/${reel}/pictures/${picture}/light`,
  picturesAddress: (reel: number) => `/api/reels/${reel}/pictures.zip`,
  outgoingFormats: () => json<OutgoingFormatTold[]>(send('GET', '/api/outgoing')),
  tellOutgoing: (scene: number, request: OutgoingRequest) =>
    json<OutgoingTold>(send('POST', `/api/scenes/${scene}/outgoing/told`, JSON.stringify(request))),
  tellOutgoingError: (scene: number, request: OutgoingRequest, stop: AbortSignal) =>
    json<LargestError>(send('POST', `/api/scenes/${scene}/outgoing/error`, JSON.stringify(request), { stop })),
  sendOut: async (scene: number, request: OutgoingRequest, name: string, stop: AbortSignal) =>
    (await send('POST', `/api/scenes/${scene}/outgoing?progress=${name}`, JSON.stringify(request), { stop })).blob(),
  outgoingShare: async (name: string) =>
    (await json<Schemas['OutgoingShare']>(send('GET', `/api/outgoing/progress/${name}`))).share,
  fileAddress: (id: number) => `/api/scenes/${id}/file`,
  thumbnailAddress: (id: number, revision: number) => `/api/scenes/${id}/thumbnail?revision=${revision}`,
}
