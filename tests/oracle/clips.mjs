// "Clips" of docs/motion.md.
import { valueOf } from './scene.mjs'

/** What the clips that are placed on an object add to a channel at a source time. */
export function clipsAt(scene, object, channel, t) {
  const mine = scene.placed
    .filter((place) => place.object === object.name && place.clip.curves[channel])
    .sort((a, b) => a.start - b.start)
  let sum = 0
  for (const [i, place] of mine.entries()) {
    if (t < place.start) continue
    if (
      t > place.finish &&
      (place.after === 'let-go' || mine.some((other) => other.start > place.start && other.start <= t))
    )
      continue
    sum += weight(mine, i, t) * contents(place, channel, Math.min(t, place.finish))
  }
  return sum
}

function weight(mine, i, t) {
  const place = mine[i]
  let w = 1
  for (const other of mine.slice(0, i)) if (place.start < other.finish) w *= comes(place, other, t)
  for (const other of mine.slice(i + 1)) if (other.start < place.finish) w *= 1 - comes(other, place, t)
  return w
}

/** How much of the later one there is over its overlap with an earlier one. */
function comes(later, earlier, t) {
  if (t <= later.start) return 0
  if (later.finish < earlier.finish) {
    // Within the other one it comes and goes.
    if (t >= later.finish) return 0
    const part = (t - later.start) / (later.finish - later.start)
    return smooth(1 - Math.abs(2 * part - 1))
  }
  return t >= earlier.finish ? 1 : smooth((t - later.start) / (earlier.finish - later.start))
}

const smooth = (w) => 3 * w * w - 2 * w * w * w

function contents(place, channel, t) {
  const { clip } = place
  const curve = clip.curves[channel]
  const phase = place.offset + turned(place.rate, place.start, t)
  if (place.cycle === 'once') return curve.at(Math.min(clip.length, Math.max(0, phase)))
  let cycle = Math.floor(phase / clip.length)
  // The last instant belongs to the cycle that ends there.
  if (t === place.finish && phase === cycle * clip.length && cycle > 0) cycle--
  const value = curve.at(phase - cycle * clip.length)
  return value + (place.cycle === 'repeat-offset' ? cycle * (curve.at(clip.length) - curve.at(0)) : 0)
}

/** The integral of the rate. */
function turned(rate, from, to) {
  if (rate.still !== undefined) return rate.still * (to - from)
  const cuts = [from, ...rate.keys.map((key) => key.t).filter((t) => t > from && t < to), to]
  let sum = 0
  for (let i = 1; i < cuts.length; i++) {
    const n = 400
    const step = (cuts[i] - cuts[i - 1]) / n
    for (let k = 0; k < n; k++) {
      const start = cuts[i - 1] + k * step
      // Gauss's rule of two places.
      for (const place of [0.5 - Math.sqrt(1 / 12), 0.5 + Math.sqrt(1 / 12)])
        sum += (step / 2) * valueOf(rate, start + place * step)
    }
  }
  return sum
}
