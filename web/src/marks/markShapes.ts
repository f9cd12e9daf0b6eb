import type { PenMark } from '../api/http'
import { penInks } from './pen'

/** A mark as it is drawn on a picture of some size. */
export interface MarkShape {
  /** Lines, as a path of SVG; empty for words. */
  path: string
  text: { x: number; y: number; height: number; lines: string[] } | null
  ink: string
  /** How thick lines are, in pixels. */
  width: number
}

/** How long the two sides of an arrow's head are, in its widths, and how far they are turned from its line. */
const [headLength, headTurn] = [5, Math.PI / 6.5]

export function shapeOf({ kind, points, words, colour, width }: PenMark, across: number, down: number): MarkShape {
  const places = Array.from({ length: points.length / 2 }, (_, i) => [
    points[2 * i]! * across,
    points[2 * i + 1]! * down,
  ]) as [number, number][]
  const shape = { path: '', text: null, ink: penInks[colour], width: Math.max(1, (width * across) / 1000) }
  const [first] = places
  if (!first) return shape
  if (kind === 'text') {
    return { ...shape, text: { x: first[0], y: first[1], height: (width * across) / 1000, lines: words.split('\n') } }
  }
  if (kind === 'arrow') return { ...shape, path: arrow(first, places[1]!, shape.width) }
  return { ...shape, path: stroke(places) }
}

const at = ([x, y]: readonly [number, number]) => `${round(x)} ${round(y)}`
const round = (value: number) => Math.round(value * 100) / 100
const between = ([x, y]: readonly [number, number], [u, v]: readonly [number, number]): [number, number] => [
  (x + u) / 2,
  (y + v) / 2,
]

/** Smooth through the middles between places; a single place is a dot. */
function stroke(places: readonly [number, number][]): string {
  const [first, last] = [places[0]!, places.at(-1)!]
  if (places.length === 1) return `M${at(first)}l0.01 0`
  const bends = places.slice(1, -1).map((place, i) => `Q${at(place)} ${at(between(place, places[i + 2]!))}`)
  return `M${at(first)}${bends.join('')}L${at(last)}`
}

function arrow(tail: readonly [number, number], head: readonly [number, number], width: number): string {
  const way = Math.atan2(head[1] - tail[1], head[0] - tail[0])
  const side = (turn: number): [number, number] => [
    head[0] - Math.cos(way + turn) * headLength * width,
    head[1] - Math.sin(way + turn) * headLength * width,
  ]
  return `M${at(tail)}L${at(head)}M${at(side(headTurn))}L${at(head)}L${at(side(-headTurn))}`
}
