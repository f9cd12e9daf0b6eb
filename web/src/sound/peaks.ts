import { http } from '../api/http'

/** What the core counts by; see its `Peaks`. */
const [perTile, coarsest] = [1024, 24]
/** So many tiles are kept; those that were looked at longest ago go first. */
const most = 600

/** The level at which a stretch of so many samples, in each pixel, has a pair for each or a few more. */
export const levelFor = (samplesPerPixel: number) =>
  Math.min(coarsest, Math.max(0, Math.floor(Math.log2(Math.max(1, samplesPerPixel)))))

const tiles = new Map<string, Int16Array | null>()

/**
 * The least and the most of the samples that a pixel stands for, −1 to 1; nothing while that is not here.
 * @param come Called once more of it is here.
 */
export function peaksOf(
  scene: number,
  asset: string,
  level: number,
  from: number,
  to: number,
  come: () => void,
): [least: number, most: number] | undefined {
  const [first, last] = [
    Math.floor(from / 2 ** level),
    Math.max(Math.floor(from / 2 ** level), Math.ceil(to / 2 ** level) - 1),
  ]
  let [low, high] = [Infinity, -Infinity]
  for (let at = first; at <= last; at++) {
    const tile = Math.floor(at / perTile)
    const pairs = tileOf(scene, asset, level, tile, come)
    if (!pairs) return undefined
    const i = (at - tile * perTile) * 2
    if (i >= pairs.length) break
    low = Math.min(low, pairs[i]!)
    high = Math.max(high, pairs[i + 1]!)
  }
  return low <= high ? [low / 32767, high / 32767] : undefined
}

function tileOf(scene: number, asset: string, level: number, tile: number, come: () => void): Int16Array | null {
  const key = `${asset} ${level} ${tile}`
  const known = tiles.get(key)
  if (known !== undefined) {
    // Looked at last, let go of last.
    tiles.delete(key)
    tiles.set(key, known)
    return known
  }
  tiles.set(key, null)
  http.soundPeaks(scene, asset, level, tile).then(
    (pairs) => {
      tiles.set(key, pairs)
      while (tiles.size > most) tiles.delete(tiles.keys().next().value!)
      come()
    },
    // Asked for again when it is looked at next.
    () => tiles.delete(key),
  )
  return null
}
