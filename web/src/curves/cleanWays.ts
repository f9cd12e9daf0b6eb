import type { Edit, KeySet } from '../api/http'

/** A way to put the selected keys in order. */
export interface CleanWay {
  name: string
  hint: string
  /** What its number is called; none for a way without one. */
  field?: { label: string; unit?: string; rest: number; least?: number; most?: number; decimals: number; step: number }
  edit: (keys: KeySet[], number: number) => Edit
}

/** All of them. What each would do to the curve is told before it is done. */
export const cleanWays: readonly CleanWay[] = [
  {
    name: 'Reduce keys',
    hint: 'as few keys as the tolerance allows',
    field: { label: 'Tolerance', rest: 0.05, least: 0, decimals: 4, step: 0.01 },
    edit: (keys, tolerance) => ({ edit: 'reduceKeys', keys, tolerance }),
  },
  {
    name: 'Resample',
    hint: 'keys evenly, on the curve',
    field: { label: 'A second', rest: 12, least: 0.001, most: 240, decimals: 3, step: 1 },
    edit: (keys, perSecond) => ({ edit: 'resampleKeys', keys, perSecond }),
  },
  {
    name: 'Spread evenly',
    hint: 'as far from key to key; values stay',
    edit: (keys) => ({ edit: 'spreadKeys', keys }),
  },
  {
    name: 'Smooth',
    hint: 'evens out jagged values; ends stay',
    field: { label: 'Amount', unit: ' %', rest: 30, least: 0, most: 100, decimals: 0, step: 5 },
    edit: (keys, amount) => ({ edit: 'smoothKeys', keys, amount: amount / 100 }),
  },
  {
    name: 'Remove spikes',
    hint: 'puts single wild values back on the line',
    edit: (keys) => ({ edit: 'removeSpikes', keys }),
  },
  {
    name: 'Unwind rotation',
    hint: 'no jump of a whole turn between two keys',
    edit: (keys) => ({ edit: 'unwindRotation', keys }),
  },
  {
    name: 'Delete, keep the curve',
    hint: 'bends the keys beside them towards the old curve',
    edit: (keys) => ({ edit: 'deleteKeys', keys, keepCurve: true }),
  },
  {
    name: 'Shift values',
    hint: 'each by as much',
    field: { label: 'By', rest: 1, decimals: 4, step: 0.1 },
    edit: (keys, offset) => ({ edit: 'setKeyValues', keys, offset, factor: 1 }),
  },
  {
    name: 'Scale values',
    hint: 'about 0',
    field: { label: 'To', unit: ' %', rest: 50, decimals: 2, step: 5 },
    edit: (keys, percent) => ({ edit: 'setKeyValues', keys, offset: 0, factor: percent / 100 }),
  },
  {
    name: 'Snap values',
    hint: 'to the nearest multiple',
    field: { label: 'Of', rest: 0.5, least: 1e-6, decimals: 4, step: 0.1 },
    edit: (keys, step) => ({ edit: 'snapValues', keys, step }),
  },
  { name: 'Flip in value', hint: 'upside down', edit: (keys) => ({ edit: 'flipKeys', keys, inTime: false }) },
  { name: 'Flip in time', hint: 'back to front', edit: (keys) => ({ edit: 'flipKeys', keys, inTime: true }) },
]
