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
  ])('%s is %d', (text, value) => expect(readSum(text, 10)).toBe(value))

  it.each([
    ['+=5', 15],
    ['-=5', 5],
    ['*=2', 20],
    ['/=4', 2.5],
    ['-=2*3', 4],
  ])('%s changes 10 to %d', (text, value) => expect(readSum(text, 10)).toBe(value))

  it.each(['', 'abc', '1+', '(1', '1)', '2 3 x', '1/0', '+=', 'alert(1)', '1..2'])('%s is no number', (text) =>
    expect(readSum(text, 10)).toBeNull(),
  )
})
