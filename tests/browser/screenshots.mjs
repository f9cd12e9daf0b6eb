// Makes the pictures in docs/screenshots/ from the demo data: node tests/browser/screenshots.mjs
import { join } from 'node:path'
import { browse, command, deskPoint, home, open, Server, setField } from './harness.mjs'

const folder = join(home, 'docs', 'screenshots')
const server = await new Server('demo').start()
const { browser, context } = await browse()
const page = await open(context, server.address)

/** The stage draws once more, with all its pixels, when it has rested for a while. */
const rested = () =>
  page.evaluate(
    () =>
      new Promise((done) => {
        const canvas = document.querySelector('.stage-canvas')
        let since = performance.now()
        const look = () => {
          if (canvas.width <= canvas.clientWidth) since = performance.now()
          if (performance.now() - since > 600) done()
          else requestAnimationFrame(look)
        }
        look()
      }),
  )

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
  await rested()
  await page.screenshot({ path: join(folder, `${name}.png`) })
}

// Arranging keys: some are chosen by a box, and auto-key is on.
await page.evaluate(() => localStorage.setItem('zesty-scheme', 'dark'))
await page.goto(`${server.address}/scenes/1`)
const find = async (name) => {
  await page.getByPlaceholder('Find a lane…').fill(name)
  await page.locator('.heads').getByRole('button', { name, exact: true }).click()
  await page.getByPlaceholder('Find a lane…').fill('')
  await page.getByPlaceholder('Find a lane…').press('Escape')
}
await find('Ferry')
await setField(page, 'Frame', '86')
await page.keyboard.press('a')
const [from, to] = [await deskPoint(page, 60, 'Move X'), await deskPoint(page, 150, 'Move Z')]
await page.mouse.move(from.x, from.y - 10)
await page.mouse.down()
await page.mouse.move(to.x, to.y + 8, { steps: 4 })
await page.mouse.up()
await rested()
await page.screenshot({ path: join(folder, 'keys.png') })
await page.keyboard.press('a')

await command(page, 'four views')
await find('Gull circle')
await rested()
await page.screenshot({ path: join(folder, 'views.png') })

await page.getByRole('button', { name: 'Time', exact: true }).click()
await page.getByText('Stretch time…').click()
await page.getByText('A part.').click()
await setField(page, 'Speed in percent', '40')
await page.getByText('between frames').waitFor()
await page.screenshot({ path: join(folder, 'stretch.png') })
await browser.close()
await server.dispose()
