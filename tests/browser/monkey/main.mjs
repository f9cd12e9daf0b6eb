import { parseArgs } from 'node:util'
import { Monkey } from './rounds.mjs'

// ./zesty monkey [minutes] [--seed n]: rounds of random gestures; a failure prints its seed and the fewest gestures that still fail.
const { values, positionals } = parseArgs({
  options: { seed: { type: 'string' }, gestures: { type: 'string', default: '25' } },
  allowPositionals: true,
})
const minutes = Number(positionals[0] ?? 5)
const first = Number(values.seed ?? Math.floor(Math.random() * 1e6))
const count = Number(values.gestures)
if (![minutes, first, count].every((number) => Number.isFinite(number) && number >= 0)) {
  console.error('Give minutes, and --seed and --gestures as numbers.')
  process.exit(2)
}
const end = Date.now() + minutes * 60_000
const monkey = await Monkey.start()
let failed = 0
let rounds = 0
for (let seed = first; Date.now() < end; seed++, rounds++) {
  const gestures = monkey.gestures(seed, count)
  const wrong = await monkey.round(gestures)
  if (wrong.length === 0) continue
  failed++
  console.log(`seed ${seed} fails:\n  ${wrong.slice(0, 5).join('\n  ')}`)
  const few = await monkey.shortest(gestures, Math.min(Date.now() + 150_000, end + 60_000))
  console.log(`${few.length} gestures still do:`)
  for (const each of few) console.log(`  ${JSON.stringify(each)}`)
}
console.log(`${rounds} rounds of ${count} gestures from seed ${first}, ${failed} failed`)
await monkey.stop()
process.exit(failed ? 1 : 0)
