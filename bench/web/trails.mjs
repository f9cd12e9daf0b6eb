// Trails: what they cost while playing, and how soon a point that is dragged is seen on dense motion.
import { browse, middleOf, open, Server, setField, stagePixels, until } from '../../tests/browser/harness.mjs'
import { dragTimes } from './dragTimes.mjs'
import { playTenSeconds } from './playTenSeconds.mjs'
import { boxes } from './scenes.mjs'

const server = await new Server('serve').start()
const { browser, context } = await browse()

/** The same scene with and without trails, in the same run. */
const { id } = await server.post('/api/scenes/import', boxes(100))
await playTenSeconds(context, '100 objects, no trails', `${server.address}/scenes/${id}`)
await context.addInitScript((scene) => {
  sessionStorage.setItem('zesty-trails-on', 'true')
  localStorage.setItem('zesty-trails', JSON.stringify({ span: 'around', around: 100, every: 1 }))
  localStorage.setItem('zesty-trails-pinned', JSON.stringify({ [scene]: Array.from({ length: 20 }, (_, i) => i + 1) }))
}, id)
await playTenSeconds(context, '100 objects, 20 trails of 100 frames on each side', `${server.address}/scenes/${id}`)

const frames = 2000
const dense = {
  format: 'zesty-scene',
  version: 2,
  name: 'Joints',
  rate: '24',
  range: [1, frames],
  objects: Array.from({ length: 60 }, (_, n) => ({
    name: `Joint ${n + 1}`,
    kind: 'box',
    channels: Object.fromEntries(
      ['position.x', 'position.y', 'position.z'].map((channel, axis) => [
        channel,
        {
          keys: Array.from({ length: frames }, (_, i) => ({
            frame: i + 1,
            value: Number((Math.sin(i / 20 + n + axis) * 2 + axis).toFixed(4)),
            in: 'linear',
            out: 'linear',
          })),
        },
      ]),
    ),
  })),
  layers: [{ name: 'Touch-up' }],
}
const { id: joints } = await server.post('/api/scenes/import', dense)
const other = await browse()
const page = await open(other.context, `${server.address}/scenes/${joints}`)
await page.evaluate((scene) => {
  localStorage.setItem('zesty-trails-pinned', JSON.stringify({ [scene]: [1] }))
  localStorage.setItem('zesty-trails', JSON.stringify({ span: 'around', around: 40, every: 1 }))
  sessionStorage.setItem('zesty-layers', JSON.stringify({ [scene]: 1 }))
  sessionStorage.setItem('zesty-reach', '8')
  sessionStorage.setItem('zesty-trails-on', 'true')
}, joints)
await page.reload()
await page.locator('.head.object').first().waitFor()
await setField(page, 'Frame', '1000')
const box = await page.locator('.stage-canvas').boundingBox()
const isLime = (r, g, b) => Math.abs(r - 0xb5) < 14 && Math.abs(g - 0xe0) < 14 && Math.abs(b - 0x48) < 22
const mark = await until(
  async () => middleOf(await stagePixels(page), isLime),
  ({ count }) => count > 8,
  'the mark of the playhead on the trail',
)
const from = { x: box.x + 10 + mark.x, y: box.y + 60 + mark.y }
const places = Array.from({ length: 45 }, (_, i) => ({ x: from.x + 6 + (i % 5) * 3, y: from.y + (i % 2 ? 14 : 26) }))
await dragTimes(page, from, places, 'trail point over 60 joints with 2,000 keys on each axis')

await browser.close()
await other.browser.close()
await server.dispose()
