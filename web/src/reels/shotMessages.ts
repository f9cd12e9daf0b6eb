import type { StageColours } from '../stage/stageColours'
import type { BurnIn, ReelCard, ReelSettings, ShootStart } from '../api/http'
import type { BackdropMessage, ObjectMessage } from '../api/messages'
import type { Pose } from '../stage/pose'
import type { ShotTrails } from './shotTrails'

/** What is shot, as the tab hands it to the worker that draws it. */
export interface Shot {
  start: ShootStart
  settings: ReelSettings
  scene: string
  sceneId: number
  objects: ObjectMessage[]
  backdrops: BackdropMessage[]
  /** The camera object that is looked through; or where the view stands. */
  camera: number | Pose
  /** What is not seen. */
  unseen: number[]
  trails: ShotTrails | null
  colours: StageColours
  written: Pick<Record<BurnIn, string>, 'scene' | 'reel' | 'camera' | 'date' | 'note'>
}

/** How long what took, in milliseconds. */
export interface Spent {
  sampling: number
  drawing: number
  packing: number
  all: number
}

export type FromWorker =
  | { kind: 'drawn'; picture: number; preview: ImageBitmap | null }
  | { kind: 'waits'; why: string }
  | { kind: 'done'; card: ReelCard; spent: Spent }
  | { kind: 'failed'; why: string }
