import { describe, expect, it } from 'vitest'
import type { Keys } from '../scene/keys'
import { misfitOf, pointsInSight, rungStep, stretchesOf, wordsOf } from './ladder'

const perFrame = 100
const linear = 0x11
const points = (...rows: [played: number, source: number, modes?: number][]): Keys => ({
  count: rows.length,
  times: Float64Array.from(rows, ([played]) => played * perFrame),
  values: Float64Array.from(rows, ([, source]) => source),
  handles: new Float32Array(rows.length * 4),
  modes: Uint8Array.from(rows, ([, , modes]) => modes ?? linear),
})

describe('the stretches of a ladder', () => {
  const words = (of: Keys) => stretchesOf(of, perFrame).map(wordsOf)

  it('say how fast they run', () => {
    expect(words(points([1, 1], [60, 60], [150, 96], [240, 276]))).toEqual(['100 % speed', '40 % speed', '200 % speed'])
  })

  it('say what is held, for how long, and what runs backwards', () => {
    expect(words(points([1, 1], [11, 1], [31, -9]))).toEqual(['held 10 frames', '50 % backwards'])
    expect(words(points([1, 1, 0x01], [5, 9]))).toEqual(['held 4 frames'])
    expect(words(points([1, 1], [1.4, 1]))).toEqual(['held, less than a frame'])
  })

  it('pass over the tick of a jump', () => {
    const [before, after] = stretchesOf(points([1, 1], [20 - 1e-6, 20, 0x01], [20, 40], [40, 20]), perFrame)
    expect(before!.kind).toBe('plain')
    expect(after!.kind).toBe('backwards')
  })
})

it('rungs stand far enough apart to be told apart', () => {
  for (const pixels of [50, 5, 1.3, 0.2, 0.004]) {
    const apart = rungStep(pixels) * pixels
    expect(apart).toBeGreaterThanOrEqual(5)
    // Nor farther than they need: the next smaller step is two and a half times smaller at most.
    expect(apart).toBeLessThan(Math.max(12.5, pixels + 1))
  }
  expect(rungStep(6)).toBe(1)
})

it('a warp that does not end with the scene is told of', () => {
  const warp = points([1, 1], [260, 240])
  expect(misfitOf(warp, perFrame, [1, 240])).toBe(260)
  expect(misfitOf(warp, perFrame, [1, 260])).toBeNull()
  // One speed for the whole scene ends where the frame after the last would start.
  expect(misfitOf(warp, perFrame, [1, 259])).toBeNull()
  expect(misfitOf(points(), perFrame, [1, 240])).toBeNull()
})

it('of very many points only those that may be seen are gone through', () => {
  const many = points(...Array.from({ length: 1000 }, (_, i): [number, number] => [i, i]))
  expect(pointsInSight(many, perFrame, 500, 510)).toEqual([489, 521])
  expect(pointsInSight(many, perFrame, -100, -90)).toEqual([0, 1])
  expect(pointsInSight(many, perFrame, 5000, 5010)).toEqual([999, 1000])
  expect(pointsInSight(points(), perFrame, 1, 10)).toEqual([0, 0])
})
