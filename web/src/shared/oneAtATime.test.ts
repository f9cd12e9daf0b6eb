import { expect, test } from 'vitest'
import { oneAtATime } from './oneAtATime'

test('what is asked for while it is done is done once more, and no more than that', async () => {
  const ends: (() => void)[] = []
  const ask = oneAtATime(() => new Promise<void>((end) => ends.push(end)))
  const all = [ask(), ask(), ask(), ask()]
  expect(ends.length).toBe(1)
  ends[0]!()
  await all[0]
  await Promise.resolve()
  expect(ends.length).toBe(2)
  ends[1]!()
  await Promise.all(all)
  expect(ends.length).toBe(2)
  void ask()
  expect(ends.length).toBe(3)
})

test('one that fails does not stop the next', async () => {
  let times = 0
  const ask = oneAtATime(() => (times++ ? Promise.resolve() : Promise.reject(new Error('no'))))
  const first = ask()
  const second = ask()
  await expect(first).rejects.toThrow('no')
  await second
  expect(times).toBe(2)
})
