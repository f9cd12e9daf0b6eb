import { describe, expect, it } from 'vitest'
import { meansName, stemOf } from './naming'

describe('names that are meant', () => {
  const names = ['Lantern', 'Lantern 2', 'Harbour lantern', 'Quay']
  const meant = (text: string) => names.filter(meansName(text))

  it('have the text anywhere, in small or capital letters', () => {
    expect(meant('LANTERN')).toEqual(['Lantern', 'Lantern 2', 'Harbour lantern'])
    expect(meant('')).toEqual(names)
  })

  it('are as a pattern says, from end to end', () => {
    expect(meant('lan*')).toEqual(['Lantern', 'Lantern 2'])
    expect(meant('*lantern')).toEqual(['Lantern', 'Harbour lantern'])
    expect(meant('*a*r*n')).toEqual(['Lantern', 'Harbour lantern'])
    expect(meant('quay*quay')).toEqual([])
    expect(meant('*')).toEqual(names)
  })

  it('are not held up by a pattern of many parts', () => {
    expect(meansName('*a'.repeat(5000))('a'.repeat(4000))).toBe(false)
  })

  it('share what comes before their numbers', () => {
    expect(['Lamp 12', 'Lamp_3', 'Lamp', '7'].map(stemOf)).toEqual(['Lamp', 'Lamp', 'Lamp', '7'])
  })
})
