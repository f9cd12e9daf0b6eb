import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Edit } from '../api/http'
import { useClashes } from './clashes'
import { channelOf, FakeLine } from './fakeLine.fixture'
import { useNotices } from './notices'
import { useScene } from './sceneStore'

vi.mock('../api/live', async () => ({ LiveLine: (await import('./fakeLine.fixture')).FakeLine }))
vi.mock('./catalogue', () => ({
  loadCatalogue: async () => {},
  channelsOf: () => [{ name: 'move.x' }],
  specOf: () => undefined,
}))

let scene: ReturnType<typeof useScene>
const line = () => FakeLine.last
const times = () => [...scene.model.objects.get(1)!.channels.get('move.x')!.keys.times]
const rename = (name: string): Edit => ({ edit: 'renameScene', name })
const settled = () => new Promise((done) => setTimeout(done))

beforeEach(async () => {
  setActivePinia(createPinia())
  scene = useScene()
  await scene.open(1)
})

describe('the open scene', () => {
  it('is what the server said of it', () => {
    expect(scene.settings.name).toBe('Harbour')
    expect(times()).toEqual([10, 20])
    expect([scene.canUndo, scene.canRedo]).toEqual([false, false])
  })

  it('takes changes in their order, and fetches everything anew where one was missed', async () => {
    line().change({ channels: [channelOf(1, 'move.x', 10, 30)] })
    expect(times()).toEqual([10, 30])
    expect(scene.canUndo).toBe(true)
    expect(scene.undoTitle).toBe('Change 1')
    const { opened } = line()
    line().change({}, 5)
    await settled()
    expect(line().opened).toBe(opened + 1)
    expect(scene.revision).toBe(5)
  })

  it('makes edits one after the other, each on the revision that the last one made', async () => {
    await Promise.all([scene.edit(rename('Bay')), scene.edit(rename('Quay')), scene.undo()])
    expect(line().edits.map(({ revision }) => revision)).toEqual([0, 1, 2])
  })

  it('shows why an edit was refused, and goes on', async () => {
    line().answer = (edit) => ('name' in edit && edit.name === '' ? new Error('the name is empty') : {})
    expect(await scene.edit(rename(''))).toBeNull()
    expect(useNotices().shown[0]!.text).toBe('the name is empty')
    expect(await scene.edit(rename('Bay'))).not.toBeNull()
  })

  it('refuses to undo what is not there', async () => {
    expect(await scene.undo()).toBeNull()
    expect(useNotices().shown[0]!.text).toContain('nothing left')
    expect(line().edits).toEqual([])
  })
})

describe('where keys would meet', () => {
  const move: Edit = { edit: 'moveKeys', keys: [], frames: 10, meet: 'stop' }

  it('asks, and sends the edit again with the answer', async () => {
    const clash = { count: 1, frame: 20 }
    line().answer = (edit) => ('meet' in edit && edit.meet === 'replace' ? { channels: [] } : { clash })
    const kept = scene.edit(move)
    await settled()
    expect(useClashes().asked!.clash).toEqual({ count: 1, frame: 20 })
    useClashes().asked!.answer('replace')
    expect(await kept).not.toBeNull()
    expect(line().edits.map(({ edit }) => 'meet' in edit && edit.meet)).toEqual(['stop', 'replace'])
  })

  it('does nothing where it is called off', async () => {
    line().answer = () => ({ clash: { count: 2, frame: 20 } })
    const kept = scene.edit(move)
    await settled()
    useClashes().asked!.answer('stop')
    expect(await kept).toBeNull()
    expect(scene.revision).toBe(0)
  })
})

describe('while the hand drags', () => {
  it('one try is on its way at a time, and only the newest follows', async () => {
    let answer: (given: object) => void = () => {}
    line().answerTry = () => new Promise((done) => (answer = done))
    for (const name of ['a', 'b', 'c', 'd']) scene.tryEdit(rename(name))
    await settled()
    answer({})
    await settled()
    answer({})
    await settled()
    expect(line().tries.map((edit) => 'name' in edit && edit.name)).toEqual(['a', 'd'])
  })

  it('shows what a try would give, and what is kept again when it is dropped', async () => {
    line().answerTry = async () => ({ channels: [channelOf(1, 'move.x', 10, 55)] })
    scene.tryEdit(rename('a'))
    await settled()
    expect(times()).toEqual([10, 55])
    await scene.dropTry()
    expect(times()).toEqual([10, 20])
    expect(scene.revision).toBe(0)
  })

  it('a try that cannot be done shows nothing and says nothing', async () => {
    line().answerTry = async () => {
      throw new Error('no')
    }
    scene.tryEdit(rename('a'))
    await settled()
    expect(times()).toEqual([10, 20])
    expect(useNotices().shown).toEqual([])
  })
})
