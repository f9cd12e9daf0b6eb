import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useSelection } from './selection'
import { useClashes } from './clashes'
import { useQuestions } from './questions'

const x = (...times: number[]) => ({ object: 1, channel: 'position.x', times })
const y = (...times: number[]) => ({ object: 2, channel: 'position.y', times })

beforeEach(() => setActivePinia(createPinia()))

describe('the selection of keys', () => {
  it('is only what is asked for, or added to, or taken out of', () => {
    const selection = useSelection()
    selection.selectKeys([x(1, 2)])
    selection.selectKeys([y(5)], 'add')
    expect(selection.keyCount).toBe(3)
    selection.selectKeys([x(2)], 'toggle')
    expect(selection.keySets()).toEqual([x(1), y(5)])
    selection.selectKeys([x(1)], 'toggle')
    expect(selection.keySets()).toEqual([y(5)])
    selection.selectKeys([x(9)])
    expect(selection.keySets()).toEqual([x(9)])
    selection.clearKeys()
    expect(selection.keyCount).toBe(0)
  })

  it('toggles several at once: all are selected first, and taken out only then', () => {
    const selection = useSelection()
    selection.selectKeys([x(1)])
    selection.selectKeys([x(1, 2)], 'toggle')
    expect(selection.keySets()).toEqual([x(1, 2)])
    selection.selectKeys([x(1, 2)], 'toggle')
    expect(selection.keySets()).toEqual([])
  })

  it('knows what is selected, and lets go of what is not there any more', () => {
    const selection = useSelection()
    selection.selectKeys([x(1, 2, 3), y(4)])
    expect(selection.areSelected([x(1, 3), y(4)])).toBe(true)
    expect(selection.areSelected([x(1, 9)])).toBe(false)
    expect(selection.areSelected([{ object: 3, channel: 'position.x', times: [1] }])).toBe(false)
    selection.keepOnly((object, _, time) => object === 1 && time > 1)
    expect(selection.keySets()).toEqual([x(2, 3)])
  })
})

describe('the selection of objects', () => {
  it('adds and takes out, and the last one selected is the first to be shown', () => {
    const selection = useSelection()
    selection.select([4])
    selection.select([7], true)
    expect(selection.first).toBe(7)
    selection.select([7], true)
    expect([...selection.objects]).toEqual([4])
    selection.select([])
    expect(selection.first).toBe(null)
  })
})

describe('a clash', () => {
  it('is asked about until there is an answer', async () => {
    const questions = useQuestions()
    const answer = useClashes().ask({ count: 2, frame: 20 })
    expect(questions.waiting[0]!.question.text).toContain('2 keys')
    questions.waiting[0]!.answer('keepBoth')
    expect(await answer).toBe('keepBoth')
    expect(questions.waiting).toEqual([])
  })
})
