import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import type { Hands } from '../desk/handsByLane'
import type { Lane } from '../desk/lanes'
import { useDesk } from '../desk/deskStore'
import type { Readout } from '../desk/readout'
import { useTimeView } from '../desk/timeView'
import { useSelection } from '../scene/selection'
import { channelOf, FakeLine } from '../scene/fakeLine.fixture'
import { useScene } from '../scene/sceneStore'
import { useClipHands } from './clipHands'

vi.mock('../api/live', async () => ({ LiveLine: (await import('../scene/fakeLine.fixture')).FakeLine }))
vi.mock('../scene/catalogue', () => ({
  loadCatalogue: async () => {},
  channelsOf: () => [],
  specOf: () => undefined,
  namedInParts: () => new Map(),
}))

const placed = (id: number, times: number[], played: number[] | null = null) => ({
  id,
  clip: 4,
  object: 1,
  times,
  played,
  offset: 0,
  cycle: 'once' as const,
  after: 'letGo' as const,
  rate: { ...channelOf(99, 'rate', 'placed'), still: 1, keys: null },
})
const settled = () => new Promise((done) => setTimeout(done))
const readout: Readout = { at: shallowRef(null) }
let lane: Lane
let hands: Hands

/** The view shows frames 0 to 100 on 1,000 pixels. */
function event(frame: number, more: Partial<PointerEvent> = {}): PointerEvent {
  const target = { setPointerCapture: () => {}, style: {} }
  const held = { shiftKey: false, ctrlKey: false, altKey: false }
  return {
    button: 0,
    offsetX: frame * 10,
    offsetY: 5,
    target,
    pointerId: 1,
    ...held,
    ...more,
  } as unknown as PointerEvent
}
async function drag(from: number, to: number, more: Partial<PointerEvent> = {}) {
  hands.grab(event(from, more), lane)
  hands.move(event(to, more), lane)
  await settled()
  const told = readout.at.value?.text
  await hands.drop(event(to, more))
  return told
}
const lastEdit = () => FakeLine.last.edits.at(-1)?.edit

beforeEach(async () => {
  setActivePinia(createPinia())
  const scene = useScene()
  FakeLine.last.rows = {
    ...FakeLine.last.rows,
    clips: [{ id: 4, name: 'Bob', length: 24, channels: ['position.y'] }],
    placed: [placed(1, [20, 44]), placed(2, [60, 84], [70, 94])],
  }
  await scene.open(1)
  useTimeView().show(0, 100)
  Object.assign(useTimeView(), { first: 0, last: 100 })
  lane = { id: '1|clips', kind: 'clips', object: scene.model.objects.get(1)! } as unknown as Lane
  hands = useClipHands(ref(1000), readout)
})

describe('the mouse on a lane of clips', () => {
  it('selects a clip, adds one, and lets go of them', async () => {
    const selection = useSelection()
    selection.selectKeys([{ object: 1, channel: 'position.x', times: [10] }])
    await drag(30, 30)
    expect([...selection.clips]).toEqual([1])
    expect(selection.keyCount).toBe(0)
    await drag(70, 70, { shiftKey: true })
    expect([...selection.clips]).toEqual([1, 2])
    await drag(50, 50)
    expect(selection.clips.size).toBe(0)
    expect(FakeLine.last.edits).toEqual([])
  })

  it('moves the selected clips by whole frames, and copies them with Alt', async () => {
    expect(await drag(30, 37.3)).toBe('starts 20 → 27')
    expect(lastEdit()).toEqual({ edit: 'movePlacedClips', placed: [1], frames: 7, copy: false, played: false })
    expect(await drag(30, 40, { altKey: true })).toBe('copy starts 20 → 30')
    expect(lastEdit()).toMatchObject({ frames: 10, copy: true })
  })

  it('comes to another object when it is dropped on the lane of that', async () => {
    const hull = { ...lane, id: '2', kind: 'object', object: { ...lane.object!, id: 2, name: 'Hull' } } as Lane
    hands.grab(event(30), lane)
    hands.move(event(30, { offsetY: 12 }), hull)
    await settled()
    expect(readout.at.value).toBeNull()
    hands.move(event(35, { offsetY: 40 }), hull)
    await settled()
    expect(readout.at.value?.text).toBe('starts 20 → 25 on Hull')
    expect(FakeLine.last.tries).toEqual([])
    await hands.drop(event(35, { offsetY: 40 }))
    expect(lastEdit()).toMatchObject({ edit: 'movePlacedClips', placed: [1], frames: 5, onto: 2 })
  })

  it('pulls its ends', async () => {
    expect(await drag(43.8, 52.8)).toBe('ends 44 → 53')
    expect(lastEdit()).toEqual({ edit: 'setPlacedClip', placed: [1], end: 53 })
    expect(await drag(20.2, 24.2)).toBe('starts 20 → 24')
    expect(lastEdit()).toEqual({ edit: 'setPlacedClip', placed: [1], start: 24 })
  })

  it('as they are played, moves whole clips through their warps', async () => {
    useDesk().played = true
    expect(await drag(93.8, 98.8)).toBe('starts 70 → 75')
    expect(lastEdit()).toEqual({ edit: 'movePlacedClips', placed: [2], frames: 5, copy: false, played: true })
  })

  it('does nothing when it is put back where it was, and puts no copy there', async () => {
    for (const more of [{}, { altKey: true }]) {
      hands.grab(event(30, more), lane)
      hands.move(event(38, more), lane)
      hands.move(event(30, more), lane)
      await settled()
      await hands.drop(event(30, more))
    }
    expect(FakeLine.last.edits).toEqual([])
  })

  it('does nothing when a drag is called off', async () => {
    hands.grab(event(30), lane)
    hands.move(event(40), lane)
    await settled()
    expect(FakeLine.last.tries).toHaveLength(1)
    await hands.cancel()
    await hands.drop(event(40))
    expect(FakeLine.last.edits).toEqual([])
    expect(hands.isDragging()).toBe(false)
  })
})
