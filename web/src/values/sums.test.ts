import { describe, expect, it } from 'vitest'
import { readSum } from './sums'

describe('what is typed into a number field', () => {
  it.each([
    ['12*4', 48],
    ['(3+1)/2', 2],
    ['2+3*4-1', 13],
    ['-3', -3],
    ['--3', 3],
    ['1,5', 1.5],
    ['.5', 0.5],
    ['1e3', 1000],
    [' 45° ', 45],
    ['2×3−1', 5],
    ['50%', 0.5],
    ['200 %', 2],
    ['2x', 2],
    ['×1.5', 1.5],
  ])('%s is %d', (text, value) => expect(readSum(text, 10)).toBe(value))

  it.each([
    ['+=5', 15],
    ['-=5', 5],
    ['*=2', 20],
    ['/=4', 2.5],
    ['-=2*3', 4],
    ['*=50%', 5],
    ['+=2x', 12],
  ])('%s changes 10 to %d', (text, value) => expect(readSum(text, 10)).toBe(value))

  it('reads hundredths where that is what the field holds', () => expect(readSum('50%', 10, true)).toBe(50))

  it.each(['', 'abc', '1+', '(1', '1)', '2 3 y', '1/0', '+=', 'alert(1)', '1..2'])('%s is no number', (text) =>
    expect(readSum(text, 10)).toBeNull(),
  )
})
