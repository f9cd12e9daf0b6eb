import { describe, expect, it, vi } from 'vitest'
import { reasonOf } from './reasons'

vi.mock('./catalogue', () => ({
  deformerFullName: (deformer: string, channel: string) => (channel === 'amount' ? `${deformer} Amount` : undefined),
  namedInParts: () =>
    new Map([
      ['position.x', 'Position X'],
      ['follow.travel', 'Path Travel'],
    ]),
}))

describe('why something went wrong', () => {
  it('is a sentence, whose names keep their letters', () => {
    expect(reasonOf(new Error('another scene has this name already'))).toBe('Another scene has this name already')
    expect(reasonOf(new Error('ferry is locked'))).toBe('ferry is locked')
    expect(reasonOf('')).toBe('')
  })

  it('calls channels as the desk does', () => {
    expect(reasonOf("Ferry's position.x goes on")).toBe("Ferry's Position X goes on")
    expect(reasonOf('position.x has no keys, nor has follow.travel.')).toBe(
      'Position X has no keys, nor has Path Travel.',
    )
    expect(reasonOf('deform.Bend 1.amount and deform.Bend 1.weight of Mast')).toBe(
      'Bend 1 Amount and deform.Bend 1.weight of Mast',
    )
    // What is only like one, or a word of the language, stays.
    expect(reasonOf('the opacity of an.position.x and position.x.y')).toBe(
      'The opacity of an.position.x and position.x.y',
    )
  })
})
