import { beforeAll, describe, expect, it, vi } from 'vitest'
import { keysBetween, nearestTime, neighbourTime } from '../desk/laneKeys'
import { lanesWithin, layLanes, type LaneWish } from '../desk/lanes'
import { keyFilters } from '../values/keySettings'
import { allGroups, loadCatalogue } from './catalogue'
import { channelOf as keyed, objectOf, rowsOf as rows } from './fakeLine.fixture'
import { splicedKeys, unpackKeys } from './keys'
import { SceneModel } from './sceneModel'
import { addressedEdit, curveOfLane, laneOf, ownerKey, placedKey, placedOf as clipOf, warpKey, warpOf } from './owners'

const spec = (name: string, label: string, group: string, rest: number) => ({
  name,
  label,
  group,
  fullName: group === 'Time' ? label : `${group} ${label}`,
  unit: 'length',
  default: rest,
  least: -1e12,
  most: 1e12,
  choices: [],
})
const channels = [
  spec('position.x', 'X', 'Position', 0),
  spec('position.y', 'Y', 'Position', 0),
  spec('scale.x', 'X', 'Scale', 1),
]

beforeAll(async () => {
  const answer = new Response(
    JSON.stringify({
      kinds: [
        { kind: 'group', channels },
        { kind: 'box', channels },
      ],
      warp: spec('warp', 'Source', 'Time', 0),
      rate: spec('rate', 'Rate', 'Time', 1),
      strength: spec('strength', 'Strength', 'Time', 1),
      uses: [
        { use: 'follows', channels: [spec('follow.travel', 'Travel', 'Path', 0)] },
        { use: 'aims', channels: [spec('aim.weight', 'Weight', 'Aim', 1)] },
      ],
    }),
  )
  vi.stubGlobal('fetch', () => Promise.resolve(answer))
  await loadCatalogue()
})

const object = (id: number, name: string, parent: number | null = null, place = id) => ({
  ...objectOf(id, name),
  parent,
  place,
})

const placedOf = (id: number, on: number, times: number[], ...keys: number[]) => ({
  id,
  clip: 4,
  object: on,
  times,
  played: null,
  offset: 0,
  cycle: 'once' as const,
  after: 'letGo' as const,
  rate: keys.length ? keyed(id, 'rate', 'placed', ...keys) : { ...keyed(id, 'rate', 'placed'), still: 1, keys: null },
})

function harbour(): SceneModel {
  const model = new SceneModel()
  model.take(
    rows({
      objects: [object(1, 'Ferry', null, 5), object(2, 'Hull', 1), object(3, 'Buoy', null, 1)],
      channels: [keyed(1, 'position.x', 24, 86), keyed(2, 'position.y', 86, 90)],
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
    expect(model.animated(model.objects.get(1)!).map((channel) => channel.name)).toEqual(['position.x'])
  })

  it('goes back to a channel’s default, and loses what is removed', () => {
    const model = harbour()
    model.take(
      rows({ channels: [{ ...keyed(1, 'position.x'), still: NaN, keys: null }], gone: [{ kind: 'object', ids: [3] }] }),
    )
    expect(model.animated(model.objects.get(1)!)).toEqual([])
    expect(model.channel(model.objects.get(1)!, 'scale.x').still).toBe(1)
    expect(model.inOrder().length).toBe(2)
  })
})

describe('names of what has curves', () => {
  it('tell warps, placed clips and objects apart', () => {
    for (const number of [1, 2, 5000]) {
      expect([warpOf(warpKey(number)), clipOf(warpKey(number))]).toEqual([number, null])
      expect([warpOf(placedKey(number)), clipOf(placedKey(number))]).toEqual([null, number])
      expect([warpOf(number), clipOf(number)]).toEqual([null, null])
      for (const key of [number, warpKey(number), placedKey(number)])
        expect(curveOfLane(laneOf(key, 'position.x'))).toEqual({ object: key, channel: 'position.x' })
    }
    expect((['object', 'warp', 'placed', 'scene'] as const).map((owner) => ownerKey(owner, 3))).toEqual([
      3,
      'warp 3',
      'placed 3',
      'scene',
    ])
  })

  it('are told to the server in its own words', () => {
    const keys = [
      { object: 1, channel: 'position.x', times: [5] },
      { object: warpKey(2), channel: 'warp', times: [6] },
      { object: placedKey(3), channel: 'rate', times: [] },
    ]
    expect(addressedEdit({ edit: 'deleteKeys', keys })).toEqual({
      edit: 'deleteKeys',
      keys: [
        { object: 1, channel: 'position.x', times: [5] },
        { warp: 2, times: [6] },
        { placed: 3, times: [] },
      ],
    })
    expect(addressedEdit({ edit: 'setHandle', object: warpKey(2), channel: 'warp', side: 'in' })).toEqual({
      edit: 'setHandle',
      warp: 2,
      side: 'in',
    })
    const covers = { edit: 'setWarpTargets', warp: 1, targets: [{ object: 1 }] }
    expect(addressedEdit(covers)).toEqual(covers)
  })
})

