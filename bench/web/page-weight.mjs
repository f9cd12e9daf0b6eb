// How much compressed script a first visit loads, list and workspace together, as the server sends it.
import { gzipSync } from 'node:zlib'
import { Server } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'

const server = await new Server('demo').start()
const seen = new Set()
let bytes = 0

async function weigh(path) {
  if (seen.has(path)) return
  seen.add(path)
  const answer = await fetch(server.address + path, { headers: { 'accept-encoding': 'gzip' } })
  const text = await answer.text()
  const packed = Number(answer.headers.get('content-length')) || gzipSync(text).length
  bytes += packed
  for (const [, name] of text.matchAll(/["'`](?:\.\/|\/?assets\/)([\w-]+\.js)["'`]/g)) await weigh(`/assets/${name}`)
}

const page = await (await fetch(server.address)).text()
for (const [, path] of page.matchAll(/src="(\/assets\/[^"]+\.js)"/g)) await weigh(path)
print('first load, compressed script', bytes / 1000, 'kB')
await server.dispose()
