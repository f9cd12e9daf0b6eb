import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Lane, LaneChannel } from '../desk/lanes'
import { useSelection } from '../scene/selection'
import { laneOf } from '../scene/owners'
import type { Keys } from '../scene/keys'
import type { SceneObject } from '../scene/sceneRows'
import { boxAround, gripAt, handleAt, keyAt } from './curveHits'
import { layCurves } from './curveLane'
import { useCurveViews } from './curveViews'

const keysOf = (...values: number[]): Keys => ({
  count: values.length,
  times: Float64Array.from(values, (_, i) => i * 100),
  values: Float64Array.from(values),
  handles: Float32Array.from(values.flatMap((_, i) => (i + 1 < values.length ? [0, 0, 30, 0] : [-30, 0, 0, 0]))),
  modes: new Uint8Array(values.length).fill(0x33),
})

function channel(object: number, name: string, keys: Keys): LaneChannel {
  const channels = new Map([[name, { name, still: 0, before: 'hold', after: 'hold', keys, locked: false }]])
  return { object: { id: object, name: `Box ${object}`, kind: 'box', channels } as unknown as SceneObject, name }
}

const laneOfChannels = (...channels: LaneChannel[]): Lane => ({
  id: 'group',
  kind: 'group',
  object: null,
  channels,
  label: 'Move',
  depth: 0,
  top: 0,
  height: 116,
  curves: true,
  opens: false,
  open: false,
})

let views: ReturnType<typeof useCurveViews>
beforeEach(() => {
  setActivePinia(createPinia())
  views = useCurveViews()
})
const small = channel(1, 'position.x', keysOf(0, 1, 0))
const large = channel(1, 'position.y', keysOf(0, 100, 50))
const lane = laneOfChannels(small, large)

describe('the values that a tall lane shows', () => {
  it('are those of all its curves, with some room', () => {
    const { low, high } = views.rangeOf(lane)
    expect(low).toBeLessThan(0)
    expect(high).toBeGreaterThan(100)
    expect(high).toBeLessThan(120)
  })

  it('have some height where a curve is flat', () => {
    const { low, high } = views.rangeOf(laneOfChannels(channel(2, 'position.z', keysOf(3, 3))))
    expect(high - low).toBeGreaterThan(1)
    expect((high + low) / 2).toBeCloseTo(3)
  })

  it('are zoomed about a height, moved, and all shown again', () => {
    const all = views.rangeOf(lane)
    views.zoom(lane, 0.5, 0)
    expect(views.rangeOf(lane).low).toBeCloseTo(all.low)
    expect(views.rangeOf(lane).high - all.low).toBeCloseTo((all.high - all.low) / 2)
    views.pan(lane, 0.1)
    expect(views.rangeOf(lane).low).toBeGreaterThan(all.low)
    views.showAll()
    expect(views.rangeOf(lane)).toEqual(all)
  })

  it('leave hidden curves out', () => {
    views.toggleHidden(large)
    expect(views.rangeOf(lane).high).toBeLessThan(2)
    expect(views.shown(lane)).toEqual([small])
    views.toggleHidden(large)
    expect(views.rangeOf(lane).high).toBeGreaterThan(100)
  })

  it('fit the selected keys', () => {
    useSelection().selectKeys([{ object: 1, channel: 'position.y', times: [100, 200] }])
    views.showSelected([lane])
    const { low, high } = views.rangeOf(lane)
    expect(low).toBeGreaterThan(40)
    expect(high).toBeLessThan(110)
  })

  it('stay while a hand drags, unless it zooms', () => {
    const before = views.rangeOf(lane)
    views.freeze(lane)
    const taller = laneOfChannels(channel(1, 'position.x', keysOf(0, 500)))
    expect(views.rangeOf(taller)).toEqual(before)
    views.thaw()
    expect(views.rangeOf(taller).high).toBeGreaterThan(500)
    views.freeze(lane)
    views.zoom(lane, 0.5, 0.5)
    views.thaw()
    expect(views.rangeOf(lane).high).toBeLessThan(before.high)
  })
})

describe('a tall lane on the canvas', () => {
  const lay = () => layCurves(views, lane, { width: 300, first: 0, last: 3 }, 100, 0, false)
  const selected = (times: number[]) => () => new Set(times)

  it('has each curve fill the height by itself when heights are even', () => {
    views.toggleNormalised(lane)
    const laid = lay()
    const yOf = (i: number, value: number) => {
      const { frame } = laid.curves[i]!
      return frame.base - (value - frame.offset) * frame.perValue
    }
    expect(yOf(0, 1)).toBeCloseTo(yOf(1, 100))
    expect(yOf(0, 0)).toBeCloseTo(yOf(1, 0))
  })

  it('finds keys, handles and the box around a choice', () => {
    const laid = lay()
    const tall = laid.curves[1]!
    const y = tall.frame.base - 100 * tall.frame.perValue
    expect(keyAt(laid, 103, y + 3)).toMatchObject({ index: 1, time: 100 })
    expect(keyAt(laid, 130, y)).toBeNull()
    expect(handleAt(laid, 131, y, selected([100]))).toMatchObject({ side: 'out', time: 100 })
    expect(handleAt(laid, 131, y, selected([]))).toBeNull()
    const box = boxAround(laid, ({ channel: { name } }) => (name === 'position.y' ? new Set([100, 200]) : undefined))!
    expect([box.left, box.right]).toEqual([100, 200])
    expect(gripAt(box, 88, box.top - 12)).toEqual({ x: -1, y: -1 })
    expect(gripAt(box, 212, (box.top + box.bottom) / 2)).toEqual({ x: 1, y: 0 })
    expect(gripAt(box, 150, (box.top + box.bottom) / 2)).toBeNull()
    expect(boxAround(laid, selected([]))).toBeNull()
  })

  it('does not spread keys in value that all have the same', () => {
    const box = { left: 100, right: 200, top: 50, bottom: 50 }
    expect(gripAt(box, 212, 62)).toEqual({ x: 1, y: 0 })
    expect(gripAt(box, 150, 62)).toBeNull()
  })
})

it('a curve is named by its object and channel', () => expect(laneOf(3, 'position.x')).toBe('3|position.x'))
