import { describe, expect, it } from 'vitest'
import { coarserCuts } from './shapes'

describe('coarser cuts', () => {
  it('leave alone what is cut into few parts', () => {
    expect(coarserCuts({ around: 32, y: 16 }, 4)).toBeNull()
    expect(coarserCuts({ x: 1, y: 1, z: 1 }, 4)).toBeNull()
    expect(coarserCuts({ around: 24, y: 27 }, 1)).toBeNull()
  })
  it('have so many times fewer parts, and enough to stay round', () => {
    expect(coarserCuts({ around: 24, y: 27 }, 2)).toEqual({ around: 12, y: 14 })
    expect(coarserCuts({ around: 24, y: 27 }, 4)).toEqual({ around: 8, y: 14 })
    expect(coarserCuts({ around: 6, y: 128 }, 4)).toEqual({ around: 6, y: 64 })
    expect(coarserCuts({ x: 3, y: 100, z: 3 }, 4)).toEqual({ x: 2, y: 50, z: 2 })
  })
})
