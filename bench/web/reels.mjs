// Shooting 240 frames of the demo at 960×540, comparing two such reels, and playing one, in headless Chromium with software drawing.
import { browse, open, Server } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'

const seconds = 10
const server = await new Server('demo').start()
const { browser, context } = await browse()
const [{ id }] = await server.get('/api/scenes')
const page = await open(context, `${server.address}/scenes/${id}`)
await page.locator('.head.object').first().waitFor()
const count = async () => (await server.get(`/api/scenes/${id}/reels`)).reels.length

async function shoot(wanted) {
  await page.keyboard.press('Shift+R')
  await page.getByLabel('Which frames').selectOption('scene')
  await page.getByRole('button', { name: 'Shoot', exact: true }).click()
  while ((await count()) < wanted) await page.locator('.shooting').waitFor({ state: 'detached', timeout: 180_000 })
}

await shoot(1)
// What took how long, as the page itself counts it.
const spent = await page.evaluate(
  () => document.querySelector('#app').__vue_app__.config.globalProperties.$pinia.state.value.shooting.spent,
)
print('shoot 240 frames of the demo at 960x540', 240_000 / spent.all, 'frames a second')
print('of that drawing', spent.drawing / spent.all, 'share')
print('of that packing as PNG', spent.packing / spent.all, 'share')

const { revision, objects } = await server.get(`/api/scenes/${id}`)
const crane = objects.find(({ name }) => name === 'Crane').id
const edit = {
  edit: 'moveKeys',
  keys: [{ object: crane, channel: 'rotation.y', times: [86 * 29_400_000] }],
  frames: 12,
}
await server.post(`/api/scenes/${id}/edits`, { revision, edit })
await page
  .getByText(/Kept · change/)
  .first()
  .waitFor()
await shoot(2)
const { reels } = await server.get(`/api/scenes/${id}/reels`)
const asked = performance.now()
const lines = await (await fetch(`${server.address}/api/reels/${reels[0].id}/difference/${reels[1].id}`)).text()
print('difference of two reels of 240 frames', (performance.now() - asked) / 1000, 's')
if (lines.trim().split('\n').length !== 240) throw new Error('not all frames were compared')

await page.goto(`${server.address}/scenes/${id}/reels`)
await page.locator('.screen[data-place]').waitFor()
const played = async () => {
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await page.waitForFunction((ms) => new Promise((done) => setTimeout(() => done(true), ms)), seconds * 1000, {
    timeout: 60_000,
  })
  await page.keyboard.press('Space')
  const told = page.locator('.transport [role=status]')
  const [dropped] = (await told.textContent()).match(/\d+/)
  const [due] = (await told.getAttribute('title')).match(/\d+/)
  return dropped / due
}
print('a reel played at 24 fps, dropped while it is decoded', await played(), 'share')
print('the same once it is decoded', await played(), 'share')
await browser.close()
await server.dispose()
