// Ten seconds of play with very many paths on the stage, beside the same without: ropes are what is slow to draw in software.
import { browse, Server } from '../../tests/browser/harness.mjs'
import { playTenSeconds } from './playTenSeconds.mjs'

const paths = Array.from({ length: 50 }, (_, i) => ({
  name: `Route ${i + 1}`,
  kind: 'path',
  points: Array.from({ length: 8 }, (_, p) => ({ at: [p * 3 - 11, 0, i - 25 + Math.sin(p + i)] })),
}))
const boats = Array.from({ length: 50 }, (_, i) => ({
  name: `Boat ${i + 1}`,
  kind: 'box',
  channels: {
    'position.x': {
      keys: [
        { frame: 1, value: -10 },
        { frame: 240, value: 10 },
      ],
    },
    'position.z': { value: i - 25 },
  },
}))
const scene = (objects) => ({
  format: 'zesty-scene',
  version: 2,
  name: 'Routes',
  rate: '24',
  range: [1, 240],
  objects,
})

const server = await new Server('serve').start()
const { browser, context } = await browse()
for (const [name, objects] of [
  ['50 boats', boats],
  ['50 boats and 50 paths of 8 points', [...paths, ...boats]],
]) {
  const { id } = await server.post('/api/scenes/import', scene(objects))
  await playTenSeconds(context, name, `${server.address}/scenes/${id}`)
}
await browser.close()
await server.dispose()
