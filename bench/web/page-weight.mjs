// What a first visit of list and workspace asks for until the scene is there, as the server sends it, by kind.
import { browse, Server } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'

const server = await new Server('demo').start()
const { browser, context } = await browse()
const page = await context.newPage()
await page.addInitScript(() => {
  new MutationObserver((_, watching) => {
    if (!document.querySelector('.head.object')) return
    window.wasThere = performance.now()
    watching.disconnect()
  }).observe(document, { childList: true, subtree: true })
})
await page.goto(server.address)
await page.locator('article .picture').first().click()
await page.waitForFunction(() => window.wasThere)
// What was asked for before has come by then.
await page.waitForLoadState('networkidle')
const asked = await page.evaluate(() =>
  performance.getEntriesByType('resource').map(({ name, startTime, encodedBodySize }) => ({
    name,
    bytes: encodedBodySize,
    before: startTime < window.wasThere,
  })),
)
for (const [kind, ending] of [
  ['scripts', '.js'],
  ['styles', '.css'],
  ['fonts', '.woff2'],
]) {
  const ofKind = asked.filter(({ name }) => name.endsWith(ending))
  const kilobytes = (files) => files.reduce((sum, { bytes }) => sum + bytes, 0) / 1000
  print(`${kind} asked for until the scene is there`, kilobytes(ofKind.filter(({ before }) => before)), 'kB')
  print(`${kind} asked for after it`, kilobytes(ofKind.filter(({ before }) => !before)), 'kB')
}
await browser.close()
await server.dispose()
