import type { Moment } from './stageScene'

/** A frame as everybody sees it: without anything that one does while working. */
export const bareMoment = (frame: number): Moment => ({
  frame,
  held: null,
  selected: new Set(),
  othersAt: null,
  unseen: new Set(),
  byOthers: new Map(),
  points: null,
  evenPlaces: new Float32Array(),
  trails: null,
})
