import { expect, test } from 'vitest'
import { chosenWith, depthsOf, type IncomingObject } from './choosing'
import { comesIn, comesInAlone, readTogether } from './bringIn'

const object = (id: number, parent: number | null): IncomingObject => ({
  id,
  name: `Thing ${id}`,
  kind: 'group',
  parent,
  keys: 0,
  triangles: 0,
  tiedTo: [],
})
/** 1 above 2, which is above 3 and 4; and 5. */
const objects = [object(1, null), object(2, 1), object(3, 2), object(4, 2), object(5, null)]
const all = new Set([1, 2, 3, 4, 5])

test('depths are counted from the top', () => {
  expect([...depthsOf(objects).values()]).toEqual([0, 1, 2, 2, 0])
})

test('with an object goes all that hangs below it', () => {
  expect([...chosenWith(objects, all, 2, false)]).toEqual([1, 5])
  expect([...chosenWith(objects, all, 5, false)]).toEqual([1, 2, 3, 4])
})

test('with an object comes what it hangs below, and what hangs below it', () => {
  expect([...chosenWith(objects, new Set(), 4, true)].sort()).toEqual([1, 2, 4])
  expect([...chosenWith(objects, new Set(), 2, true)].sort()).toEqual([1, 2, 3, 4])
})

test('the first file that comes in is read with those that it may need', () => {
  const files = ['sea.png', 'deck.mtl', 'Deck.OBJ', 'other.glb', 'deck.bin'].map((name) => new File([], name))
  expect(readTogether(files).map(({ name }) => name)).toEqual(['Deck.OBJ', 'deck.mtl', 'deck.bin'])
  expect(readTogether([files[0]!])).toEqual([])
  expect(files.filter(comesIn).map(({ name }) => name)).toEqual(['Deck.OBJ', 'other.glb'])
  expect(comesIn(new File([], 'bay.zesty.json'))).toBe(true)
  expect(comesInAlone(new File([], 'bay.zesty'))).toBe(false)
  expect(comesInAlone(new File([], 'walk.bvh'))).toBe(true)
})
