import { describe, expect, it } from 'vitest'
import { FrameMeter } from './frameMeter'

describe('the frame meter', () => {
  it('counts frames passed over and the rate really drawn', () => {
    const meter = new FrameMeter()
    meter.start()
    for (const [now, frame] of [
      [0, 0],
      [50, 1],
      [100, 2],
      [200, 4],
      [250, 5],
    ] as const) {
      expect(meter.passed(frame)).toBe(true)
      meter.drawn(now)
    }
    expect(meter.passed(5)).toBe(false)
    expect(meter.dropped).toBe(1)
    expect(meter.rate).toBeCloseTo(16)
  })

  it('looks back one second only', () => {
    const meter = new FrameMeter()
    meter.start()
    for (let i = 0; i <= 40; i++) {
      meter.passed(i)
      meter.drawn(i < 20 ? i * 500 : 9500 + (i - 19) * 50)
    }
    expect(meter.rate).toBeCloseTo(20, 0)
  })
})
