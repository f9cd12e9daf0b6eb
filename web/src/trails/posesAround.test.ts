import { describe, expect, it } from 'vitest'
import { posesAround } from './posesAround'

const frames = (every: number, span: readonly [number, number], now: number, things?: number) =>
  posesAround(every, span, now, things).map(({ frame }) => frame)

describe('whole poses about the playhead', () => {
  it('stand every so many frames, as far as there may be some', () => {
    expect(frames(4, [20, 60], 30)).toEqual([26, 34, 22, 38, 42, 46, 50, 54, 58])
    expect(frames(0, [20, 60], 30)).toEqual([])
    expect(frames(4, [20, 60], 18)).toEqual([22, 26, 30, 34, 38, 42, 46, 50, 54, 58])
    expect(frames(50, [20, 60], 30)).toEqual([])
  })

  it('are no more than twelve on a side, and fewer of what is many things', () => {
    expect(frames(1, [1, 100_000], 50_000)).toHaveLength(24)
    expect(frames(4, [1, 100], 50, 200)).toEqual([46, 54, 42])
    expect(frames(4, [1, 100], 50, 601)).toEqual([])
  })

  it('are told from each other by side and by how far they are', () => {
    expect(posesAround(5, [20, 41], 30)).toEqual([
      { frame: 25, isPast: true, far: 0 },
      { frame: 35, isPast: false, far: 0 },
      { frame: 20, isPast: true, far: 0.5 },
      { frame: 40, isPast: false, far: 0.5 },
    ])
  })
})
