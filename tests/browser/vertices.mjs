import assert from 'node:assert/strict'
import { near } from './harness.mjs'

// Vertices as the core has them, and as the graphics card does.

/** Where the core has each vertex of an object in the world, and how much is seen of it. */
export async function points(desk, name, frame = 1) {
  const text = await (
    await fetch(
      `${desk.server.address}/api/scenes/${desk.id}/samples.csv?points=true&world=true&object=${encodeURIComponent(name)}&from=${frame}&to=${frame}`,
    )
  ).text()
  return text
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split(',').slice(3).map(Number))
}

/** The vertices of something bent that the graphics card has, read back. */
export async function drawn(desk, name) {
  const { id } = (await desk.scene()).objects.find((each) => each.name === name)
  const read = await desk.page.evaluate((id) => [...(document.querySelector('.stage').verticesOf(id) ?? [])], id)
  return Array.from({ length: read.length / 3 }, (_, i) => read.slice(i * 3, i * 3 + 3))
}

/** Holds that the graphics card has each vertex of something bent where the core has it, to 1e-4 of its size. */
export async function areDrawnWhereTheyAre(desk, name, frame = 1) {
  const [wanted, seen] = [await points(desk, name, frame), await drawn(desk, name)]
  assert.equal(seen.length, wanted.length, name)
  const size = Math.max(...wanted.flatMap((at) => at.slice(0, 3).map(Math.abs)))
  seen.forEach((at, i) => at.forEach((part, axis) => near(part, wanted[i][axis], 1e-4 * size, `${name} ${i} ${axis}`)))
}
