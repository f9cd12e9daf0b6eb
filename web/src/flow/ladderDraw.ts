import { xOf, type DeskPicture } from '../desk/deskDraw'
import type { Lane } from '../desk/lanes'
import type { Keys } from '../scene/keys'
import type { Track } from '../scene/samples'
import { pointsInSight, rungStep, stretchesOf, wordsOf, type Stretch } from './ladder'

export interface LadderPicture {
  lane: Lane
  points: Keys
  /** The source frame of each played frame. */
  track: Track | undefined
  on: boolean
  selected: ReadonlySet<number> | undefined
}

const ui = "'Figtree Variable', sans-serif"
/** How far the rails stand from the edges of the lane. */
export const railRoom = 10

/** Played frames on the upper rail, source frames on the lower one, and rungs between them. */
export function drawLadder(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  { lane, points, track, on, selected }: LadderPicture,
): void {
  const c = p.colours
  const top = lane.top + railRoom
  const bottom = lane.top + lane.height - railRoom - 1
  ctx.save()
  ctx.beginPath()
  ctx.rect(0, lane.top, p.width, lane.height - 1)
  ctx.clip()
  ctx.fillStyle = c.curveGround
  ctx.fillRect(0, lane.top, p.width, lane.height - 1)
  ctx.globalAlpha = on ? 1 : 0.35
  const sight = pointsInSight(points, p.ticksPerFrame, p.first, p.last)
  const stretches = stretchesOf(points, p.ticksPerFrame, sight)
  if (track) drawRungs(ctx, p, track, stretches, top, bottom)
  ctx.strokeStyle = c.line
  ctx.lineWidth = 1
  ctx.setLineDash([])
  for (const y of [top, bottom]) {
    ctx.beginPath()
    ctx.moveTo(0, y + 0.5)
    ctx.lineTo(p.width, y + 0.5)
    ctx.stroke()
  }
  drawPoints(ctx, p, points, sight, selected, top, bottom)
  for (const stretch of stretches) drawWords(ctx, p, stretch, (top + bottom) / 2)
  ctx.restore()
}

/** How far apart two points are drawn at least, in pixels: closer ones would be one blot. */
const leastApart = 3

/** Points that stand close, as those of motion on twos do, are smaller; of very many, so many as can be told apart, and all that are selected. */
function drawPoints(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  points: Keys,
  [from, to]: readonly [number, number],
  selected: ReadonlySet<number> | undefined,
  top: number,
  bottom: number,
): void {
  const at = (i: number) => xOf(p, points.times[i]! / p.ticksPerFrame)
  const apart = to - from > 1 ? (at(to - 1) - at(from)) / (to - from - 1) : Infinity
  const radius = Math.max(1, Math.min(5, apart * 0.35))
  let before = -Infinity
  for (let i = from; i < to; i++) {
    const isSelected = selected?.has(points.times[i]!) ?? false
    if (at(i) - before < (isSelected ? 1 : leastApart)) continue
    before = at(i)
    const size = isSelected ? Math.max(radius, 3) : radius
    drawPoint(ctx, p, before, xOf(p, points.values[i]!), top, bottom, size, isSelected)
  }
}

/** Told apart by more than colour: slow is thick, fast thin and wide, held ends in one place, backwards is dashed. */
const looks = {
  plain: { colour: 'dim', width: 1, dash: [], alpha: 0.5 },
  slow: { colour: 'mint', width: 1.7, dash: [], alpha: 1 },
  fast: { colour: 'sky', width: 1, dash: [], alpha: 0.9 },
  held: { colour: 'picked', width: 1, dash: [1, 3], alpha: 0.9 },
  backwards: { colour: 'tangerine', width: 1.3, dash: [5, 3], alpha: 1 },
} as const

function drawRungs(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  track: Track,
  stretches: readonly Stretch[],
  top: number,
  bottom: number,
): void {
  const step = rungStep(p.width / (p.last - p.first))
  // A rung reaches to the source frame, which may lie far to the side.
  const from = p.first - (p.last - p.first)
  const to = p.last + (p.last - p.first)
  let stretch = 0
  for (let frame = Math.ceil(from / step) * step; frame <= to; frame += step) {
    const source = track.at(frame)
    if (source === undefined) continue
    while (stretch < stretches.length && frame >= stretches[stretch]!.to) stretch++
    const inside = stretches[stretch]
    const kind = inside && frame >= inside.from ? inside.kind : 'plain'
    const look = looks[kind]
    const [x, below] = [xOf(p, frame), xOf(p, source)]
    if (Math.max(x, below) < 0 || Math.min(x, below) > p.width) continue
    ctx.strokeStyle = p.colours[look.colour]
    ctx.lineWidth = look.width
    ctx.setLineDash(look.dash as unknown as number[])
    const before = ctx.globalAlpha
    ctx.globalAlpha = before * look.alpha
    ctx.beginPath()
    ctx.moveTo(x, top)
    ctx.lineTo(below, bottom)
    ctx.stroke()
    ctx.globalAlpha = before
  }
  ctx.setLineDash([])
}

/** A point of the warp: a filled end on the upper rail, an open one on the lower, and the rung between them. */
function drawPoint(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  x: number,
  below: number,
  top: number,
  bottom: number,
  radius: number,
  isSelected: boolean,
): void {
  ctx.strokeStyle = isSelected ? p.colours.picked : p.colours.mint
  ctx.fillStyle = ctx.strokeStyle
  ctx.lineWidth = Math.min(1.6, radius / 2)
  ctx.beginPath()
  ctx.moveTo(x, top)
  ctx.lineTo(below, bottom)
  ctx.stroke()
  ctx.beginPath()
  ctx.arc(x, top, radius, 0, 2 * Math.PI)
  ctx.fill()
  ctx.fillStyle = p.colours.curveGround
  ctx.beginPath()
  ctx.arc(below, bottom, radius * 0.9, 0, 2 * Math.PI)
  ctx.fill()
  ctx.stroke()
}

/** No words of a stretch are shorter, in pixels. */
const leastWords = 40

function drawWords(ctx: CanvasRenderingContext2D, p: DeskPicture, stretch: Stretch, middle: number): void {
  const played = [xOf(p, stretch.from), xOf(p, stretch.to)] as const
  const source = [xOf(p, stretch.sourceFrom), xOf(p, stretch.sourceTo)] as const
  const room = Math.max(Math.abs(played[1] - played[0]), Math.abs(source[1] - source[0]))
  if (room < leastWords) return
  const text = wordsOf(stretch)
  ctx.font = `11.5px ${ui}`
  const width = ctx.measureText(text).width
  if (room < width + 10) return
  // Over the middle of what of it is in view.
  const [left, right] = [Math.max(0, Math.min(...played)), Math.min(p.width, Math.max(...played))]
  if (right - left < width) return
  const x = (left + right) / 2 - width / 2
  ctx.fillStyle = p.colours.curveGround
  ctx.globalAlpha *= 0.85
  ctx.fillRect(x - 5, middle - 9, width + 10, 18)
  ctx.globalAlpha /= 0.85
  ctx.fillStyle = p.colours[stretch.kind === 'plain' ? 'dim' : 'text']
  ctx.textBaseline = 'middle'
  ctx.fillText(text, x, middle + 0.5)
}
