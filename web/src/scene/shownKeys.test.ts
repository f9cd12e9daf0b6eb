import { describe, expect, it } from 'vitest'
import type { Keys } from './keys'
import { SceneModel } from './sceneModel'
import type { Channel, SceneObject } from './sceneRows'
import { keysBetween, nearestTime } from '../desk/laneKeys'
import type { Lane } from '../desk/lanes'
import { keyOnFrame, shownKeys } from './shownKeys'

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

  it('are on the frame on which they are seen, and tell their own time', () => {
    const ticksPerFrame = 10
    const slowed = channel([10, 30.004, 50, NaN])
    expect(keyOnFrame(slowed, 3, ticksPerFrame)).toBe(20)
    expect(keyOnFrame(slowed, 5, ticksPerFrame)).toBe(30)
    // Where they stand in source nothing is seen of them.
    expect(keyOnFrame(slowed, 2, ticksPerFrame)).toBe(undefined)
    expect(keyOnFrame(slowed, 4, ticksPerFrame)).toBe(undefined)
    expect(keyOnFrame(channel(null), 4, ticksPerFrame)).toBe(40)
    expect(keyOnFrame(undefined, 4, ticksPerFrame)).toBe(undefined)
  })

  it('count as beyond the range where they are seen beyond it, or never seen and stand beyond it', () => {
    const model = new SceneModel()
    const thing = lane(channel([10, 25, 40, NaN])).channels[0]!.object
    model.objects.set(1, thing as SceneObject)
    expect(model.keysOutside(10, 40)).toBe(0)
    expect(model.keysOutside(10, 39)).toBe(2)
    expect(model.keysOutside(12, 30)).toBe(3)
  })
})
