import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, goToFrame, keepTrail, linear, restedPixels, setField, until } from './harness.mjs'

// Whole poses before and after the playhead, as they are drawn.

/** A post that goes evenly along x and carries a board, which bends more and more; from frame 61 on it is hidden. */
const posts = {
  format: 'zesty-scene',
  version: 2,
  name: 'Posts',
  rate: '24',
  range: [1, 81],
  objects: [
    {
      name: 'Post',
      kind: 'group',
      channels: {
        'position.x': { keys: [linear(1, -4), linear(81, 4)] },
        visible: {
          keys: [
            { frame: 1, value: 1, in: 'hold', out: 'hold' },
            { frame: 61, value: 0, in: 'hold', out: 'hold' },
          ],
        },
      },
    },
    {
      name: 'Board',
      kind: 'box',
      parent: 'Post',
      deformers: [{ name: 'Lean', kind: 'bend' }],
      channels: {
        'position.y': { value: 1.5 },
        'shape.width': { value: 0.7 },
        'shape.height': { value: 3 },
        'shape.segmentsY': { value: 16 },
        'deform.Lean.strength': { keys: [linear(1, 0), linear(81, 120)] },
      },
    },
  ],
}

let desk, page

/** The places in which two pictures differ clearly, each with the colour that it has in the second. */
function changed(before, after) {
  const found = new Map()
  for (let i = 0; i < after.data.length; i += 4) {
    const off = [0, 1, 2].reduce((sum, part) => sum + Math.abs(before.data[i + part] - after.data[i + part]), 0)
    if (off > 24) found.set(i / 4, [...after.data.subarray(i, i + 3)])
  }
  return found
}
const blue = ([r, , b]) => b > r
const orange = ([r, , b]) => r > b
const those = (places, dyed) => new Set([...places].filter(([, colour]) => dyed(colour)).map(([at]) => at))
/** Which part of some places is among others. */
const among = (those, others) => [...those].filter((at) => others.has(at)).length / those.size

async function pictureAt(frame) {
  await goToFrame(page, frame)
  return restedPixels(page)
}

/** Where the board itself is seen on a frame: there is nothing else on the last one. */
async function boardAt(frame) {
  const [empty, there] = [await pictureAt(70), await pictureAt(frame)]
  return new Set(changed(empty, there).keys())
}

async function posesEvery(frames) {
  await page.getByRole('button', { name: 'How trails are drawn' }).click()
  await setField(page, 'Frames from one whole pose to the next', String(frames))
  await page.keyboard.press('Escape')
}

before(async () => {
  desk = await Desk.open(posts)
  page = desk.page
  await keepTrail(desk, 'Post')
})
after(() => desk.close())

test('they stand where, and as bent as, the thing does on their frames: blue before, orange after', async () => {
  const [first, third] = [await boardAt(1), await boardAt(41)]
  const bare = await pictureAt(21)
  await posesEvery(20)
  const seen = changed(bare, await pictureAt(21))
  const [past, ahead] = [those(seen, blue), those(seen, orange)]
  assert.ok(first.size > 1000 && third.size > 1000)
  for (const [pose, board] of [
    [past, first],
    [ahead, third],
  ]) {
    assert.ok(among(pose, board) > 0.9, `nothing but the board: ${among(pose, board)}`)
    // What is there now, and the trail, lies over a part of it.
    assert.ok(among(board, pose) > 0.6, `all of the board: ${among(board, pose)}`)
  }
})

test('what is hidden then has no pose', async () => {
  const there = await pictureAt(41)
  await posesEvery(0)
  const bare = await pictureAt(41)
  const seen = changed(bare, there)
  assert.ok(those(seen, blue).size > 2000)
  // The edges of what is there now are drawn once more.
  assert.ok(those(seen, orange).size < 250, `${those(seen, orange).size}`)
})

test('the finder shows and hides them, and they are kept for the next time', async () => {
  const bare = await pictureAt(21)
  await command(page, 'onion')
  await page.getByText(/^Whole poses are shown, of what is selected and of what is kept/).waitFor()
  await until(
    async () => changed(bare, await restedPixels(page)).size,
    (count) => count > 2000,
    'the poses',
  )
  await page.reload()
  await page.locator('.desk').waitFor()
  await goToFrame(page, 21)
  await until(
    async () => changed(bare, await restedPixels(page)).size,
    (count) => count > 2000,
    'the poses after a reload',
  )
  await command(page, 'onion')
  await page.getByText('Whole poses are hidden.').waitFor()
  await until(
    async () => changed(bare, await restedPixels(page)).size,
    (count) => count < 60,
    'the stage without them',
  )
  assert.deepEqual(page.faults, [])
})
