import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, differing, ferryScene, restedPixels } from './harness.mjs'

// The small scenes of the finder that show what can be done: each opens as a scene of its own, moves, and is as its words say.
let desk, page

before(async () => {
  desk = await Desk.open(ferryScene('Mine', { 1: 0, 40: 3 }))
  page = desk.page
  await desk.lane('Ferry').waitFor()
})
after(() => desk.close())

const scenes = () => desk.server.get('/api/scenes')

/** Opens a sample from the finder. @returns its number. */
async function show(title) {
  const before = page.url()
  await command(page, title)
  await page.waitForURL((url) => String(url) !== before && /scenes/.test(String(url)))
  return Number(page.url().split('/').at(-1))
}

/** What a channel of an object is at some frames. */
async function sampled(id, object, channel, ...frames) {
  const values = await desk.server.samples(id, object, channel, { from: '1', to: '192' })
  return frames.map((frame) => Number(values.get(frame).toFixed(4)))
}

const expected = {
  'Show me: how motion goes between keys': async (id) => {
    assert.deepEqual(await sampled(id, 'Hold', 'position.x', 13, 24), [-6, -6])
    assert.deepEqual(await sampled(id, 'Linear', 'position.x', 13), [-3.5])
  },
  'Show me: eases': async (id) => {
    assert.deepEqual(await sampled(id, 'Even', 'position.x', 37), [0])
    const [early] = await sampled(id, 'Eases in', 'position.x', 37)
    const [late] = await sampled(id, 'Eases out', 'position.x', 37)
    assert.ok(early < -1 && late > 1, `${early}, ${late}`)
    assert.ok((await sampled(id, 'Overshoots', 'position.x', 45))[0] > 6)
  },
  'Show me: motion before and after the keys': async (id) => {
    assert.deepEqual(await sampled(id, 'Paddle wheel', 'rotation.z', 25, 49, 97), [-90, -180, -360])
    assert.deepEqual(await sampled(id, 'Buoy', 'position.y', 21, 41, 61), [0.9, 0.1, 0.9])
    assert.deepEqual(await sampled(id, 'Barge', 'position.x', 49, 97), [-4.8, -3.6])
  },
  'Show me: time flow': async (id) => {
    assert.deepEqual(await sampled(id, 'Tug', 'position.x', 65, 97), [2, 6])
    assert.deepEqual(await sampled(id, 'Ferry', 'position.x', 33, 97, 129), [-2, 2, 6])
  },
  'Show me: clips': async (id) => {
    assert.deepEqual(await sampled(id, 'Dinghy', 'position.y', 25, 61), [1, 0.3])
    assert.deepEqual(await sampled(id, 'Launch', 'position.y', 37, 61), [1, 1])
    assert.deepEqual(await sampled(id, 'Skiff', 'position.y', 61), [1])
  },
  'Show me: wheels that roll': async (id) => {
    // Nine units to the right on wheels of radius 0.6.
    const [start, end] = await sampled(id, 'Fore wheel', 'rotation.z', 1, 61)
    assert.ok(Math.abs(end - start + (9 / 0.6) * (180 / Math.PI)) < 0.01, `${start} to ${end}`)
  },
  'Show me: paths': async (id) => {
    const world = async (object, frame) => {
      const text = await (
        await fetch(
          `${desk.server.address}/api/scenes/${id}/samples.csv?world=true&object=${object}&channel=position.x&from=${frame}&to=${frame}`,
        )
      ).text()
      return Number(text.split('\n')[1].split(',')[3])
    }
    assert.ok(Math.abs((await world('Dinghy', 1)) + 8) < 1e-6)
    assert.ok(Math.abs((await world('Dinghy', 120)) - 8) < 1e-6)
    // Round once in sixty frames, and on.
    assert.ok(Math.abs((await world('Gull', 10)) - (await world('Gull', 70))) < 1e-3)
  },
  'Show me: cues': async (id) => {
    // The pilot boat waits for the ferry, and the gull for the pilot boat.
    const at = async (object, channel, ...frames) => sampled(id, object, channel, ...frames)
    const [ferry] = (await at('Ferry', 'follow.travel', 50)).concat(0)
    assert.ok(ferry > 0.2 && ferry < 0.6)
    assert.deepEqual(await at('Pilot boat', 'follow.travel', 1, 40), [0, 0])
    assert.ok((await at('Pilot boat', 'follow.travel', 192))[0] === 1)
    const [perched, up] = await at('Gull', 'position.y', 90, 192)
    assert.ok(perched === 1 && up > 3, `${perched}, ${up}`)
  },
  'Show me: rotation': async (id) => {
    const [, each] = await sampled(id, 'Each axis by itself', 'rotation.x', 1, 31)
    const [, one] = await sampled(id, 'As one rotation', 'rotation.x', 1, 31)
    assert.ok(each === 40 && Math.abs(one - each) > 1, `${each}, ${one}`)
  },
}

/** What is said of each. */
const words = {
  'Show me: how motion goes between keys': 'Four buoys with the same keys',
  'Show me: eases': 'eased in four ways',
  'Show me: paths': 'leans into its bends',
  'Show me: motion before and after the keys': 'Few keys, endless motion',
  'Show me: time flow': 'The ladder slows the ferry',
  'Show me: clips': 'One clip on three boats',
  'Show me: wheels that roll': 'Only the cart has keys',
  'Show me: cues': 'the gull flies up',
  'Show me: rotation': 'as one rotation',
}

for (const [title, check] of Object.entries(expected))
  test(title, async () => {
    const id = await show(title)
    await page.locator('.notice').getByText(words[title]).waitFor()
    const { name } = (await scenes()).find((scene) => scene.id === id)
    assert.match(name, /^Show me: /)
    await check(id)
    const first = await restedPixels(page)
    for (let i = 0; i < 30; i++) await page.keyboard.press('ArrowRight')
    assert.ok(differing(first, await restedPixels(page)) > 200, 'something has moved on the stage')
  })

test('opened again it is a scene of its own again, and mine is as it was', async () => {
  const id = await show('Show me: eases')
  const all = await scenes()
  assert.equal(all.find((scene) => scene.id === id).name, 'Show me: eases 2')
  assert.equal(all.length, Object.keys(expected).length + 2)
  assert.equal((await desk.scene()).position, 0)
  assert.deepEqual(page.faults, [])
})
