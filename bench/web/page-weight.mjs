// What a first visit of list and workspace loads until the scene is there, as the server sends it, by kind.
import { browse, Server } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'

const server = await new Server('demo').start()
const { browser, context } = await browse()
const page = await context.newPage()
const line = await context.newCDPSession(page)
await line.send('Network.enable')
const [kinds, bytes] = [new Map(), new Map()]
line.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type))
line.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
  const kind = kinds.get(requestId)
  bytes.set(kind, (bytes.get(kind) ?? 0) + encodedDataLength)
})
await page.goto(server.address)
await page.locator('article .picture').first().click()
await page.locator('.head.object').first().waitFor()
for (const kind of ['Script', 'Stylesheet', 'Font'])
  print(`first load until the scene is there, ${kind.toLowerCase()}s as they are sent`, bytes.get(kind) / 1000, 'kB')
await browser.close()
await server.dispose()
