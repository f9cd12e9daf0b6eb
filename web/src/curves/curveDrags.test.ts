import { describe, expect, it } from 'vitest'
import type { KeySet } from '../api/http'
import type { Keys } from '../scene/keys'
import type { OwnerKey } from '../scene/owners'
import { pulled, type PullScene } from './curveDrags'
import type { Curve, CurveLane } from './curveLane'

const keys: Keys = {
  count: 2,
  times: Float64Array.of(1000, 2000),
  values: Float64Array.of(1, 3),
  handles: Float32Array.of(0, 0, 300, 0, -300, 0, 0, 0),
  modes: Uint8Array.of(0x33, 0x33),
}
/** Ten pixels a frame of 100 ticks, twenty pixels a unit; value 0 lies 200 pixels down. */
const curve = (object: number, perValue = 20, offset = 0) =>
  ({
    channel: { object: { id: object }, name: 'position.x' },
    keys,
    frame: { start: 0, perTick: 0.1, base: 200, offset, perValue, width: 500 },
  }) as unknown as Curve
const set = (object: OwnerKey): KeySet => ({ object, channel: 'position.x', times: [1000] })

const scene = (curves: Curve[], more: Partial<PullScene> = {}): PullScene => ({
  lane: { curves } as unknown as CurveLane,
  held: curves.map(({ channel }) => set(channel.object.id)),
  frameAt: (x) => x / 10,
  rounded: Math.round,
  ticksPerFrame: 100,
  snaps: true,
  alone: false,
  ...more,
})
const none = { shiftKey: false, ctrlKey: false, altKey: false }
const at = (x: number, y: number) => ({ x, y })

describe('pulling keys', () => {
  const own = curve(1)
  const pull = { kind: 'keys', from: at(100, 180), frame: 10, value: 1, curve: own } as const

  it('moves them both ways, in whole frames and steps that a pixel can tell apart', () => {
    const { edit, told } = pulled(pull, at(134, 140), none, scene([own]))
    expect(edit).toMatchObject({ edit: 'moveKeys', frames: 3, values: [2] })
    expect(told).toBe('10 → 13   1 → 3')
  })

  it('with Shift goes the way that the hand has gone furthest', () => {
    const shift = { ...none, shiftKey: true }
    expect(pulled(pull, at(134, 170), shift, scene([own])).edit).toMatchObject({ frames: 3, values: null })
    expect(pulled(pull, at(112, 140), shift, scene([own])).edit).toMatchObject({ frames: 0, values: [2] })
  })

  it('takes each curve along by the same height, in its own values', () => {
    const { edit } = pulled(pull, at(100, 160), none, scene([own, curve(2, 2)]))
    expect(edit).toMatchObject({ values: [1, 10] })
  })

  it('takes keys of other lanes along in time only', () => {
    const { edit } = pulled(pull, at(120, 160), none, scene([own], { held: [set(1), set(9)] }))
    expect(edit).toMatchObject({ frames: 2, values: [1, 0] })
  })
})

describe('pulling a handle', () => {
  const hit = { curve: curve(1), index: 0, time: 1000, side: 'out' } as const

  it('gives it the place of the hand, never behind its key', () => {
    expect(pulled({ kind: 'handle', hit }, at(150, 160), none, scene([hit.curve])).edit).toMatchObject({
      edit: 'setHandle',
      side: 'out',
      frames: 5,
      value: 1,
      alone: false,
    })
    expect(pulled({ kind: 'handle', hit }, at(50, 160), none, scene([hit.curve])).edit).toMatchObject({ frames: 0 })
  })

  it('with Shift keeps its length in time, and with Alt moves alone', () => {
    const held = { shiftKey: true, ctrlKey: false, altKey: true }
    const { edit, told } = pulled({ kind: 'handle', hit }, at(190, 190), held, scene([hit.curve]))
    expect(edit).toMatchObject({ frames: 3, value: -0.5, alone: true })
    expect(told).toBe('+3 frames   -0.5')
  })
})

describe('spreading keys', () => {
  const own = curve(1)
  const box = { left: 100, right: 200, top: 140, bottom: 180 }

  it('keeps the other side, in time and in value', () => {
    // The box stands twelve pixels outside the keys.
    const { edit, told } = pulled({ kind: 'spread', box, grip: { x: 1, y: -1 } }, at(262, 108), none, scene([own]))
    expect(edit).toMatchObject({ edit: 'scaleKeys', about: 10, from: 20, to: 25, onFrames: true })
    // From 1 at the lower edge, two units high, to three.
    expect((edit as { values: unknown }).values).toEqual([{ about: 1, factor: 1.5 }])
    expect(told).toBe('150 % time   150 % value')
  })

  it('with Ctrl keeps the middle', () => {
    const ctrl = { ...none, ctrlKey: true }
    expect(pulled({ kind: 'spread', box, grip: { x: 1, y: 0 } }, at(262, 0), ctrl, scene([own])).edit).toMatchObject({
      about: 15,
      from: 20,
      to: 25,
      values: null,
    })
  })

  it('never goes through what stays', () => {
    const { edit } = pulled({ kind: 'spread', box, grip: { x: -1, y: 0 } }, at(400, 0), none, scene([own]))
    expect(edit).toMatchObject({ about: 20, from: 10, to: 19.99 })
  })

  it('turns values over when the lower edge is pulled above the upper one', () => {
    const { edit } = pulled({ kind: 'spread', box, grip: { x: 0, y: 1 } }, at(0, 112), none, scene([own]))
    expect((edit as { values: { factor: number }[] }).values[0]!.factor).toBeCloseTo(-1)
    expect(edit).toMatchObject({ onFrames: false })
  })

  it('counts from the offset of an even height', () => {
    const { edit } = pulled({ kind: 'spread', box, grip: { x: 0, y: -1 } }, at(0, 108), none, scene([curve(1, 20, 5)]))
    expect((edit as { values: { about: number }[] }).values[0]!.about).toBeCloseTo(6)
  })
})
