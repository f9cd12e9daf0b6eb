import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'

/** What the hand drives while it is dragged over the stage. */
export const drives = ['plane', 'height', 'rotations', 'channels'] as const
export type Drives = (typeof drives)[number]
export const drivesWords: Record<Drives, string> = {
  plane: 'position, in the view’s plane',
  height: 'height',
  rotations: 'two rotations',
  channels: 'any two channels',
}

/** One way of the hand: what it drives, and by how much for 100 pixels or a notch of the wheel. */
export interface Reach {
  channel: string
  by: number
}

export interface RecordSettings {
  source: 'hand' | 'device'
  drives: Drives
  /** To the right, and upwards, of two rotations. */
  turns: [Reach, Reach]
  /** The same of any two channels. */
  pad: [Reach, Reach]
  /** What a notch of the wheel does; without a channel nothing. */
  wheel: Reach
  speed: 1 | 0.5 | 0.25
  /** Beats that are counted before it starts, 0 to 5. */
  count: number
  /** Frames of the scene from beat to beat. */
  beat: number
  ticks: boolean
  loops: boolean
  /** What a device moves. */
  moved: 'both' | 'position' | 'rotation'
  scale: number
  /** The object goes on from where it is; else the device's own origin is its parent's. */
  fromHere: boolean
  /** Takes go where the device's own clock says. */
  byStamps: boolean
}

const usual: RecordSettings = {
  source: 'hand',
  drives: 'plane',
  turns: [
    { channel: 'rotation.y', by: 45 },
    { channel: 'rotation.x', by: 45 },
  ],
  pad: [
    { channel: 'position.x', by: 1 },
    { channel: 'position.y', by: 1 },
  ],
  wheel: { channel: '', by: 5 },
  speed: 1,
  count: 3,
  beat: 12,
  ticks: true,
  loops: false,
  moved: 'both',
  scale: 1,
  fromHere: true,
  byStamps: false,
}

/** How motion is recorded: kept for this browser. */
export const useRecordSettings = defineStore('recordSettings', () => {
  const now = useStorage<RecordSettings>('zesty-record', usual, undefined, { mergeDefaults: true })
  return { now }
})
