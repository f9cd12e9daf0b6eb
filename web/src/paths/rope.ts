import { CubicBezierCurve3, Vector3 } from 'three'
import type { PathMessage } from '../api/messages'

/** Straight pieces that a curve between two points is drawn in; of very many curves fewer, so that all of them are not too many. */
const mostPieces = 24
export const mostInAll = 1500

/** A path as it is drawn: places along it in its own space, with the curve and the parameter of each. */
export interface Rope {
  places: Vector3[]
  segments: number[]
  us: number[]
}

const sum = (a: readonly number[], b: readonly number[]) => new Vector3(a[0]! + b[0]!, a[1]! + b[1]!, a[2]! + b[2]!)

const curvesOf = ({ points, closed }: PathMessage) => (closed ? points.length : points.length - 1)
const piecesEach = (curves: number) => Math.max(1, Math.min(mostPieces, Math.floor(mostInAll / curves)))

/** In how many straight pieces a path is drawn; none of what is no path. */
export const piecesOf = (path: PathMessage | null | undefined) =>
  path ? curvesOf(path) * piecesEach(curvesOf(path)) : 0

export function ropeOf(path: PathMessage): Rope {
  const { points } = path
  const rope: Rope = { places: [], segments: [], us: [] }
  const count = curvesOf(path)
  const pieces = piecesEach(count)
  for (let segment = 0; segment < count; segment++) {
    const [a, b] = [points[segment]!, points[(segment + 1) % points.length]!]
    const curve = new CubicBezierCurve3(new Vector3(...a.at), sum(a.at, a.out), sum(b.at, b.in), new Vector3(...b.at))
    for (let i = 0; i <= pieces; i++) {
      if (i === pieces && segment < count - 1) break
      rope.places.push(curve.getPoint(i / pieces))
      rope.segments.push(segment)
      rope.us.push(i / pieces)
    }
  }
  return rope
}
