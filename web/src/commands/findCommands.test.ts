import { expect, test } from 'vitest'
import { findCommands } from './findCommands'

const commands = [
  { group: 'Time flow', title: 'Show keys where they are played, or in source', run: () => {} },
  { group: 'Help', title: 'Show me: time flow', run: () => {} },
  { group: 'Desk', title: 'Show all frames', run: () => {} },
]
const titles = (text: string) => findCommands(commands, text).map(({ title }) => title)

test('what begins as it was typed comes first, and all words have to be there', () => {
  expect(titles('show me time')).toEqual(['Show me: time flow', 'Show keys where they are played, or in source'])
  expect(titles('all show')).toEqual(['Show all frames'])
  expect(titles('flow')[0]).toBe('Show me: time flow')
  expect(titles('nothing like it')).toEqual([])
  expect(titles('')).toEqual(commands.map(({ title }) => title))
})
