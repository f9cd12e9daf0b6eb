import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Sharpness } from './sharpness'

/** Timed so often that it is believed; tells what the last one did. */
function believed(sharpness: Sharpness, milliseconds: number, ratio: number): number {
  let cost = 0
  for (let i = 0; i < 4; i++) cost = sharpness.timed(milliseconds, ratio)
  return cost
}

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

  it('is measured twice where nothing was known', () => {
    const drawn = vi.fn()
    const sharpness = new Sharpness(1, drawn)
    sharpness.moved()
    vi.advanceTimersByTime(1000)
    sharpness.timed(400, 2)
    vi.advanceTimersByTime(1000)
    expect(drawn).toHaveBeenCalledTimes(2)
    expect(sharpness.timed(40, 2)).toBe(10)
    vi.advanceTimersByTime(1000)
    expect(drawn).toHaveBeenCalledTimes(2)
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
    believed(sharpness, 160, 2)
    sharpness.moved()
    expect(sharpness.ratio).toBe(0.5)
  })

  it('draws shapes coarsely before it draws less than half the pixels, and finely once it rests or draws another thing', () => {
    const sharpness = new Sharpness(1, () => {})
    sharpness.isFine = true
    // It takes longer than was thought.
    believed(sharpness, 10, 1)
    sharpness.start(0, 42, 1)
    const seen: [number, number][] = []
    for (let now = 100; now < 4000; now += 100) {
      sharpness.played(now, 1)
      seen.push([sharpness.coarser, Math.round(sharpness.pixelShare * 100)])
    }
    expect(new Set(seen.map(([coarser]) => coarser))).toEqual(new Set([1, 2, 4]))
    expect(seen.findIndex(([, share]) => share < 50)).toBeGreaterThan(seen.findIndex(([coarser]) => coarser === 4))
    sharpness.stop()
    expect(sharpness.coarser).toBe(1)
    sharpness.start(5000, 42, 1)
    expect(sharpness.coarser).toBe(4)
    sharpness.forget()
    expect(sharpness.coarser).toBe(1)
    // What is known to take long begins so, and with half the pixels.
    believed(sharpness, 400, 1)
    sharpness.start(9000, 42, 1)
    expect([sharpness.coarser, Math.round(sharpness.pixelShare * 100)]).toEqual([4, 50])
    sharpness.isFine = false
    sharpness.start(9000, 42, 1)
    expect(Math.round(sharpness.pixelShare * 100)).toBe(12)
  })

  it('falls to half the pixels while frames are dropped, and no further where drawing is not what takes long', () => {
    const sharpness = new Sharpness(1, () => {})
    believed(sharpness, 1, 1)
    sharpness.start(0, 42, 1)
    const shares: number[] = []
    for (let now = 100; now < 4000; now += 100) {
      sharpness.played(now, 1)
      shares.push(sharpness.pixelShare)
    }
    expect(shares[0]).toBe(1)
    expect(Math.min(...shares)).toBeCloseTo(0.5, 1)
    expect(shares.at(-1)).toBe(Math.min(...shares))
  })

  it('falls step by step where drawing takes long, and never below the last', () => {
    const sharpness = new Sharpness(1, () => {})
    // What was measured while the scene was lighter.
    believed(sharpness, 1, 1)
    sharpness.start(0, 42, 1)
    const ratios: number[] = []
    for (let now = 100; now < 4000; now += 100) {
      if (now === 500) {
        sharpness.forget()
        believed(sharpness, 400, 1)
      }
      sharpness.played(now, 1)
      ratios.push(sharpness.ratio)
    }
    expect([...new Set(ratios)]).toEqual([1, 0.85, 0.71, 0.5, 0.35])
  })

  it('stays while playback keeps up', () => {
    const sharpness = new Sharpness(2, () => {})
    believed(sharpness, 1, 1)
    sharpness.start(0, 42, 1)
    for (let now = 42; now < 4000; now += 42) sharpness.played(now, 0)
    expect(sharpness.ratio).toBe(1)
  })

  it('starts low while nothing is measured, and rises as far as what is measured then fits', () => {
    const sharpness = new Sharpness(1, () => {})
    sharpness.start(0, 40, 1)
    expect(sharpness.ratio).toBe(0.71)
    // 4.5 ms at half the ratio are 18 ms at the whole; 14 ms fit, as 0.85² of 18 ms do.
    believed(sharpness, 4.5, 0.5)
    for (let now = 42; now < 4000; now += 42) sharpness.played(now, 0)
    expect(sharpness.ratio).toBe(0.85)
  })

  it('rises once more where all was calm for a while, and not again', () => {
    const sharpness = new Sharpness(1, () => {})
    believed(sharpness, 70, 1)
    sharpness.start(0, 42, 1)
    const shares: number[] = []
    for (let now = 42; now < 20_000; now += 42) {
      // What is drawn with half of the pixels drops every second frame.
      sharpness.played(now, sharpness.pixelShare > 0.3 || now < 500 ? 1 : 0)
      const share = Math.round(sharpness.pixelShare * 100)
      if (share !== shares.at(-1)) shares.push(share)
    }
    expect(shares).toEqual([25, 50, 25])
    expect(sharpness.pixelShare).toBeCloseTo(0.25, 1)
  })

  it('does not rise again in a playback that has fallen behind', () => {
    const sharpness = new Sharpness(1, () => {})
    believed(sharpness, 1, 1)
    sharpness.start(0, 40, 1)
    sharpness.played(500, 4)
    for (let now = 542; now < 4000; now += 42) sharpness.played(now, 0)
    expect(sharpness.ratio).toBe(0.85)
  })

  it('starts with as many pixels as were measured to fit', () => {
    const sharpness = new Sharpness(1, () => {})
    // 80 ms at twice the pixels each way are 20 ms at once; 35 % of 40 ms are 14 ms, which 0.85² of 20 ms do not keep.
    // For half the pixels there are 60 %, 24 ms: up to 48 ms at the whole.
    expect(believed(sharpness, 320, 2)).toBe(80)
    sharpness.start(0, 40, 1)
    expect(sharpness.ratio).toBe(0.5)
    expect(believed(sharpness, 80, 2)).toBe(20)
    sharpness.start(0, 40, 1)
    expect(sharpness.ratio).toBe(0.71)
    expect(sharpness.pixelShare).toBeCloseTo(0.5, 1)
  })

  it('starts as if it took half as long as was measured, until that has been measured often', () => {
    const sharpness = new Sharpness(1, () => {})
    sharpness.timed(70, 1)
    sharpness.timed(70, 1)
    sharpness.start(0, 40, 1)
    expect(sharpness.pixelShare).toBeCloseTo(0.5, 1)
    sharpness.timed(70, 1)
    sharpness.timed(70, 1)
    sharpness.start(0, 40, 1)
    expect(sharpness.pixelShare).toBeCloseTo(0.25, 1)
  })

  it('starts with more when playback draws one view of four', () => {
    const sharpness = new Sharpness(1, () => {})
    believed(sharpness, 120, 2)
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
