import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FakeLine } from '../scene/fakeLine.fixture'
import { SampleBook } from '../scene/samples'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useAutoKey } from './autoKey'
import { usePending } from './pending'

vi.mock('../api/live', async () => {
  const { FakeLine: LiveLine, LineBroken } = await import('../scene/fakeLine.fixture')
  return { LiveLine, LineBroken }
})
vi.mock('../scene/catalogue', () => ({
  loadCatalogue: async () => {},
  channelsOf: () => [{ name: 'position.x' }, { name: 'position.y' }],
  specOf: () => undefined,
  namedInParts: () => new Map(),
}))

/** What is seen of a boat whose x is keyed and whose y stands still. */
const seen = 5
let scene: ReturnType<typeof useScene>
let pending: ReturnType<typeof usePending>
const at = (channel: string, value: number) => ({ object: 1, channel, value })
const sent = () => FakeLine.last.edits.map(({ edit }) => edit)

beforeEach(async () => {
  setActivePinia(createPinia())
  scene = useScene()
  await scene.open(1)
  usePlayhead().goTo(12)
  pending = usePending()
  useAutoKey().isOn = false
  vi.spyOn(SampleBook.prototype, 'isHere').mockReturnValue(true)
  vi.spyOn(SampleBook.prototype, 'value').mockImplementation(() => seen)
})
afterEach(() => vi.restoreAllMocks())

describe('what a hand changed on a frame', () => {
  it('waits for a key where the channel moves, and is an edit where it stands still', async () => {
    pending.hold([at('position.x', 7), at('position.y', 3)])
    await pending.finish()
    expect(pending.list()).toEqual([at('position.x', 7)])
    expect(sent()).toEqual([{ edit: 'setValues', values: [at('position.y', 3)], frame: 12 }])
  })

  it('waits for nothing where it is what is seen anyway', async () => {
    pending.hold([at('position.x', seen + 1e-7)])
    await pending.finish()
    expect([pending.count, pending.canTakeBack]).toEqual([0, false])
  })

  it('waits all the same while something is still to be made, which may change what is seen', async () => {
    let make = () => {}
    const made = new Promise<void>((go) => (make = go))
    const answer = FakeLine.last.edit
    FakeLine.last.edit = async (...asked) => made.then(() => answer(...asked))
    const other = scene.edit({ edit: 'renameScene', name: 'Bay' })
    expect(scene.waiting).toBe(1)
    pending.hold([at('position.x', seen)])
    await pending.finish()
    expect(pending.list()).toEqual([at('position.x', seen)])
    make()
    await other
    expect(pending.list()).toEqual([at('position.x', seen)])
  })

  it('is taken back change by change', async () => {
    for (const value of [7, 8]) {
      pending.hold([at('position.x', value)])
      await pending.finish()
    }
    expect([pending.takeBack(), pending.list()]).toEqual([true, [at('position.x', 7)]])
    expect([pending.takeBack(), pending.count, pending.canTakeBack]).toEqual([true, 0, false])
  })

  it('is what it was before where the hand gives up', () => {
    pending.hold([at('position.x', 7)])
    pending.cancel()
    expect(pending.count).toBe(0)
  })
})
