import { Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import type { DeformerMessage } from '../api/messages'
import { aroundAxis, gripOf, placeAround, pulled, type LanternValues } from './lanternShape'

const deformer = (kind: DeformerMessage['kind']): DeformerMessage => ({
  name: 'One',
  kind,
  axis: 'y',
  within: true,
  oneWay: false,
  on: true,
})
const rest: LanternValues = { foot: -1, length: 2, strength: 0, direction: 0, radius: 0.5 }
const at = (far: number, degrees: number, along: number) => ({ far, degrees, along })

describe('places about an axis', () => {
  it('has direction 0 at x, and of the axis x at y, and turns right-handed', () => {
    for (const axis of ['x', 'y', 'z'] as const) {
      const way = new Vector3(...(['x', 'y', 'z'] as const).map((each) => (each === axis ? 1 : 0)))
      const zero = placeAround(axis, at(1, 0, 0))
      expect(zero.toArray()).toEqual(axis === 'x' ? [0, 1, 0] : [1, 0, 0])
      expect(placeAround(axis, at(1, 90, 0)).distanceTo(way.clone().cross(zero))).toBeLessThan(1e-12)
    }
  })

  it('is read as it is written', () => {
    for (const axis of ['x', 'y', 'z'] as const) {
      const read = aroundAxis(axis, placeAround(axis, at(0.7, -130, 2.5)))
      expect(read.far).toBeCloseTo(0.7, 12)
      expect(read.degrees).toBeCloseTo(-130, 12)
      expect(read.along).toBeCloseTo(2.5, 12)
    }
  })
})

describe('the grip', () => {
  it('bends so that the head of the arc is where the hand is', () => {
    // A quarter: its head is as far up as aside, at h·2/π.
    const radius = 4 / Math.PI
    const wanted = pulled(deformer('bend'), at(radius, 30, -1 + radius), rest, at(0, 0, 1), false)
    expect(wanted.strength).toBeCloseTo(90, 9)
    expect(wanted.direction).toBeCloseTo(30, 9)
  })

  it('goes past the axis the other way, rather than turn round', () => {
    const wanted = pulled(deformer('shear'), at(0.5, 180, 1), rest, at(0, 0, 1), false)
    expect(wanted.strength).toBeCloseTo(-0.25, 9)
    expect(wanted.direction).toBeCloseTo(0, 9)
  })

  it('keeps the direction where that is wanted', () => {
    const wanted = pulled(deformer('shear'), at(1, 60, 1), rest, at(0, 0, 1), true)
    expect(wanted).toEqual({ strength: expect.closeTo(0.25, 9), direction: undefined })
  })

  it('adds up turns of a twist past half a turn', () => {
    let values = rest
    let from = at(0.5, 0, 1)
    for (const degrees of [100, -160, -60, 40]) {
      const to = at(0.5, degrees, 1)
      values = { ...values, strength: pulled(deformer('twist'), to, values, from, false).strength! }
      from = to
    }
    expect(values.strength).toBeCloseTo(400, 9)
  })

  it.each(['taper', 'bulge', 'stretch', 'flatten', 'wave', 'ripple'] as const)(
    'of a %s changes nothing where it is',
    (kind) => {
      const values = { ...rest, strength: kind === 'wave' || kind === 'ripple' ? 0.3 : 0 }
      const grip = gripOf(deformer(kind), values)
      expect(pulled(deformer(kind), grip, values, grip, false).strength).toBeCloseTo(values.strength, 9)
    },
  )

  it('stays within what a stretch and a flattening can be', () => {
    expect(pulled(deformer('stretch'), at(0, 0, -9), rest, at(0, 0, 1), false).strength).toBe(-0.95)
    expect(pulled(deformer('flatten'), at(0, 0, 9), rest, at(0, 0, 1), false).strength).toBe(0)
    expect(pulled(deformer('flatten'), at(0, 0, -9), rest, at(0, 0, 1), false).strength).toBe(1)
  })
})
