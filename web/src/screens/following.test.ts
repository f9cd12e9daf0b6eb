import { expect, test } from 'vitest'
import type { ShownMessage } from '../api/messages'
import { useFollowing } from './following'

const cast = { scene: null, reels: null }
const from = (desk: number, name: string | null = null, isSelf = false): ShownMessage => ({ desk, name, isSelf, cast })

test('the one that moved last is followed, but one that moves keeps the screen', () => {
  const { shown, take } = useFollowing(() => '')
  take(from(1), 0)
  expect(shown.value?.desk).toBe(1)
  take(from(2), 1000)
  expect(shown.value?.desk).toBe(1)
  take(from(2), 3500)
  expect(shown.value?.desk).toBe(2)
})

test('one’s own desk comes before those of others, and comes back when it shows something', () => {
  const { shown, take, leave } = useFollowing(() => '')
  take(from(1), 0)
  take(from(2, 'Ada', true), 10)
  expect(shown.value?.desk).toBe(2)
  take(from(1), 60_000)
  expect(shown.value?.desk).toBe(2)
  leave(2)
  expect(shown.value?.desk).toBe(1)
  take(from(3, 'Ada', true), 60_001)
  expect(shown.value?.desk).toBe(3)
})

test('held to a person, it follows nobody else', () => {
  const { shown, take, leave } = useFollowing(() => 'Ada')
  take(from(1, 'Ben', true), 0)
  expect(shown.value).toBe(null)
  take(from(2, 'Ada'), 10)
  take(from(1, 'Ben', true), 60_000)
  expect(shown.value?.desk).toBe(2)
  leave(2)
  expect(shown.value).toBe(null)
})

test('what the desk shows now is what is shown', () => {
  const { shown, take, forget } = useFollowing(() => '')
  take(from(1), 0)
  const later = from(1)
  take(later, 5)
  expect(shown.value).toBe(later)
  forget()
  expect(shown.value).toBe(null)
})
