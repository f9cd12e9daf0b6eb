import { Color } from 'three'
import { describe, expect, it } from 'vitest'
import { hexOf, linearOf } from './colour'

describe('colours', () => {
  it.each(['#000000', '#ffffff', '#d95f4c', '#010203', '#7f8081'])('%s comes back', (hex) =>
    expect(hexOf(linearOf(hex))).toBe(hex),
  )

  it('agree with three.js', () => {
    const { r, g, b } = new Color('#d95f4c')
    linearOf('#d95f4c').forEach((part, i) => expect(part).toBeCloseTo([r, g, b][i]!, 4))
  })
})
