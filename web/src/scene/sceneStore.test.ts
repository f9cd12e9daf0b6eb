import { createPinia, setActivePinia } from 'pinia'
import { watch } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Edit } from '../api/http'
import { channelOf, FakeLine, LineBroken, objectOf, rowsOf, settingsOf } from './fakeLine.fixture'
import { useNotices } from './notices'
import { useQuestions } from './questions'
import { useScene } from './sceneStore'

vi.mock('../api/live', async () => {
  const { FakeLine: LiveLine, LineBroken } = await import('./fakeLine.fixture')
  return { LiveLine, LineBroken }
})
vi.mock('./catalogue', () => ({
  loadCatalogue: async () => {},
  channelsOf: () => [{ name: 'position.x' }],
  specOf: () => undefined,
  namedInParts: () => new Map(),
}))

let scene: ReturnType<typeof useScene>
const line = () => FakeLine.last
const times = () => [...scene.model.objects.get(1)!.channels.get('position.x')!.keys.times]
const rename = (name: string): Edit => ({ edit: 'renameScene', name })
const asked = () => useQuestions().waiting[0]!
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
    line().change({ channels: [channelOf(1, 'position.x', 10, 30)] })
    expect(times()).toEqual([10, 30])
    expect(scene.canUndo).toBe(true)
    expect(scene.undoTitle).toBe('Change 1')
    const { opened } = line()
    line().change({}, 5)
    await settled()
    expect(line().opened).toBe(opened + 1)
    expect(scene.revision).toBe(5)
  })

  it('shows a scene whose keys are still on their way, and where it comes anew keeps the one of before until all is here', async () => {
    const seen: [boolean, number | undefined][] = []
    const look = () => seen.push([scene.arriving, scene.model.objects.get(1)?.channels.size])
    const keys = rowsOf({ channels: [channelOf(1, 'position.x', 10, 20)] })
    Object.assign(line(), {
      rows: rowsOf({ settings: settingsOf(), objects: [objectOf(1, 'Ferry')] }),
      more: [keys, rowsOf({})],
    })
    watch([() => scene.arriving, () => scene.rowsVersion], look, { flush: 'sync' })
    await scene.open(1)
    expect(seen[0]).toEqual([true, 1])
    expect(seen).toContainEqual([true, 0])
    expect(seen.at(-1)).toEqual([false, 1])
    seen.length = 0
    line().change({}, 5)
    await settled()
    expect(line().opened).toBe(3)
    expect(new Set(seen.map(([, channels]) => channels))).toEqual(new Set([1]))
    expect(times()).toEqual([10, 20])
  })

  it('makes edits one after the other, each on the revision that the last one made', async () => {
    await Promise.all([scene.edit(rename('Bay')), scene.edit(rename('Quay')), scene.undo()])
    expect(line().edits.map(({ revision }) => revision)).toEqual([0, 1, 2])
  })

  it('shows why an edit was refused, and goes on', async () => {
    line().answer = (edit) => ('name' in edit && edit.name === '' ? new Error('the name is empty') : {})
    expect(await scene.edit(rename(''))).toBeNull()
    expect(useNotices().shown[0]!.text).toBe('The name is empty')
    expect(await scene.edit(rename('Bay'))).not.toBeNull()
  })
})

