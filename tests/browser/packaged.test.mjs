import { after, before, test } from 'node:test'
import assert from 'node:assert/strict'
import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { browse, home, open } from './harness.mjs'

/** The folder that is made to be put somewhere else: it runs by itself, from anywhere, and says what it is. */
const room = mkdtempSync(join(tmpdir(), 'zesty-packaged-'))
const folder = join(room, 'reel')
const version = execFileSync(join(home, 'zesty'), ['--version'], { encoding: 'utf8' }).trim()
let running, address, driven
before(async () => {
  execFileSync(join(home, 'zesty'), ['package', folder], { stdio: ['ignore', 'pipe', 'pipe'] })
  running = spawn(
    join(folder, 'zesty-reel'),
    ['demo', '--port', '0', '--tracking', '0', '--data', join(room, 'data')],
    {
      cwd: '/',
      // Neither Node.js nor the SDK's own settings.
      env: { PATH: process.env.PATH, HOME: room },
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  )
  const line = await new Promise((resolve, reject) => {
    createInterface({ input: running.stdout }).once('line', resolve)
    running.once('exit', (code) => reject(new Error(`it ended with ${code}`)))
  })
  address = new URL(line.split(' ').at(-1)).origin
  driven = await browse()
})
after(async () => {
  await driven?.browser.close()
  running?.kill('SIGKILL')
  rmSync(room, { recursive: true, force: true })
})

test('it is started from anywhere, with the demo, and draws it', async () => {
  const page = await open(driven.context, address)
  const card = page.locator('.card').filter({ hasText: 'Lantern Bay' })
  await card.locator('img').waitFor()
  await page.getByText(`Zesty Reel ${version}`, { exact: true }).waitFor()
  const health = await (await fetch(`${address}/api/health`)).json()
  assert.equal(health.version, version)
  await page.close()
})

test('it says of all that it ships with whose it is, and under which licence', async () => {
  const page = await open(driven.context, address)
  const opening = page.waitForEvent('popup')
  await page.getByRole('link', { name: 'Licences' }).click()
  const text = await (await opening).locator('body').innerText()
  const { libraries } = JSON.parse(readFileSync(join(folder, 'app', 'ZestyReel.Server.deps.json'), 'utf8'))
  const shipped = Object.entries(libraries)
    .filter(([, library]) => library.type === 'package')
    .map(([name]) => name.replace('/', ' '))
  const web = JSON.parse(readFileSync(join(home, 'web', 'package.json'), 'utf8'))
  for (const name of [...shipped, ...Object.keys(web.dependencies)])
    assert.match(text, new RegExp(`^${name.replaceAll('.', '\\.')} .*\\S`, 'm'), name)
  // The fonts' own licence stands there in full.
  assert.match(text, /SIL OPEN FONT LICENSE Version 1\.1/)
  await page.close()
})

test('what is in the way is not replaced, and what is for other systems stays out', () => {
  assert.throws(() => execFileSync(join(home, 'zesty'), ['package', room], { stdio: 'pipe' }), /is no package/)
  assert.ok(existsSync(join(room, 'reel', 'zesty-reel.service')))
  assert.ok(existsSync(join(folder, 'app', 'runtimes', 'linux-x64')))
  assert.ok(!existsSync(join(folder, 'app', 'runtimes', 'win-x64')))
})
