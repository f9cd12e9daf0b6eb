import { describe, expect, it } from 'vitest'
import { frameAfter, type Ending } from '../timebar/playOrder'
import { legAfter } from './legs'

describe('what is played in one go', () => {
  it('is on whole frames where the picture is', () => {
    for (const ending of ['once', 'loop', 'bounce'] as Ending[])
      for (const from of [10, 13, 20])
        for (let passed = 0; passed < 50; passed++) {
          const picture = frameAfter(10, 20, from, 1, passed, ending)
          const leg = legAfter([10, 20], from, passed, ending)
          if (picture.ended) expect(leg.left).toBe(0)
          else expect([leg.frame, leg.way]).toEqual([picture.frame, picture.way])
        }
  })

  it('goes on without a gap, and ends where the next begins', () => {
    for (const ending of ['loop', 'bounce'] as Ending[])
      for (let along = 0, turns = 0; turns < 9; turns++) {
        const { left } = legAfter([1, 48], 7, along, ending)
        expect(left).toBeGreaterThan(0)
        along += left
        const next = legAfter([1, 48], 7, along, ending)
        expect(next.frame).toBe(ending === 'loop' || turns % 2 ? 1 : 48)
      }
  })

  it('is a range of one frame as well', () => {
    for (const ending of ['loop', 'bounce'] as Ending[])
      expect(legAfter([5, 5], 5, 3.25, ending)).toEqual({ frame: 5.25, way: 1, left: 0.75 })
  })
})