describe('where keys would meet', () => {
  const move: Edit = { edit: 'moveKeys', keys: [], frames: 10, meet: 'stop' }

  it('asks, and sends the edit again with the answer', async () => {
    const clash = { count: 1, frame: 20 }
    line().answer = (edit) => ('meet' in edit && edit.meet === 'replace' ? { channels: [] } : { clash })
    const kept = scene.edit(move)
    await settled()
    expect(asked().question.text).toContain('at frame 20')
    asked().answer('replace')
    expect(await kept).not.toBeNull()
    expect(line().edits.map(({ edit }) => 'meet' in edit && edit.meet)).toEqual(['stop', 'replace'])
  })

  it('does nothing where it is called off', async () => {
    line().answer = () => ({ clash: { count: 2, frame: 20 } })
    const kept = scene.edit(move)
    await settled()
    asked().answer('stop')
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
    line().answerTry = async () => ({ channels: [channelOf(1, 'position.x', 10, 55)] })
    scene.tryEdit(rename('a'))
    await settled()
    expect(times()).toEqual([10, 55])
    await scene.dropTry()
    expect(times()).toEqual([10, 20])
    expect(scene.revision).toBe(0)
    // The difference has been fetched, not the scene.
    expect([line().dropped, line().opened]).toEqual([1, 1])
  })

  it('is tried again on top of what somebody else did meanwhile', async () => {
    line().answerTry = async () => ({ channels: [channelOf(1, 'position.x', 10, 55)] })
    scene.tryEdit(rename('a'))
    await settled()
    line().change({ channels: [channelOf(1, 'position.x', 10, 20)] }, 1, { window: 'other' })
    await settled()
    expect(line().tries).toHaveLength(2)
    expect(times()).toEqual([10, 55])
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

describe('where somebody else changed the same', () => {
  const set: Edit = { edit: 'setValues', values: [{ object: 1, channel: 'position.x', value: 4 }] }
  const taken = { name: 'Mia', title: 'Set Ferry Position X' }

  it('asks whose is to stay, and makes it all the same where it is one’s own', async () => {
    line().answer = () => (line().edits.length === 1 ? { taken } : { objects: [] })
    const kept = scene.edit(set)
    await settled()
    expect(asked().question.text).toContain('Mia changed the same')
    asked().answer('mine')
    expect(await kept).not.toBeNull()
    expect(line().edits).toHaveLength(2)
  })

  it('tells at once what happens to what a hand holds, and makes the edit on what was seen then', async () => {
    line().answerTry = async () => ({ channels: [channelOf(1, 'position.x', 10, 55)] })
    scene.tryEdit(set)
    await settled()
    line().change({ channels: [channelOf(1, 'position.x', 10, 70)] }, 1, {
      window: 'other',
      name: 'Mia',
      title: 'Move 1 key',
    })
    expect(useNotices().shown[0]!.text).toContain('Mia changed what you hold: Move 1 key')
    await scene.keepTry(set)
    expect(line().edits.map(({ revision }) => revision)).toEqual([0])
  })

  it('says nothing of what is elsewhere, and the edit is made on the newest', async () => {
    scene.hold(['1|position.x'])
    line().change({ channels: [channelOf(1, 'position.y', 10)] }, 1, { window: 'other' })
    expect(useNotices().shown).toEqual([])
    await scene.edit(set)
    expect(line().edits.map(({ revision }) => revision)).toEqual([1])
  })

  it('asks before an undo takes others’ changes along', async () => {
    line().touches = { position: 3, title: 'Key Ferry', later: [{ title: 'Move 1 key', window: null, name: 'Mia' }] }
    const undone = scene.undo()
    await settled()
    expect(asked().question.text).toContain('“Move 1 key” by Mia')
    asked().answer('all')
    expect(await undone).not.toBeNull()
    expect(line().edits.at(-1)!.edit).toEqual({ position: 3 })
  })
})

describe('while the server is away', () => {
  it('edits wait here, and are made in their order when it is back', async () => {
    line().break()
    const kept = [scene.edit(rename('Bay')), scene.edit(rename('Quay'))]
    await settled()
    expect([scene.lineState, scene.waiting]).toEqual(['away', 2])
    await line().mend()
    expect((await Promise.all(kept)).every(Boolean)).toBe(true)
    expect(line().edits.map(({ edit, revision }) => ['name' in edit && edit.name, revision])).toEqual([
      ['Bay', 0],
      ['Quay', 1],
    ])
    expect([scene.lineState, scene.waiting]).toEqual(['standing', 0])
  })

  it('one that the line broke under is sent again with the same mark', async () => {
    const marks: string[] = []
    const { edit } = line()
    line().edit = async (...args) => {
      marks.push(args[3])
      if (marks.length > 1) return edit(...args)
      line().break()
      throw new LineBroken()
    }
    const kept = scene.edit(rename('Bay'))
    await settled()
    await line().mend()
    expect(await kept).not.toBeNull()
    expect(marks).toEqual([marks[0], marks[0]])
  })

  it('undo takes back what has not been sent, and after that waits', async () => {
    line().break()
    const kept = [scene.edit(rename('Bay')), scene.edit(rename('Quay'))]
    await settled()
    await scene.undo()
    await scene.undo()
    expect(scene.waiting).toBe(0)
    const undone = scene.undo()
    expect(useNotices().shown.at(-1)!.text).toContain('Undo waits')
    expect(scene.waiting).toBe(1)
    await line().mend()
    expect(await Promise.all(kept)).toEqual([null, null])
    expect(await undone).not.toBeNull()
    expect(scene.waiting).toBe(0)
    expect(line().edits.map(({ edit }) => edit.edit)).toEqual(['undo'])
  })

  it('what waits when the scene is left is not made, and does not hold up the next scene', async () => {
    line().break()
    const kept = [scene.undo(), scene.edit(rename('Bay'))]
    await settled()
    await scene.close()
    expect(await Promise.all(kept)).toEqual([null, null])
    expect(scene.waiting).toBe(0)
    // Here nothing keeps it: that is said.
    await settled()
    expect(useNotices().shown.at(-1)!.text).toBe('This browser keeps nothing, so this was not made: rename scene.')
    line().broken = false
    await scene.open(2)
    expect(await scene.edit(rename('Quay'))).not.toBeNull()
    expect(line().edits.map(({ edit }) => 'name' in edit && edit.name)).toEqual(['Quay'])
  })

  it('what is refused when it is back is told by name, and the others are made', async () => {
    line().answer = (edit) => ('name' in edit && edit.name === '' ? new Error('the name is empty') : { objects: [] })
    line().break()
    const kept = [scene.edit(rename('')), scene.edit(rename('Quay'))]
    await line().mend()
    expect(await kept[0]).toBeNull()
    expect(await kept[1]).not.toBeNull()
    expect(useNotices().shown.map(({ text }) => text)).toContain('Not made (rename scene): The name is empty')
  })

  it('one refused does not hold up the next', async () => {
    line().answer = (edit) =>
      'name' in edit && edit.name === 'Bay' ? { trouble: 'The disk is full.' } : { objects: [] }
    expect(await scene.edit(rename('Bay'))).toBeNull()
    expect(scene.trouble).toBe('The disk is full.')
    expect(await scene.edit(rename('Quay'))).not.toBeNull()
    expect(scene.trouble).toBe('')
  })
})
