import { describe, expect, it } from 'vitest'
import { firstOffset, numbered } from './backdropFiles'

const file = (name: string, size = 1) => ({ name, size }) as File
const names = (files: File[]) => numbered(files).map(({ name, number }) => [name, number])

describe('files of a background picture', () => {
  it('is one picture, whatever its name says', () =>
    expect(names([file('plan 2026.PNG')])).toEqual([['plan 2026.PNG', 0]]))

  it('puts a sequence in the order of its numbers, not of its letters', () =>
    expect(names([file('plate.10.jpg'), file('plate.9.jpg'), file('plate.0008.JPG')])).toEqual([
      ['plate.0008.JPG', 8],
      ['plate.9.jpg', 9],
      ['plate.10.jpg', 10],
    ]))

  it.each([
    [['a.png', 'b.png'], /a\.png is not of one sequence with b\.png/],
    [['a1.png', 'a2.jpg'], /not of one sequence/],
    [['a1.png', 'b2.png'], /not of one sequence/],
    [['a1.png', 'a01.png'], /number 1 is there twice/],
    [['a1.png', 'a99999999.png'], /above 10,000,000/],
    [['a1.gif'], /a1\.gif is no picture/],
  ])('says why %s are none', (those, why) => expect(() => numbered(those.map((name) => file(name)))).toThrow(why))

  it('is bounded', () => {
    expect(() => numbered(Array.from({ length: 2001 }, (_, i) => file(`a${i}.png`)))).toThrow(/2000 pictures/)
    expect(() => numbered([file('a.png', 64_000_001)])).toThrow(/larger than 64 MB/)
    expect(names([file(`${'x'.repeat(100)}.png`)])[0]![0]).toHaveLength(80)
    expect(names([file('<b>/x.png')])[0]![0]).toBe('_b__x.png')
  })

  it('begins with the scene where none of it would be seen', () => {
    const of = (...numbers: number[]) => numbers.map((number) => ({ number }))
    expect(firstOffset(of(1001, 1048), [1, 120])).toBe(-1000)
    expect(firstOffset(of(1, 48), [1, 120])).toBe(0)
    expect(firstOffset(of(100, 148), [1, 120])).toBe(0)
    expect(firstOffset(of(0), [101, 120])).toBe(0)
    // In the place of another one.
    expect(firstOffset(of(1001, 1020), [1, 120], -990)).toBe(-990)
    expect(firstOffset(of(1, 2), [1, 120], -1000)).toBe(0)
    expect(firstOffset(of(501, 502), [1, 120], -1000)).toBe(-500)
    expect(firstOffset(of(7), [1, 120], -1000)).toBe(-1000)
  })
})
