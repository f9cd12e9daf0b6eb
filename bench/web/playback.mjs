// Ten seconds of play in headless Chromium with software drawing: what was shown, what was dropped, and at what cost.
import { browse, deskPoint, open, Server, setField } from '../../tests/browser/harness.mjs'
import { dragTimes } from './dragTimes.mjs'
import { playTenSeconds } from './playTenSeconds.mjs'
import { boxes } from './scenes.mjs'

const server = await new Server('demo').start()
const { browser, context } = await browse()

async function ferryPage() {
  const page = await open(context, `${server.address}/scenes/1`)
  await page.getByPlaceholder('Find a lane…').fill('ferry')
  await page.getByRole('button', { name: 'Ferry', exact: true }).click()
  await page.getByPlaceholder('Find a lane…').fill('')
  return page
}

async function dragKey() {
  const page = await ferryPage()
  await setField(page, 'Frame', '60')
  const key = await deskPoint(page, 86, 'Position X')
  const scale = (await deskPoint(page, 87)).x - (await deskPoint(page, 86)).x
  const places = Array.from({ length: 45 }, (_, i) => ({ x: key.x + ((i % 2 ? 12 : 20) + (i % 5)) * scale, y: key.y }))
  await dragTimes(page, key, places, 'key')
  await page.close()
}

/** A point of a warp over the whole demo, pulled by its source end while the frame in the middle of it is shown. */
async function dragWarpPoint() {
  const page = await ferryPage()
  await setField(page, 'Frame', '100')
  await page.evaluate(() => document.activeElement.blur())
  await page.keyboard.press('w')
  await page.getByText(/^1 warp point/).waitFor()
  await setField(page, 'Frame', '80')
  const { y, height } = await page.locator('.flow').first().boundingBox()
  const at = async (frame) => ({ x: (await deskPoint(page, frame)).x, y: y + height - 11 })
  const places = []
  for (let i = 0; i < 45; i++) places.push(await at(100 - (i % 2 ? 12 : 20) - (i % 5)))
  await dragTimes(page, await at(100), places, 'warp point')
  await page.close()
}

const { id } = await server.post('/api/scenes/import', boxes(100))
await playTenSeconds(context, 'demo', `${server.address}/scenes/1`)
await playTenSeconds(context, '100 objects', `${server.address}/scenes/${id}`)
await dragKey()
await dragWarpPoint()
await browser.close()
await server.dispose()
