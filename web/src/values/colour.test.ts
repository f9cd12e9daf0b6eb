import { Color } from 'three'
import { describe, expect, it } from 'vitest'
import { hexOf, linearOf, readHex } from './colour'

describe('colours', () => {
  it.each(['#000000', '#ffffff', '#d95f4c', '#010203', '#7f8081'])('%s comes back', (hex) =>
    expect(hexOf(linearOf(hex))).toBe(hex),
  )

  it('are read as people type them', () => {
    expect(['#D95F4C', ' d95f4c ', '#f60', 'f60'].map(readHex)).toEqual(['#d95f4c', '#d95f4c', '#ff6600', '#ff6600'])
    expect(['', '#', 'red', '#12345', '#gggggg', '12'].map(readHex)).toEqual([null, null, null, null, null, null])
  })

  it('agree with three.js', () => {
    const { r, g, b } = new Color('#d95f4c')
    linearOf('#d95f4c').forEach((part, i) => expect(part).toBeCloseTo([r, g, b][i]!, 4))
  })
})
