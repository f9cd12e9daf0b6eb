// 50 shapes of some 2,000 vertices that three deformers bend, keyed, against the same shapes as they are.
import { browse, Server } from '../../tests/browser/harness.mjs'
import { playTenSeconds } from './playTenSeconds.mjs'

const key = (frame, value) => ({ frame, value })
const bent = ['bend', 'twist', 'wave']
const scene = (deformers) => ({
  format: 'zesty-scene',
  version: 2,
  name: 'Reeds',
  rate: '24',
  range: [1, 240],
  objects: Array.from({ length: 50 }, (_, i) => ({
    name: `Reed ${i + 1}`,
    kind: 'cylinder',
    deformers: deformers.map((kind) => ({ name: kind, kind })),
    channels: Object.fromEntries([
      ['position.x', { value: (i % 10) * 1.2 - 6 }],
      ['position.z', { value: Math.floor(i / 10) * 1.2 - 3 }],
      ['position.y', { keys: [key(1, 1), key(240, 1.5)] }],
      ['shape.radius', { value: 0.15 }],
      ['shape.height', { value: 2 }],
      ['shape.around', { value: 24 }],
      ['shape.segmentsY', { value: 27 }],
      ...deformers.flatMap((kind) => [
        [`deform.${kind}.foot`, { value: -1 }],
        [`deform.${kind}.length`, { value: 2 }],
        [
          `deform.${kind}.${kind === 'wave' ? 'amount' : 'strength'}`,
          { keys: [key(1, 0), key(240, kind === 'wave' ? 0.2 : 90)] },
        ],
      ]),
    ]),
  })),
})

const server = await new Server('serve').start()
const { browser, context } = await browse()
for (const [name, deformers] of [
  ['50 shapes of 2,000 vertices, as they are', []],
  ['50 shapes of 2,000 vertices, three deformers each', bent],
]) {
  const { id } = await server.post('/api/scenes/import', scene(deformers))
  await playTenSeconds(context, name, `${server.address}/scenes/${id}`)
}
await browser.close()
await server.dispose()
