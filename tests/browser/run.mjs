import { readdirSync } from 'node:fs'
import { basename, join } from 'node:path'
import { finished } from 'node:stream/promises'
import { run } from 'node:test'
import { spec } from 'node:test/reporters'

// Runs the browser tests, file by file, each in a process of its own. The files in which something failed are run once more
// at the end: what fails both times fails; what does not is told by name, as something to look into.
const here = import.meta.dirname

/** No file takes as long; one that hangs fails, in milliseconds. */
const longest = 15 * 60_000

async function round(files) {
  const failed = new Map()
  const tests = run({ files, concurrency: 1, timeout: longest })
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
const first = await round(wanted.length ? wanted : all)
if (first.size) {
  console.log(`\nOnce more: ${[...first.keys()].map((file) => basename(file)).join(', ')}\n`)
  const second = await round([...first.keys()])
  for (const [file, names] of first) {
    const again = second.get(file) ?? []
    for (const name of names)
      if (!again.includes(name)) console.log(`UNSURE: failed once, passed once: ${basename(file)}: ${name}`)
  }
  if (second.size) process.exitCode = 1
}
