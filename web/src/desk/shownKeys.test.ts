import { describe, expect, it } from 'vitest'
import type { Keys } from '../scene/keys'
import type { Channel, SceneObject } from '../scene/sceneModel'
import { keysBetween, nearestTime } from './laneKeys'
import type { Lane } from './lanes'
import { shownKeys } from './shownKeys'

const keys: Keys = {
  count: 4,
  times: Float64Array.of(10, 20, 30, 40),
  values: new Float64Array(4),
  handles: new Float32Array(16),
  modes: Uint8Array.of(1, 2, 3, 4),
}
const channel = (played: number[] | null): Channel => ({
  name: 'position.x',
  still: 0,
  before: 'hold',
  after: 'hold',
  keys,
  locked: false,
  played: played && Float64Array.from(played),
})
const lane = (of: Channel): Lane => ({
  id: '1|position.x',
  kind: 'channel',
  object: null,
  channels: [
    { object: { id: 1, channels: new Map([['position.x', of]]) } as unknown as SceneObject, name: 'position.x' },
  ],
  label: 'Position X',
  depth: 0,
  top: 0,
  height: 24,
  curves: false,
  opens: false,
  open: false,
})

describe('keys in a warped lane', () => {
  it('stand in source unless they are wanted as played', () => {
    expect([...shownKeys(channel([10, 25, 40, 60]), false).times]).toEqual([10, 20, 30, 40])
    expect([...shownKeys(channel([10, 25, 40, 60]), true).times]).toEqual([10, 25, 40, 60])
    expect([...shownKeys(channel(null), true).times]).toEqual([10, 20, 30, 40])
  })

  it('are told apart by their own times, in the order in which they are seen', () => {
    // The second and third run backwards, and the last is never seen.
    const shown = shownKeys(channel([10, 50, 30, NaN]), true)
    expect([...shown.times]).toEqual([10, 30, 50])
    expect([...shown.own]).toEqual([10, 30, 20])
    expect([...shown.modes]).toEqual([1, 3, 2])
  })

  it('are found and selected where they are shown', () => {
    const warped = lane(channel([10, 25, 40, 60]))
    expect(nearestTime(warped, 58, true)).toBe(60)
    expect(nearestTime(warped, 58)).toBe(40)
    expect(keysBetween([warped], 24, 41, true)).toEqual([{ object: 1, channel: 'position.x', times: [20, 30] }])
    expect(keysBetween([warped], 24, 41)).toEqual([{ object: 1, channel: 'position.x', times: [30, 40] }])
  })

  it('fall back to source while the played times are not those of the keys', () => {
    expect([...shownKeys(channel([10, 25]), true).times]).toEqual([10, 20, 30, 40])
  })
})
