// "Paths" of docs/motion.md: where a path is at a share of its way, in its own space.
import { Vector3 } from 'three'

const vector = (list) => new Vector3(...list)

/** The way of an object that is a path: cubics from point to point, and how long they are. */
export function wayOf(object) {
  return (object.way ??= made(object))
}

function made({ points, closed = false, spread = 'even' }) {
  const at = points.map((point) => vector(point.at))
  const n = points.length
  const neighbour = (i) => (closed ? at[(i + n) % n] : at[i])
  const handles = points.map((point, i) => {
    const [before, after] = [neighbour(i - 1), neighbour(i + 1)]
    const towards = (other, part) => (other ? other.clone().sub(at[i]).multiplyScalar(part) : new Vector3())
    if (point.kind === 'free') return { in: vector(point.in), out: vector(point.out) }
    if (point.kind === 'corner') return { in: towards(before, 1 / 3), out: towards(after, 1 / 3) }
    if (before && after) {
      const along = after.clone().sub(before).divideScalar(6)
      return { in: along.clone().negate(), out: along }
    }
    return { in: towards(before, 1 / 3), out: towards(after, 1 / 3) }
  })
  const segments = Array.from({ length: closed ? n : n - 1 }, (_, i) => {
    const to = (i + 1) % n
    return [at[i], at[i].clone().add(handles[i].out), at[to].clone().add(handles[to].in), at[to]]
  })
  const pieces = segments.map((segment) =>
    Array.from({ length: PIECES }, (_, k) => lengthOf(segment, k / PIECES, (k + 1) / PIECES)),
  )
  const lengths = pieces.map((each) => each.reduce((a, b) => a + b, 0))
  return { pieces, segments, lengths, all: lengths.reduce((a, b) => a + b, 0), closed, spread }
}

/** The segment, and the parameter in it, at a travel. */
export function placeAt(way, travel) {
  const share = way.closed ? travel - Math.floor(travel) : Math.min(1, Math.max(0, travel))
  const count = way.segments.length
  if (way.spread === 'points') {
    const i = Math.min(count - 1, Math.floor(share * count))
    return { i, u: share * count - i }
  }
  if (share <= 0) return { i: 0, u: 0 }
  if (share >= 1) return { i: count - 1, u: 1 }
  let left = share * way.all
  let i = 0
  while (i < count - 1 && left > way.lengths[i]) left -= way.lengths[i++]
  let k = 0
  while (k < PIECES - 1 && left > way.pieces[i][k]) left -= way.pieces[i][k++]
  let [low, high] = [k / PIECES, (k + 1) / PIECES]
  for (let n = 0; n < 50; n++) {
    const middle = (low + high) / 2
    if (lengthOf(way.segments[i], k / PIECES, middle) < left) low = middle
    else high = middle
  }
  return { i, u: (low + high) / 2 }
}

const weighed = (points, weights) =>
  points.reduce((sum, point, i) => sum.addScaledVector(point, weights[i]), new Vector3())

export const pointAt = (way, { i, u }) => {
  const w = 1 - u
  return weighed(way.segments[i], [w * w * w, 3 * w * w * u, 3 * w * u * u, u * u * u])
}

export const slopeAt = (segment, u) => {
  const w = 1 - u
  return weighed(segment, [-3 * w * w, 3 * w * w - 6 * w * u, 6 * w * u - 3 * u * u, 3 * u * u])
}

/** The direction of the way, beside a place where it stands still that just after or before. */
export function directionAt({ segments }, { i, u }) {
  const segment = segments[i]
  const reach = [1, 2, 3].reduce((sum, k) => sum + segment[k].distanceTo(segment[k - 1]), 0)
  for (const away of [0, 1e-6, -1e-6, 1e-3, -1e-3]) {
    const slope = slopeAt(segment, Math.min(1, Math.max(0, u + away)))
    if (slope.length() > 1e-9 * reach) return slope
  }
  return segment[3].clone().sub(segment[0])
}

export const bendAt = (segment, u) => weighed(segment, [6 * (1 - u), 6 * (3 * u - 2), 6 * (1 - 3 * u), 6 * u])

// Gauss's rule of five places, on each of so many pieces.
const PIECES = 400
const gauss = [
  [0, 128 / 225],
  ...[1, -1].flatMap((sign) => [
    [(sign / 3) * Math.sqrt(5 - 2 * Math.sqrt(10 / 7)), (322 + 13 * Math.sqrt(70)) / 900],
    [(sign / 3) * Math.sqrt(5 + 2 * Math.sqrt(10 / 7)), (322 - 13 * Math.sqrt(70)) / 900],
  ]),
]

function lengthOf(segment, from, to) {
  const half = (to - from) / 2
  return gauss.reduce(
    (sum, [place, weight]) => sum + weight * half * slopeAt(segment, from + half * (1 + place)).length(),
    0,
  )
}
