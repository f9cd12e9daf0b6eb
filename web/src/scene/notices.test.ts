import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useNotices } from './notices'

beforeEach(() => setActivePinia(createPinia()))

describe('what went wrong', () => {
  it('is a sentence, whose names keep their letters', () => {
    const notices = useNotices()
    const told = (wrong: unknown) => {
      notices.problem(wrong)
      return notices.shown.at(-1)!.text
    }
    expect(told(new Error('another scene has this name already'))).toBe('Another scene has this name already')
    expect(told(new Error('ferry is locked'))).toBe('ferry is locked')
    expect(told('position.x has no keys')).toBe('position.x has no keys')
    expect(told(new Error(''))).toBe('')
  })
})
