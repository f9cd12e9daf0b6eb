import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Sharpness } from './sharpness'

describe('the pixel ratio', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('is the screen’s while moving and finer once it rests', () => {
    const drawn = vi.fn()
    const sharpness = new Sharpness(1, drawn)
    sharpness.moved()
    vi.advanceTimersByTime(1000)
    expect(drawn).toHaveBeenCalledOnce()
    expect(sharpness.ratio).toBe(2)
    sharpness.timed(8, 2)
    sharpness.moved()
    expect(sharpness.ratio).toBe(1)
  })

  it('waits with the fine picture until the hand lets go', () => {
    const drawn = vi.fn()
    const sharpness = new Sharpness(1, drawn)
    sharpness.isHeld = true
    sharpness.moved()
    vi.advanceTimersByTime(1000)
    expect(drawn).not.toHaveBeenCalled()
    sharpness.isHeld = false
    vi.advanceTimersByTime(1000)
    expect(drawn).toHaveBeenCalledOnce()
  })

  it('is lower while a hand moves something that takes long to draw', () => {
    const sharpness = new Sharpness(1, () => {})
    sharpness.moved()
    vi.advanceTimersByTime(1000)
    sharpness.timed(80, 2)
    sharpness.moved()
    expect(sharpness.ratio).toBe(0.5)
  })

  it('falls while frames are dropped, step by step, and never below the last', () => {
    const sharpness = new Sharpness(1, () => {})
    sharpness.timed(1, 1)
    sharpness.start(0, 42, 1)
    const ratios: number[] = []
    for (let now = 100; now < 4000; now += 100) {
      sharpness.played(now, 1)
      ratios.push(sharpness.ratio)
    }
    expect([...new Set(ratios)]).toEqual([1, 0.75, 0.5, 0.35])
  })

  it('stays while playback keeps up', () => {
    const sharpness = new Sharpness(2, () => {})
    sharpness.timed(1, 1)
    sharpness.start(0, 42, 1)
    for (let now = 42; now < 4000; now += 42) sharpness.played(now, 0)
    expect(sharpness.ratio).toBe(1)
  })

  it('starts low while nothing is measured, and rises as far as what is measured then fits', () => {
    const sharpness = new Sharpness(1, () => {})
    sharpness.start(0, 40, 1)
    expect(sharpness.ratio).toBe(0.5)
    // 6 ms at half the ratio are 24 ms at the whole; 14 ms fit, as 0.75² of 24 ms do.
    sharpness.timed(6, 0.5)
    for (let now = 42; now < 4000; now += 42) sharpness.played(now, 0)
    expect(sharpness.ratio).toBe(0.75)
  })

  it('does not rise again in a playback that has fallen behind', () => {
    const sharpness = new Sharpness(1, () => {})
    sharpness.timed(1, 1)
    sharpness.start(0, 40, 1)
    sharpness.played(500, 4)
    for (let now = 542; now < 4000; now += 42) sharpness.played(now, 0)
    expect(sharpness.ratio).toBe(0.75)
  })

  it('starts with as many pixels as were measured to fit', () => {
    const sharpness = new Sharpness(1, () => {})
    // 120 ms at twice the pixels each way are 30 ms at once; 35 % of 40 ms are 14 ms, which 0.5² of 30 ms keeps.
    expect(sharpness.timed(120, 2)).toBe(30)
    sharpness.start(0, 40, 1)
    expect(sharpness.ratio).toBe(0.5)
    expect(sharpness.pixelShare).toBe(0.25)
  })

  it('starts with more when playback draws one view of four', () => {
    const sharpness = new Sharpness(1, () => {})
    sharpness.timed(120, 2)
    sharpness.start(0, 40, 1 / 4)
    expect(sharpness.ratio).toBe(1)
  })

  it('keeps the least time measured, until something else is drawn', () => {
    const sharpness = new Sharpness(1, () => {})
    sharpness.timed(40, 1)
    expect(sharpness.timed(400, 1)).toBe(40)
    sharpness.forget()
    expect(sharpness.timed(400, 1)).toBe(400)
  })

  it('draws nothing after it has been put away', () => {
    const drawn = vi.fn()
    const sharpness = new Sharpness(1, drawn)
    sharpness.moved()
    sharpness.dispose()
    vi.advanceTimersByTime(1000)
    expect(drawn).not.toHaveBeenCalled()
  })
})
