import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'

export const home = join(dirname(fileURLToPath(import.meta.url)), '..', '..')

export const print = (name, value, unit) => console.log(JSON.stringify({ name, value: Number(value.toFixed(3)), unit }))

/** The built application on a free port, with a folder of its own. */
export async function serve(command) {
  const folder = mkdtempSync(join(tmpdir(), 'zesty-bench-'))
  const child = spawn(join(home, 'zesty'), [command, '--no-build', '--port', '0', '--data', folder], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const line = await new Promise((resolve) => createInterface({ input: child.stdout }).once('line', resolve))
  return {
    address: line.split(' ').at(-1),
    stop() {
      child.kill()
      child.once('exit', () => rmSync(folder, { recursive: true, force: true }))
    },
  }
}