const lay = (wish: Partial<LaneWish> = {}, model = harbour()) =>
  layLanes(model, {
    open: new Set(),
    closed: new Set(),
    openLayers: new Set(),
    text: '',
    hidden: new Set(),
    animatedOnly: false,
    only: null,
    pinned: new Set(),
    heights: new Map(),
    ...wish,
  })
const labels = (wish: Partial<LaneWish> = {}) => lay(wish).map((lane) => lane.label)

const layer = (id: number, place: number) => ({
  id,
  name: `Layer ${id}`,
  place,
  letter: 'A',
  mode: 'add' as const,
  on: true,
  solo: false,
  locked: false,
  peel: 'bergamot' as const,
  strength: { ...keyed(id, 'strength', 'layer'), still: 1, keys: null },
})

describe('layers', () => {
  const layered = () => {
    const model = harbour()
    model.take(
      rows({
        layers: [layer(1, 1), layer(2, 0)],
        channels: [keyed(1, '1/position.x', 'object', 40), keyed(1, '2/position.y', 'object', 50)],
      }),
    )
    return model
  }

  it('have what they have of an object on lanes below it, the highest first', () => {
    const model = layered()
    expect(model.partsOf(model.objects.get(1)!).map(({ layer: { id } }) => id)).toEqual([1, 2])
    const lanes = lay({}, model)
    expect(lanes.map((lane) => lane.label)).toContain('Layer 1')
    const own = lanes.find((lane) => lane.kind === 'layer' && lane.layer?.id === 2)!
    expect(own.channels.map(({ name }) => name)).toEqual(['2/position.y'])
    expect(lay({ openLayers: new Set([own.id]) }, model).map((lane) => lane.label)).toContain('Position Y')
  })

  it('go with what a message says is gone', () => {
    const model = layered()
    expect(model.take(rows({ gone: [{ kind: 'layer', ids: [1] }] }))).toBe(true)
    expect(model.partsOf(model.objects.get(1)!).map(({ layer: { id } }) => id)).toEqual([2])
  })
})

