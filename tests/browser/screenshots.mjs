// Makes the pictures in docs/screenshots/ from the demo data: node tests/browser/screenshots.mjs
import { join } from 'node:path'
import { browse, home, open, Server, setField } from './harness.mjs'

const folder = join(home, 'docs', 'screenshots')
const server = await new Server('demo').start()
const { browser, context } = await browse()
const page = await open(context, server.address)

await page.locator('.card img').waitFor()
await page.screenshot({ path: join(folder, 'scenes.png') })

for (const [name, scheme] of [
  ['workspace', 'dark'],
  ['workspace-light', 'light'],
]) {
  await page.evaluate((wanted) => localStorage.setItem('zesty-scheme', wanted), scheme)
  await page.goto(`${server.address}/scenes/1`)
  await page.getByPlaceholder('Find a lane…').fill('ferry')
  await page.getByRole('button', { name: 'Ferry', exact: true }).click()
  await page.getByPlaceholder('Find a lane…').fill('')
  await setField(page, 'Frame', '86')
  // The stage draws once more, with all its pixels, when it rests.
  await page.waitForFunction(
    () => document.querySelector('.stage-canvas').width > document.querySelector('.stage-canvas').clientWidth,
  )
  await page.screenshot({ path: join(folder, `${name}.png`) })
}
await browser.close()
await server.dispose()
