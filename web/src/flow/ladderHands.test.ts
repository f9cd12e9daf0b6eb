import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import type { Readout } from '../desk/readout'
import type { Lane } from '../desk/lanes'
import { layFlow } from '../desk/lanes'
import { useTimeView } from '../desk/timeView'
import { useSelection } from '../scene/selection'
import { channelOf, FakeLine } from '../scene/fakeLine.fixture'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useLadderHands } from './ladderHands'
import { railRoom } from './ladderDraw'

vi.mock('../api/live', async () => ({ LiveLine: (await import('../scene/fakeLine.fixture')).FakeLine }))
vi.mock('../scene/catalogue', () => ({
  loadCatalogue: async () => {},
  channelsOf: () => [],
  specOf: () => undefined,
  namedInParts: () => new Map(),
}))

/** A warp whose points stand at some frames; their source frames are a tenth of those (see the fixture). */
const warpWith = (...times: number[]) => ({
  id: 3,
  name: 'Slow pass',
  on: true,
  beyond: 'runOn' as const,
  targets: null,
  curve: channelOf(3, 'warp', 'warp', ...times),
})
const settled = () => new Promise((done) => setTimeout(done))
const readout: Readout = { at: shallowRef(null) }
let lane: Lane
let hands: ReturnType<typeof useLadderHands>

// The view shows frames 0 to 100 on 1,000 pixels.
const upper = railRoom
const lower = () => lane.height - railRoom - 1
function event(frame: number, y: number, more: Partial<PointerEvent> = {}): PointerEvent {
  const target = { setPointerCapture: () => {}, style: {} }
  const held = { shiftKey: false, ctrlKey: false }
  return {
    button: 0,
    offsetX: frame * 10,
    offsetY: y,
    target,
    pointerId: 1,
    ...held,
    ...more,
  } as unknown as PointerEvent
}
async function drag(from: number, to: number, y: number, more: Partial<PointerEvent> = {}) {
  hands.grab(event(from, y, more), lane)
  hands.move(event(to, y, more), lane)
  await settled()
  const told = readout.at.value?.text
  await hands.drop(event(to, y, more))
  return told
}
const lastEdit = () => FakeLine.last.edits.at(-1)?.edit

beforeEach(async () => {
  setActivePinia(createPinia())
  const scene = useScene()
  await scene.open(1)
  FakeLine.last.change({ warps: [warpWith(10, 50, 100)] })
  const view = useTimeView()
  view.first = 0
  view.last = 100
  lane = layFlow(scene.model, new Set())[0]!
  hands = useLadderHands(ref(1000), readout)
})

describe('a point on the ladder', () => {
  it('is selected by a click on either of its ends', async () => {
    const selection = useSelection()
    hands.grab(event(50, upper), lane)
    await hands.drop(event(50, upper))
    expect(selection.keySets()).toEqual([{ object: 'warp 3', channel: 'warp', times: [50] }])
    hands.grab(event(70, upper), lane)
    expect(selection.keyCount).toBe(0)
    hands.grab(event(5, lower()), lane)
    await hands.drop(event(5, lower()))
    expect(selection.keySets()[0]!.times).toEqual([50])
  })

  it('is played earlier or later by its upper end', async () => {
    expect(await drag(50, 62, upper)).toBe('played 50 → 62')
    expect(lastEdit()).toMatchObject({ edit: 'moveKeys', frames: 12, ripple: false, meet: 'stop' })
  })

  it('shows another source frame by its lower end', async () => {
    expect(await drag(5, 20, lower())).toBe('source 5 → 20')
    expect(lastEdit()).toMatchObject({ edit: 'moveKeys', frames: 0, values: [15] })
  })

  it('takes what follows along with Shift, and the scene is offered to grow', async () => {
    FakeLine.last.answer = () => ({ warps: [warpWith(10, 70, 120)] })
    expect(await drag(50, 70, upper, { shiftKey: true })).toBe('played 50 → 70, the rest along')
    expect(lastEdit()).toMatchObject({ frames: 20, ripple: true })
    const notice = useNotices().shown[0]!
    expect(notice.text).toBe('Slow pass now ends at frame 120, the scene at 100.')
    notice.action!.run()
    await settled()
    expect(lastEdit()).toEqual({ edit: 'fitRangeToWarp', warp: 3 })
  })

  it('stays where it is when the drag is ended', async () => {
    hands.grab(event(50, upper), lane)
    hands.move(event(60, upper), lane)
    await settled()
    expect(hands.isDragging()).toBe(true)
    await hands.cancel()
    expect(hands.isDragging()).toBe(false)
    expect(FakeLine.last.edits).toEqual([])
  })

  it('is put where a double click is, unless one is there', async () => {
    hands.insert(event(30, 30) as unknown as MouseEvent, lane)
    await settled()
    expect(lastEdit()).toEqual({ edit: 'insertKeys', frame: 30, channels: [{ object: 'warp 3', channel: 'warp' }] })
    const { length } = FakeLine.last.edits
    hands.insert(event(50, upper) as unknown as MouseEvent, lane)
    await settled()
    expect(FakeLine.last.edits.length).toBe(length)
  })

  it('is not taken between the rails', () => {
    hands.grab(event(50, lane.height / 2), lane)
    expect(hands.isDragging()).toBe(false)
  })
})