describe('lanes', () => {
  it('are closed at first, and a closed one sums up all below it', () => {
    const lanes = lay()
    expect(lanes.map((lane) => lane.label)).toEqual(['All keys', 'Buoy', 'Ferry'])
    expect(keysBetween([lanes[2]!], -Infinity, Infinity)).toEqual([
      { object: 1, channel: 'position.x', times: [24, 86] },
      { object: 2, channel: 'position.y', times: [86, 90] },
    ])
    expect(keysBetween(lanes, 86, 86).length).toBe(2)
    expect(nearestTime(lanes[0]!, 60)).toBe(86)
    expect([neighbourTime(lanes[0]!, 86, 1), neighbourTime(lanes[0]!, 86, -1)]).toEqual([90, 24])
    expect(neighbourTime(lanes[0]!, 90, 1)).toBe(null)
  })

  it('open to channels and children', () => {
    const lanes = lay({ open: new Set([1, 2]) })
    expect(lanes.map((lane) => [lane.label, lane.depth])).toEqual([
      ['All keys', 0],
      ['Buoy', 0],
      ['Ferry', 0],
      ['Position X', 1],
      ['Hull', 1],
      ['Position Y', 2],
    ])
    expect(lanesWithin(lanes, 49, 95).map((lane) => lane.label)).toEqual(['Ferry', 'Position X'])
  })

  it('stand in groups where a group has several', () => {
    const model = harbour()
    model.take(rows({ channels: [keyed(1, 'position.y', 5), keyed(1, 'scale.x', 7)] }))
    const open = { open: new Set([1]) }
    expect(lay(open, model).map(({ label, kind, depth }) => `${kind} ${label} ${depth}`)).toEqual([
      'scene All keys 0',
      'object Buoy 0',
      'object Ferry 0',
      'group Position 1',
      'channel Position X 2',
      'channel Position Y 2',
      'channel Scale X 1',
      'object Hull 1',
    ])
    expect(lay({ ...open, closed: new Set(['1|Position']) }, model).map(({ label }) => label)).not.toContain(
      'Position X',
    )
  })

  it('show whatever channel the server describes, in the group that it has there', () => {
    const model = harbour()
    const follow = { path: 2, facing: null, up: 'plusY' as const, bank: 0 }
    model.take(
      rows({
        objects: [{ ...object(1, 'Ferry'), follow, uses: ['follows'] }],
        channels: [keyed(1, 'follow.travel', 5)],
      }),
    )
    expect(lay({ open: new Set([1]) }, model).map(({ label }) => label)).toContain('Path Travel')
    expect(lay({ open: new Set([1]), hidden: new Set(['Path']) }, model).map(({ label }) => label)).not.toContain(
      'Path Travel',
    )
    expect(allGroups()).toEqual(['Path', 'Aim', 'Position', 'Scale', 'Deformers'])
    expect(keyFilters()).toEqual(['Path', 'Aim', 'Position', 'Scale', 'Deformers'])
    // Off the path it has none.
    model.take(rows({ objects: [object(1, 'Ferry')] }))
    expect(lay({ open: new Set([1]) }, model).map(({ label }) => label)).not.toContain('Path Travel')
  })

  it('show the clips of an object below it and, when it is open, the rates that are keyed', () => {
    const model = harbour()
    const clips = [{ id: 4, name: 'Bob', length: 24, channels: ['position.y'] }]
    model.take(rows({ clips, placed: [placedOf(1, 2, [30, 54]), placedOf(2, 2, [10, 34], 12, 20)] }))
    model.settings.ticksPerFrame = 1
    expect(lay({ open: new Set([1]) }, model).map(({ label, kind, depth }) => `${kind} ${label} ${depth}`)).toEqual([
      'scene All keys 0',
      'object Buoy 0',
      'object Ferry 0',
      'channel Position X 1',
      'object Hull 1',
      'clips Clips 2',
    ])
    const open = lay({ open: new Set([1, 2]) }, model)
    expect(open.map(({ label }) => label).slice(-3)).toEqual(['Clips', 'Rate of Bob at 10', 'Position Y'])
    expect(keysBetween([open.at(-2)!], -Infinity, Infinity)).toEqual([
      { object: placedKey(2), channel: 'rate', times: [12, 20] },
    ])
    expect(model.placedOn(2).map(({ id }) => id)).toEqual([2, 1])
    // An object that only a clip moves is animated.
    model.take(rows({ placed: [placedOf(3, 3, [1, 5])] }))
    expect(lay({ animatedOnly: true }, model).map(({ label }) => label)).toContain('Buoy')
    expect(model.take(rows({ clips: [{ ...clips[0]!, name: 'Swell' }] }))).toBe(true)
    expect(model.holder(placedKey(2))!.name).toBe('Swell')
    expect(model.take(rows({ placed: [placedOf(1, 2, [31, 55])] }))).toBe(false)
    expect(
      model.take(
        rows({
          gone: [
            { kind: 'placedClip', ids: [1, 2, 3] },
            { kind: 'clip', ids: [4] },
          ],
        }),
      ),
    ).toBe(true)
    expect(model.placedOn(2)).toEqual([])
  })

  it('are found by name, whatever is closed', () => {
    expect(labels({ text: 'hul' })).toEqual(['Hull'])
    expect(labels({ text: 'position y' })).toEqual(['Hull', 'Position Y'])
    expect(labels({ text: 'gull' })).toEqual([])
  })

  it('are held back by filters, and pinned ones come first', () => {
    expect(labels({ animatedOnly: true })).toEqual(['All keys', 'Ferry'])
    expect(labels({ only: new Set([2]) })).toEqual(['All keys', 'Hull'])
    expect(labels({ pinned: new Set([1]) })).toEqual(['All keys', 'Ferry', 'Buoy'])
    expect(keysBetween(lay({ hidden: new Set(['Position']) }), -Infinity, Infinity)).toEqual([])
  })
})

describe('keys', () => {
  const keysAt = (...times: number[]) => unpackKeys(keyed(1, 'position.x', ...times).keys)

  it('are replaced between those that are known at the start and the end', () => {
    const known = keysAt(10, 20, 30, 40)
    const spliced = splicedKeys(known, 1, 2, keyed(1, 'position.x', 12, 14).keys)
    expect([...spliced.times]).toEqual([10, 12, 14, 30, 40])
    expect([...spliced.values]).toEqual([1, 1.2, 1.4, 3, 4])
    expect([spliced.count, spliced.handles.length, spliced.modes.length]).toEqual([5, 20, 5])
    expect([...splicedKeys(known, 1, 2, new Uint8Array()).times]).toEqual([10, 30, 40])
    expect(splicedKeys(known, 0, 0, null).count).toBe(0)
  })
})
