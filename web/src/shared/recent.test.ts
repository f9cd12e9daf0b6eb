import { expect, test } from 'vitest'
import { Recent } from './recent'

function kept(most: number) {
  const clock = { now: 0 }
  const gone: string[] = []
  return {
    clock,
    gone,
    recent: new Recent<number>(
      most,
      (key) => gone.push(key),
      () => clock.now,
    ),
  }
}

test('what is in use stays, however much it is', () => {
  const { clock, gone, recent } = kept(3)
  for (let picture = 0; picture < 20; picture++) {
    clock.now += 1000
    for (let i = 0; i < 10; i++) if (recent.get(`${i}`) === undefined) recent.set(`${i}`, i)
  }
  expect([recent.size, gone]).toEqual([10, []])
})

test('of the rest so many stay, those that were used last', () => {
  const { clock, gone, recent } = kept(3)
  for (let i = 0; i < 4; i++) {
    recent.set(`${i}`, i)
    clock.now += 100
  }
  expect(recent.get('0')).toBe(0)
  clock.now += 10_000
  recent.set('new', 9)
  // Five are there, three may be: the two that were used first go, and 0 has been used since.
  expect(gone).toEqual(['1', '2'])
  expect([recent.get('0'), recent.get('3'), recent.get('new')]).toEqual([0, 3, 9])
})

test('while nothing is used, nothing grows old', () => {
  const { clock, gone, recent } = kept(2)
  for (let i = 0; i < 5; i++) recent.set(`${i}`, i)
  clock.now += 60_000
  for (let i = 0; i < 5; i++) recent.get(`${i}`)
  recent.set('new', 9)
  expect(gone).toEqual([])
})
