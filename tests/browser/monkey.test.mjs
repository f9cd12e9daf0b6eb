import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Monkey } from './monkey/rounds.mjs'

// Random gestures on two pages of one scene, the same ones each time; ./zesty monkey does it for longer.
let monkey
before(async () => (monkey = await Monkey.start()))
after(() => monkey.stop())

for (const seed of [1, 2, 3])
  test(`whatever hands do, seed ${seed}`, async () =>
    assert.deepEqual(await monkey.round(monkey.gestures(seed, 25)), [], `./zesty monkey 1 --seed ${seed} tells more`))

test('the same seed gives the same gestures, and another seed others', () => {
  assert.deepEqual(monkey.gestures(7, 50), monkey.gestures(7, 50))
  assert.notDeepEqual(monkey.gestures(7, 50), monkey.gestures(8, 50))
})

test('what fails is cut down to the gestures that it takes', async () => {
  // Stands in for a round: it fails wherever both of two gestures are among them.
  const [first, second] = [{ kind: 'a' }, { kind: 'b' }]
  const cut = Object.assign(new Monkey(), {
    round: async (some) => (some.includes(first) && some.includes(second) ? ['wrong'] : []),
  })
  const many = monkey.gestures(1, 20)
  const few = await cut.shortest([...many.slice(0, 5), first, ...many.slice(5, 12), second], Infinity)
  assert.deepEqual(few, [first, second])
})
