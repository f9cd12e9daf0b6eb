import { describe, expect, it } from 'vitest'
import type { Keys } from '../scene/keys'
import { frameOf, xOf } from './deskDraw'
import { ColumnCounts } from './overviewDraw'

const keys = (...times: number[]): Keys => ({
  count: times.length,
  times: Float64Array.from(times),
  values: new Float64Array(times.length),
  handles: new Float32Array(times.length * 4),
  modes: new Uint8Array(times.length),
})

describe('places on the desk', () => {
  it.each([-30, 0, 12.5, 99])('frame %d is found again from where it is drawn', (frame) => {
    const stretch = { width: 317, first: -40, last: 120 }
    expect(frameOf(stretch, xOf(stretch, frame))).toBeCloseTo(frame, 9)
  })
})

describe('the overview', () => {
  const strip = { width: 100, first: 0, last: 100, ticksPerFrame: 10 }

  it('counts how many keys of all channels stand on each column', () => {
    const columns = new ColumnCounts().of(strip, [keys(0, 100, 502), keys(100, 1000)])
    expect([columns[0], columns[10], columns[50], columns[100]]).toEqual([1, 2, 1, 1])
    expect(columns.reduce((sum, count) => sum + count, 0)).toBe(5)
  })

  it('leaves out what lies beside it', () => {
    expect([...new ColumnCounts().of(strip, [keys(-500, 2000)])].every((count) => count === 0)).toBe(true)
  })

  it('is the same whether all is counted or only what has changed', () => {
    const counts = new ColumnCounts()
    const all = Array.from({ length: 20 }, (_, i) => keys(i * 7, i * 31, 900 - i))
    counts.of(strip, [...all])
    for (const [i, times] of [
      [3, [40, 41]],
      [19, []],
      [3, [500]],
    ] as const) {
      all[i] = keys(...times)
      expect(counts.of(strip, [...all])).toEqual(new ColumnCounts().of(strip, all))
    }
    expect(counts.of({ ...strip, last: 50 }, all)).toEqual(new ColumnCounts().of({ ...strip, last: 50 }, all))
    expect(counts.of(strip, all.slice(4))).toEqual(new ColumnCounts().of(strip, all.slice(4)))
  })
})
