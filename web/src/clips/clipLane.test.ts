import { describe, expect, it } from 'vitest'
import { placedKey } from '../scene/owners'
import type { PlacedClip } from '../scene/sceneRows'
import { clipAt, overlapsOf, shownClips } from './clipLane'

const placedAt = (id: number, times: number[], played: number[] | null = null): PlacedClip => ({
  id,
  clip: 1,
  object: 1,
  times,
  played,
  offset: 0,
  cycle: 'repeat',
  after: 'letGo',
  rate: {
    owner: 'placed',
    id: 1,
    name: 'rate',
    still: 1,
    before: 'hold',
    after: 'hold',
    head: 0,
    tail: 0,
    keys: null,
    locked: false,
  },
  holder: { id: placedKey(1), name: 'Bob', kind: 'rate', channels: new Map() },
})
/** A frame is ten ticks, and ten pixels wide. */
const stretch = { width: 1000, first: 0, last: 100 }
const at = (clips: PlacedClip[], x: number) => {
  const hit = clipAt(shownClips(clips, false), stretch, 10, x)
  return hit && `${hit.clip.placed.id} ${hit.part}`
}

describe('clips on a lane', () => {
  it('are shown in source, or where they are played', () => {
    const clip = placedAt(1, [100, 500, 300], [200, 900, 550])
    expect(shownClips([clip], false)).toMatchObject([{ start: 100, end: 500, cycles: [300] }])
    expect(shownClips([clip], true)).toMatchObject([{ start: 200, end: 900, cycles: [550] }])
    // Where a warp runs backwards, or never shows an end of it.
    expect(shownClips([placedAt(1, [100, 500], [900, 200])], true)).toMatchObject([{ start: 200, end: 900 }])
    expect(shownClips([placedAt(1, [100, 500], [200, NaN])], true)).toEqual([])
  })

  it('are taken by their ends or in the middle, the later one of two', () => {
    const clips = [placedAt(1, [100, 500]), placedAt(2, [400, 800])]
    expect(at(clips, 98)).toBe('1 start')
    expect(at(clips, 105)).toBe('1 start')
    expect(at(clips, 250)).toBe('1 body')
    expect(at(clips, 450)).toBe('2 body')
    expect(at(clips, 803)).toBe('2 end')
    expect(at(clips, 850)).toBeNull()
    expect(at(clips, 80)).toBeNull()
  })

  it('have a middle to take, however narrow they are', () => {
    expect(at([placedAt(1, [100, 108])], 104)).toBe('1 body')
    expect(at([placedAt(1, [100, 108])], 107.5)).toBe('1 end')
  })

  it('overlap from the start of one to the end of the other', () => {
    const all = (...clips: PlacedClip[]) => overlapsOf(shownClips(clips, false))
    expect(all(placedAt(1, [100, 500]), placedAt(2, [400, 800]))).toEqual([{ from: 400, to: 500 }])
    expect(all(placedAt(1, [100, 500]), placedAt(2, [500, 800]))).toEqual([])
    // Within an earlier one, all of it.
    expect(all(placedAt(1, [100, 900]), placedAt(2, [400, 500]), placedAt(3, [850, 990]))).toEqual([
      { from: 400, to: 500 },
      { from: 850, to: 900 },
    ])
  })
})
