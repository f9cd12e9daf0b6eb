import { describe, expect, test } from 'vitest'
import type { PathMessage } from '../api/messages'
import { mostInAll, piecesOf, ropeOf } from './rope'

const pathOf = (points: number, closed = false): PathMessage => ({
  closed,
  spread: 'even',
  length: points,
  points: Array.from({ length: points }, (_, i) => ({
    at: [i, Math.sin(i), 0],
    in: [-0.3, 0, 0],
    out: [0.3, 0, 0],
    kind: 'smooth',
  })),
})

describe('a rope', () => {
  test.each([
    [2, false],
    [8, false],
    [8, true],
    [200, false],
    [4000, true],
  ])('of %i points (closed: %s) has as many pieces as are told beforehand', (points, closed) => {
    const path = pathOf(points, closed)
    expect(ropeOf(path).places.length - 1).toBe(piecesOf(path))
  })

  test('has fewer pieces for each curve where there are very many, and goes through every point', () => {
    const path = pathOf(800)
    const { places } = ropeOf(path)
    expect(places.length).toBeLessThanOrEqual(mostInAll + 1)
    for (const { at } of path.points)
      expect(places.some(({ x, y }) => Math.hypot(x - at[0]!, y - at[1]!) < 1e-9)).toBe(true)
  })
})
