import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useChoice } from './choice'
import { useClashes } from './clashes'
import { useQuestions } from './questions'

const x = (...times: number[]) => ({ object: 1, channel: 'move.x', times })
const y = (...times: number[]) => ({ object: 2, channel: 'move.y', times })

beforeEach(() => setActivePinia(createPinia()))

describe('the choice of keys', () => {
  it('is only what is asked for, or added to, or taken out of', () => {
    const choice = useChoice()
    choice.chooseKeys([x(1, 2)])
    choice.chooseKeys([y(5)], 'add')
    expect(choice.keyCount).toBe(3)
    choice.chooseKeys([x(2)], 'toggle')
    expect(choice.keySets()).toEqual([x(1), y(5)])
    choice.chooseKeys([x(1)], 'toggle')
    expect(choice.keySets()).toEqual([y(5)])
    choice.chooseKeys([x(9)])
    expect(choice.keySets()).toEqual([x(9)])
    choice.clearKeys()
    expect(choice.keyCount).toBe(0)
  })

  it('toggles several at once: all are chosen first, and taken out only then', () => {
    const choice = useChoice()
    choice.chooseKeys([x(1)])
    choice.chooseKeys([x(1, 2)], 'toggle')
    expect(choice.keySets()).toEqual([x(1, 2)])
    choice.chooseKeys([x(1, 2)], 'toggle')
    expect(choice.keySets()).toEqual([])
  })

  it('knows what is chosen, and lets go of what is not there any more', () => {
    const choice = useChoice()
    choice.chooseKeys([x(1, 2, 3), y(4)])
    expect(choice.areChosen([x(1, 3), y(4)])).toBe(true)
    expect(choice.areChosen([x(1, 9)])).toBe(false)
    expect(choice.areChosen([{ object: 3, channel: 'move.x', times: [1] }])).toBe(false)
    choice.keepOnly((object, _, time) => object === 1 && time > 1)
    expect(choice.keySets()).toEqual([x(2, 3)])
  })
})

describe('the choice of objects', () => {
  it('adds and takes out, and the last one chosen is the first to be shown', () => {
    const choice = useChoice()
    choice.choose([4])
    choice.choose([7], true)
    expect(choice.first).toBe(7)
    choice.choose([7], true)
    expect([...choice.objects]).toEqual([4])
    choice.choose([])
    expect(choice.first).toBe(null)
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
