import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Edit } from '../api/http'
import { useSelection } from '../scene/selection'
import { channelOf, FakeLine } from '../scene/fakeLine.fixture'
import { useScene } from '../scene/sceneStore'
import { useArranging } from './arranging'

vi.mock('../api/live', async () => {
  const { FakeLine: LiveLine, LineBroken } = await import('../scene/fakeLine.fixture')
  return { LiveLine, LineBroken }
})
vi.mock('../scene/catalogue', () => ({
  loadCatalogue: async () => {},
  channelsOf: () => [{ name: 'position.x' }],
  specOf: () => undefined,
  namedInParts: () => new Map(),
}))

let arranging: ReturnType<typeof useArranging>
let selection: ReturnType<typeof useSelection>
const line = () => FakeLine.last
const selected = () => selection.keySets().flatMap(({ times }) => times)
const settled = () => new Promise((done) => setTimeout(done))
const move = (frames: number): Edit => ({ edit: 'moveKeys', keys: selection.keySets(), frames })
/** The server moves what is selected. */
const movedBy = (edit: Edit) => {
  if (edit.edit !== 'moveKeys') return {}
  const moved = new Set(edit.keys.flatMap(({ times }) => times as number[]))
  const now = [...useScene().model.objects.get(1)!.channels.get('position.x')!.keys.times]
  const next = now.map((time) => (moved.has(time) ? time + edit.frames : time)).sort((a, b) => a - b)
  return { channels: [channelOf(1, 'position.x', ...next)] }
}

beforeEach(async () => {
  setActivePinia(createPinia())
  await useScene().open(1)
  selection = useSelection()
  arranging = useArranging()
  selection.selectKeys([{ object: 1, channel: 'position.x', times: [20] }])
})

describe('the choice', () => {
  it('goes with the keys while they are dragged, and stays on them when they are kept', async () => {
    line().answerTry = async (edit) => movedBy(edit)
    line().answer = movedBy
    arranging.tryOn({ edit: 'moveKeys', keys: selection.keySets(), frames: 7 })
    await settled()
    expect(selected()).toEqual([27])
    await arranging.make({ edit: 'moveKeys', keys: [{ object: 1, channel: 'position.x', times: [20] }], frames: 7 })
    expect(arranging.isUnderWay()).toBe(false)
  })

  it('is what it was when the drag is ended without doing anything', async () => {
    line().answerTry = async (edit) => movedBy(edit)
    arranging.tryOn(move(7))
    await settled()
    await arranging.cancel()
    expect(selected()).toEqual([20])
  })

  it('is what it was when the edit is refused', async () => {
    line().answer = () => new Error('locked')
    expect(await arranging.make(move(3))).toBeNull()
    expect(selected()).toEqual([20])
  })

  it('becomes the keys that an edit placed, where those are new', async () => {
    line().answer = () => ({ channels: [channelOf(1, 'position.x', 10, 20, 40, 50)] })
    await arranging.make({ edit: 'pasteKeys', copied: { channels: [] } }, [])
    expect(selected()).toEqual([40, 50])
  })
})

it('strokes that follow each other all find the keys where the last one has put them', async () => {
  line().answer = movedBy
  const strokes = [1, 1, 1].map((frames) => arranging.onSelected((keys) => ({ edit: 'moveKeys', keys, frames })))
  await Promise.all(strokes)
  expect(selected()).toEqual([23])
  expect(line().edits.map(({ edit }) => (edit as { keys: { times: number[] }[] }).keys[0]!.times)).toEqual([
    [20],
    [21],
    [22],
  ])
})

it('is given back by a step back, unless something else was selected since', async () => {
  const set = (...times: number[]) => [{ object: 1 as const, channel: 'position.x', times }]
  /** A step to a place in the history at which a channel has other keys. */
  const stepTo = (place: number, ...times: number[]) =>
    arranging.through(async () => {
      line().answer = () => ({ channels: [channelOf(1, 'position.x', ...times)] })
      const kept = await useScene().edit({ edit: 'renameObjects', objects: [1], put: 'x' })
      return kept && { ...kept, position: place }
    })
  selection.selectKeys(set(10, 20))
  line().answer = () => ({ channels: [channelOf(1, 'position.x', 20)] })
  const { position } = (await arranging.make({ edit: 'reduceKeys', keys: set(10, 20), tolerance: 1 }))!
  expect(selected()).toEqual([20])
  await stepTo(position - 1, 10, 20)
  expect(selected()).toEqual([10, 20])
  selection.selectKeys(set(10))
  await stepTo(position - 1, 10, 20)
  expect(selected()).toEqual([10])
})

it('does nothing where no key is selected', async () => {
  selection.clearKeys()
  expect(await arranging.onSelected((keys) => ({ edit: 'deleteKeys', keys }))).toBeNull()
  expect(line().edits).toEqual([])
})
