// A device that sends 120 poses a second, recorded for 60 seconds: what of it is kept, and what that costs playing,
// beside playing the same scene without.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { browse, home, open, Server, setField, until } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'

const [rate, seconds] = [120, 60]
const server = await new Server('demo').start()
const [{ id }] = await server.get('/api/scenes')
const { browser, context } = await browse()
const page = await open(context, `${server.address}/scenes/${id}`)
await page.locator('.desk').waitFor()
await setField(page, "Scene's last frame", '2000')
await setField(page, "Work range's last frame", '2000')
await page.getByLabel('Find a lane').fill('Buoy')
await page.locator('.body .heads').getByRole('button', { name: 'Buoy', exact: true }).click()

/** Frames a second that were shown in the seconds since it began to play. */
async function shown(of) {
  await page.evaluate(() => (window.from = Number(document.querySelector('.stage').dataset.pictures)))
  const begun = performance.now()
  await new Promise((go) => setTimeout(go, of * 1000))
  const pictures = await page.evaluate(() => Number(document.querySelector('.stage').dataset.pictures) - window.from)
  const told = await page.locator('.stage-meter').innerText()
  const dropped = Number(/(\d+) dropped/.exec(told)?.[1])
  return { pictures: (pictures * 1000) / (performance.now() - begun), dropped, told }
}

await page.keyboard.press('Space')
const plain = await shown(20)
await page.keyboard.press('Space')

const { port } = await server.get('/api/tracking')
const options = [
  'tracker',
  '--no-build',
  '--port',
  String(port),
  '--rate',
  String(rate),
  '--lost',
  '0',
  '--late',
  '0',
  '--drop',
  '0',
]
const tracker = spawn(join(home, 'zesty'), options, { stdio: 'ignore' })
await page.keyboard.press('r')
await page.getByRole('radio', { name: 'By a device' }).click()
await page.getByRole('button', { name: 'Bind to Buoy' }).click()
await page.getByText('wand drives Buoy').waitFor()
await page.getByLabel('Beats of the count-in').selectOption('0')
await page
  .getByRole('region', { name: 'Record', exact: true })
  .getByRole('button', { name: 'Record', exact: true })
  .click()
await page
  .getByText(/^Recording/)
  .first()
  .waitFor()
const recorded = await shown(seconds)
await page.getByRole('button', { name: 'Stop and keep' }).click()
const [take] = await until(
  () => server.get(`/api/scenes/${id}/takes`),
  (all) => all.length === 1,
  'the take',
)
tracker.kill()
print(
  'recording 120 poses a second: samples kept for each that was sent',
  take.samples / (take.samples + take.lost),
  'ratio',
)
print('recording 120 poses a second: lost', take.lost, 'samples')
print('recording 120 poses a second: kept', take.samples / take.seconds, '1/s')
print('recording: length of the take', take.seconds, 's')
print('playing: pictures', plain.pictures, '1/s')
print('recording: pictures', recorded.pictures, '1/s')
print('playing: frames dropped', plain.dropped / (24 * 20), 'ratio')
print('recording: frames dropped', recorded.dropped / (24 * seconds), 'ratio')
await browser.close()
await server.dispose()
