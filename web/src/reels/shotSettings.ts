import { useStorage } from '@vueuse/core'
import type { BurnIn, ReelBackground, ReelShading } from '../api/http'

/** How the next reel is shot, apart from what it is shot of; remembered in this browser. */
export interface ShotSettings {
  span: 'scene' | 'work' | 'typed' | 'frame'
  from: number
  to: number
  every: number
  width: number
  height: number
  only: 'everything' | 'selection'
  helpers: boolean
  grid: boolean
  /** The trails that are on the stage. */
  trails: boolean
  shading: ReelShading
  background: ReelBackground
  colour: string
  leadIn: number
  leadOut: number
  samples: 4 | 16
  /** The shutter's angle in degrees, and how many moments of a picture are put together; 1 for none. */
  shutter: number
  inside: number
  exposure: number
  burnIn: BurnIn[]
  words: string
}

const fresh: ShotSettings = {
  span: 'work',
  from: 1,
  to: 120,
  every: 1,
  width: 960,
  height: 540,
  only: 'everything',
  helpers: false,
  grid: false,
  trails: false,
  shading: 'shaded',
  background: 'stage',
  colour: '#203a36',
  leadIn: 0,
  leadOut: 0,
  samples: 4,
  shutter: 180,
  inside: 1,
  exposure: 0,
  burnIn: ['frame'],
  words: '',
}

/** They are written at once: the dialog that sets them is gone a moment later. */
export const useShotSettings = () =>
  useStorage<ShotSettings>('zesty-shot', fresh, undefined, { mergeDefaults: true, flush: 'sync' })

/** Sizes by what they are for. Numbers are even, as video needs them. */
export const sizes: { label: string; width: number; height: number }[] = [
  { label: 'Quick look', width: 640, height: 360 },
  { label: 'Review', width: 960, height: 540 },
  { label: 'Screen', width: 1280, height: 720 },
  { label: 'Presentation', width: 1920, height: 1080 },
  { label: 'Upright phone', width: 540, height: 960 },
  { label: 'Square', width: 720, height: 720 },
]

export const burnInNames: Record<BurnIn, string> = {
  scene: 'scene',
  reel: 'reel',
  frame: 'frame',
  source: 'source frame',
  timecode: 'timecode',
  camera: 'camera',
  date: 'day',
  note: 'a note',
}

/** Bytes that a picture of drawn shapes takes as PNG, about: for telling beforehand how large a reel will be. */
export const bytesPerPixel = 0.12
