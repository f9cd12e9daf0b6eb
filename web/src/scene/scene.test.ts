import { beforeAll, describe, expect, it, vi } from 'vitest'
import type { Block, ChannelRow, ObjectRow, Rows } from '../api/live'
import { keysOf } from '../desk/laneKeys'
import { lanesWithin, layLanes } from '../desk/lanes'
import { loadCatalogue } from './catalogue'
import { SampleBook, valueAt } from './samples'
import { SceneModel } from './sceneModel'

const spec = (name: string, label: string, group: string, rest: number) => ({
  name,
  label,
  group,
  unit: 'length',
  default: rest,
  least: -1e12,
  most: 1e12,
  choices: [],
})
const channels = [spec('move.x', 'X', 'Move', 0), spec('move.y', 'Y', 'Move', 0), spec('size.x', 'X', 'Size', 1)]

beforeAll(async () => {
  const answer = new Response(
    JSON.stringify([
      { kind: 'group', channels },
      { kind: 'box', channels },
    ]),
  )
  vi.stubGlobal('fetch', () => Promise.resolve(answer))
  await loadCatalogue()
})

const object = (id: number, name: string, parent: number | null = null, place = id): ObjectRow => ({
  id,
  name,
  kind: 'box',
  parent,
  place,
  turnOrder: 'xyz',
})

function keyed(id: number, name: string, ...times: number[]): ChannelRow {
  const bytes = new Uint8Array(times.length * 17)
  times.forEach((time, i) => new DataView(bytes.buffer).setFloat64(i * 8, time, true))
  return { object: id, name, still: 0, before: 'hold', after: 'hold', keys: bytes }
}

const rows = (change: Partial<Rows>): Rows => ({
  settings: null,
  objects: [],
  channels: [],
  removedObjects: [],
  warps: [],
  removedWarps: [],
  bookmarks: [],
  removedBookmarks: [],
  choices: [],
  removedChoices: [],
  ...change,
})

function harbour(): SceneModel {
  const model = new SceneModel()
  model.take(
    rows({
      objects: [object(1, 'Ferry', null, 5), object(2, 'Hull', 1), object(3, 'Buoy', null, 1)],
      channels: [keyed(1, 'move.x', 24, 86), keyed(2, 'move.y', 86, 90)],
    }),
  )
  return model
}

describe('the scene that a tab knows', () => {
  it('stands in order, children below their parents', () => {
    const model = harbour()
    expect(model.inOrder().map((each) => each.name)).toEqual(['Buoy', 'Ferry', 'Hull'])
    expect(model.depth(model.objects.get(2)!)).toBe(1)
    expect(model.keyCount).toBe(4)
  })

  it('keeps channels when only the object’s own row changes', () => {
    const model = harbour()
    model.take(rows({ objects: [object(1, 'Night ferry', null, 0)] }))
    expect(model.inOrder()[0]!.name).toBe('Night ferry')
    expect(model.animated(model.objects.get(1)!).map((channel) => channel.name)).toEqual(['move.x'])
  })

  it('goes back to a channel’s default, and loses what is removed', () => {
    const model = harbour()
    model.take(rows({ channels: [{ ...keyed(1, 'move.x'), still: NaN, keys: null }], removedObjects: [3] }))
    expect(model.animated(model.objects.get(1)!)).toEqual([])
    expect(model.channel(model.objects.get(1)!, 'size.x').still).toBe(1)
    expect(model.inOrder().length).toBe(2)
  })
})

describe('lanes', () => {
  it('are closed at first, and a closed one sums up all below it', () => {
    const lanes = layLanes(harbour(), new Set(), '')
    expect(lanes.map((lane) => lane.label)).toEqual(['Buoy', 'Ferry'])
    expect([...keysOf(lanes[1]!).times]).toEqual([24, 86, 90])
  })

  it('open to channels and children', () => {
    const lanes = layLanes(harbour(), new Set([1, 2]), '')
    expect(lanes.map((lane) => [lane.label, lane.depth])).toEqual([
      ['Buoy', 0],
      ['Ferry', 0],
      ['Move X', 1],
      ['Hull', 1],
      ['Move Y', 2],
    ])
    expect(lanesWithin(lanes, 25, 71).map((lane) => lane.label)).toEqual(['Ferry', 'Move X'])
  })

  it('are found by name, whatever is closed', () => {
    expect(layLanes(harbour(), new Set(), 'hul').map((lane) => lane.label)).toEqual(['Hull'])
    expect(layLanes(harbour(), new Set(), 'move y').map((lane) => lane.label)).toEqual(['Hull', 'Move Y'])
    expect(layLanes(harbour(), new Set(), 'gull')).toEqual([])
  })
})

describe('samples', () => {
  it('are read by frame, the nearest outside, a single one everywhere', () => {
    const bytes = new Uint8Array(1 + 16)
    ;[1, 2, 3, 9].forEach((value, i) => new DataView(bytes.buffer, 1).setFloat32(i * 4, value, true))
    const block: Block = {
      object: 1,
      first: 10,
      count: 3,
      channels: ['move.x', 'size.x'],
      counts: [3, 1],
      samples: bytes.subarray(1),
    }
    const book = new SampleBook()
    book.take([block])
    const x = book.tracks(1).get('move.x')!
    expect([5, 10, 11, 12, 99].map((frame) => valueAt(x, frame))).toEqual([1, 1, 2, 3, 3])
    expect(valueAt(book.tracks(1).get('size.x')!, 500)).toBe(9)
    book.drop(1)
    expect(book.tracks(1).size).toBe(0)
  })
})
