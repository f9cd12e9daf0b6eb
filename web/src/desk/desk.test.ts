import { describe, expect, it } from 'vitest'
import type { Keys } from '../scene/keys'
import { keySize } from '../api/messages'
import { firstAtOrAfter, unpackKeys } from '../scene/keys'
import { labelLeft, labelStep, tickStep } from './ruler'

const keys = (...times: number[]): Keys => ({
  count: times.length,
  times: Float64Array.from(times),
  values: Float64Array.from(times),
  handles: new Float32Array(times.length * 4),
  modes: Uint8Array.from(times, (_, i) => i),
})

describe('keys', () => {
  it('are unpacked from any place in a message', () => {
    const bytes = new Uint8Array(3 + 2 * keySize)
    const view = new DataView(bytes.buffer, 3)
    ;[5, 9].forEach((time, i) => view.setFloat64(i * 8, time, true))
    ;[0.5, -2].forEach((value, i) => view.setFloat64(16 + i * 8, value, true))
    view.setFloat32(32 + 8, 1.5, true)
    bytes.set([0x33, 0x01], 3 + 64)
    const read = unpackKeys(bytes.subarray(3))
    expect([...read.times]).toEqual([5, 9])
    expect([...read.values]).toEqual([0.5, -2])
    expect([...read.handles]).toEqual([0, 0, 1.5, 0, 0, 0, 0, 0])
    expect([...read.modes]).toEqual([0x33, 0x01])
  })

  it('are found by time', () => {
    const some = keys(1, 4, 9)
    expect([0, 1, 2, 4, 9, 10].map((time) => firstAtOrAfter(some, time))).toEqual([0, 0, 1, 1, 2, 3])
  })
})

describe('the ruler', () => {
  it.each([0.005, 0.05, 0.4, 1, 3, 8, 40, 300])('at %d pixels a frame keeps labels apart and in step', (scale) => {
    for (const fps of [12, 24, 25, 29.97, 60]) {
      const step = labelStep(scale, 56, fps)
      expect(step * scale).toBeGreaterThanOrEqual(56)
      // Nor so far that the ruler cannot be read: five times that at most, where a frame is not wider itself.
      expect(step * scale).toBeLessThanOrEqual(Math.max(5 * 56, scale))
      expect(Number.isInteger(step)).toBe(true)
      const tick = tickStep(step, scale)
      expect(step % tick).toBe(0)
      expect(tick === step || tick * scale >= 5).toBe(true)
    }
  })
})

describe('where a label of the ruler stands', () => {
  it('is right of its tick, and left where the mark of a range would stand on it', () => {
    expect(labelLeft(100, 18, 1000, [])).toBe(103)
    expect(labelLeft(100, 18, 1000, [100])).toBe(103)
    expect(labelLeft(100, 18, 1000, [108])).toBe(79)
    expect(labelLeft(100, 18, 1000, [90, 108])).toBeNull()
    expect(labelLeft(10, 18, 1000, [20])).toBeNull()
  })

  it('is not cut off at the end', () => {
    expect(labelLeft(990, 18, 1000, [])).toBe(979)
  })
})
