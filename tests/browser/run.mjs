import { readdirSync } from 'node:fs'
import { basename, join } from 'node:path'
import { finished } from 'node:stream/promises'
import { run } from 'node:test'
import { spec } from 'node:test/reporters'

// Runs the browser tests, each file in a process of its own: those that measure against a clock by themselves, the others two
// at a time. The files in which something failed are run once more at the end, by themselves: what fails both times fails;
// what does not is told by name, as something to look into.
const here = import.meta.dirname

/** No file takes as long; one that hangs fails, in milliseconds. */
const longest = 15 * 60_000

/** What plays, records or is heard in real time: these have the machine to themselves. */
const clocked = ['pitch', 'record', 'reelSound', 'rolling', 'screen', 'sounds', 'stage', 'time', 'tracked']
const isClocked = (file) => clocked.includes(basename(file, '.test.mjs'))

/** How long each file took, in milliseconds. */
const taken = new Map()

/** Runs `files`, `atOnce` at a time; the names of what failed in each of them. */
async function round(files, atOnce) {
  const failed = new Map()
  if (files.length === 0) return failed
  const tests = run({ files, concurrency: atOnce, timeout: longest })
  tests.on('test:complete', ({ name, file, details }) => {
    if (name === file) taken.set(file, details.duration_ms)
  })
  tests.on('test:fail', ({ name, file, details }) => {
    // A file fails along with its tests.
    if (details.error?.failureType === 'subtestsFailed') return
    // A file that takes too long is told by its name alone.
    const of = file ?? name
    failed.set(of, [...(failed.get(of) ?? []), name])
  })
  const told = tests.compose(spec)
  told.pipe(process.stdout, { end: false })
  await finished(told)
  return failed
}

const wanted = process.argv.slice(2).map((name) => join(here, basename(name)))
const all = readdirSync(here)
  .filter((name) => name.endsWith('.test.mjs'))
  .sort()
  .map((name) => join(here, name))
const files = wanted.length ? wanted : all
const first = await round(files.filter(isClocked), 1)
for (const [file, names] of await round(
  files.filter((file) => !isClocked(file)),
  2,
))
  first.set(file, names)
const slowest = [...taken].sort(([, a], [, b]) => b - a).slice(0, 12)
console.log(
  `\nSlowest: ${slowest.map(([file, ms]) => `${basename(file, '.test.mjs')} ${Math.round(ms / 1000)} s`).join(', ')}`,
)
if (first.size) {
  console.log(`\nOnce more: ${[...first.keys()].map((file) => basename(file)).join(', ')}\n`)
  const second = await round([...first.keys()], 1)
  for (const [file, names] of first) {
    const again = second.get(file) ?? []
    for (const name of names)
      if (!again.includes(name)) console.log(`UNSURE: failed once, passed once: ${basename(file)}: ${name}`)
  }
  if (second.size) process.exitCode = 1
}
