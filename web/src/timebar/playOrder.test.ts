import { describe, expect, it } from 'vitest'
import { frameAfter, type Ending } from './playOrder'

const run = (from: number, way: 1 | -1, ending: Ending, count = 9) =>
  Array.from({ length: count }, (_, passed) => frameAfter(2, 5, from, way, passed, ending).frame)

describe('the order of playing', () => {
  it('loops', () => expect(run(4, 1, 'loop')).toEqual([4, 5, 2, 3, 4, 5, 2, 3, 4]))
  it('loops backwards', () => expect(run(3, -1, 'loop')).toEqual([3, 2, 5, 4, 3, 2, 5, 4, 3]))
  it('goes there and back', () => expect(run(4, 1, 'bounce')).toEqual([4, 5, 4, 3, 2, 3, 4, 5, 4]))
  it('goes back and there', () => expect(run(4, -1, 'bounce')).toEqual([4, 3, 2, 3, 4, 5, 4, 3, 2]))
  it('tells which way it goes, so that it can go on from there', () => {
    for (let passed = 0; passed < 9; passed++) {
      const { frame, way } = frameAfter(2, 5, 4, 1, passed, 'bounce')
      expect(frameAfter(2, 5, frame, way, 3, 'bounce').frame).toBe(frameAfter(2, 5, 4, 1, passed + 3, 'bounce').frame)
    }
  })
  it('stops at the end', () => {
    expect(run(4, 1, 'once', 4)).toEqual([4, 5, 5, 5])
    expect(frameAfter(2, 5, 4, 1, 1, 'once').ended).toBe(false)
    expect(frameAfter(2, 5, 4, 1, 2, 'once').ended).toBe(true)
    expect(frameAfter(2, 5, 3, -1, 2, 'once')).toEqual({ frame: 2, way: -1, ended: true })
  })
  it('stays on a single frame', () => expect(frameAfter(7, 7, 7, 1, 3, 'bounce').frame).toBe(7))
})
