import { ticks } from 'd3-array'
import type { DeskPicture } from '../desk/deskDraw'
import { drawStem } from '../desk/keyStem'
import { firstAtOrAfter, type Keys } from '../scene/keys'
import type { Track } from '../scene/samples'
import { curveNames, inksOf } from './channelColours'
import { boxRoom, handleEnd, type CurveBox } from './curveHits'
import type { Curve, CurveLane } from './curveLane'
import { traceOutside, tracePath, xIn, yIn, type Jump, type Outside } from './curvePath'

export interface CurvePicture {
  lane: CurveLane
  selectedTimes: (curve: Curve) => ReadonlySet<number> | undefined
  /** What each curve does outside its keys. */
  outside: (curve: Curve) => { before: Outside; after: Outside }
  /** The keys that a curve had at the moment it is compared with. */
  ghost: (curve: Curve) => Keys | undefined
  box: CurveBox | null
  /** What is seen of the channel, where layers lie over it. */
  result?: Track
  /** What the axis counts in, where that is not the values themselves: (value − from) / per, with a sign behind. */
  axis?: { from: number; per: number; sign: string }
}

const mono = "'JetBrains Mono Variable', monospace"
/** Most handles drawn; more could not be told apart. */
const mostHandles = 120

/** A tall lane: its values, its curves, and their keys and handles. */
export function drawCurveLane(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  picture: CurvePicture,
  scrolled: number,
): void {
  const { lane } = picture.lane
  ctx.save()
  ctx.beginPath()
  ctx.rect(0, lane.top - scrolled, p.width, lane.height - 1)
  ctx.clip()
  drawAxis(ctx, p, picture.lane, picture.axis ?? { from: 0, per: 1, sign: '' })
  ctx.lineJoin = 'round'
  for (const curve of picture.lane.curves) {
    const ghost = picture.ghost(curve)
    if (ghost && ghost.count) drawGhost(ctx, p, { ...curve, keys: ghost })
  }
  const [own] = picture.lane.curves
  if (picture.result && own) drawResult(ctx, p, picture.result, own)
  const isMany = picture.lane.curves.length > 12
  const channels = picture.lane.curves.map(({ channel }) => channel)
  const ink = inksOf(channels, p.colours)
  for (const curve of picture.lane.curves)
    drawCurve(ctx, curve, picture.outside(curve), ink(curve.channel), isMany ? 1 : 1.6)
  const isOneChannel = channels.every(({ name }) => name === channels[0]!.name)
  if (channels.length > 1 && channels.length <= (isOneChannel ? 12 : 6))
    drawNames(ctx, p, picture.lane, ink, curveNames(channels))
  const form = formOf(picture.lane, p.width)
  for (const curve of picture.lane.curves) drawKeys(ctx, p, curve, form, picture.selectedTimes(curve))
  for (const curve of picture.lane.curves) drawHandles(ctx, p, curve, picture.selectedTimes(curve))
  if (picture.box) drawBox(ctx, p, picture.box)
  ctx.restore()
}

/** Rules at round values, and the values themselves at the left. */
function drawAxis(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  { top, bottom, range }: CurveLane,
  { from, per, sign }: NonNullable<CurvePicture['axis']>,
): void {
  const c = p.colours
  const [low, high] = [(range.low - from) / per, (range.high - from) / per]
  const steps = ticks(low, high, Math.max(2, Math.floor((bottom - top) / 34)))
  const perUnit = (bottom - top) / (high - low)
  const step = steps.length > 1 ? steps[1]! - steps[0]! : 1
  const decimals = Math.max(0, Math.min(6, -Math.floor(Math.log10(step) + 1e-9)))
  ctx.lineWidth = 1
  ctx.font = `10.5px ${mono}`
  ctx.textBaseline = 'alphabetic'
  for (const value of steps) {
    const y = Math.round(bottom - (value - low) * perUnit) + 0.5
    ctx.strokeStyle = value === 0 ? c.line : c.lineSoft
    ctx.setLineDash(value === 0 ? [] : [2, 5])
    ctx.beginPath()
    ctx.moveTo(0, y)
    ctx.lineTo(p.width, y)
    ctx.stroke()
  }
  ctx.setLineDash([])
  ctx.fillStyle = c.dim
  for (const value of steps) {
    const y = Math.round(bottom - (value - low) * perUnit)
    ctx.fillText(value.toFixed(decimals) + sign, 6, Math.max(y - 3, top + 2))
  }
}

function drawGhost(ctx: CanvasRenderingContext2D, p: DeskPicture, curve: Curve): void {
  const jumps: Jump[] = []
  ctx.strokeStyle = p.colours.dim
  ctx.globalAlpha = 0.6
  ctx.lineWidth = 3
  ctx.beginPath()
  tracePath(ctx, curve.frame, curve.keys, jumps)
  ctx.stroke()
  strokeJumps(ctx, jumps)
  ctx.globalAlpha = 1
}

/** What is seen, with all layers: strong, below the curves that make it. */
function drawResult(ctx: CanvasRenderingContext2D, p: DeskPicture, track: Track, { frame }: Curve): void {
  const step = Math.max(1, Math.floor((p.last - p.first) / p.width))
  ctx.strokeStyle = p.colours.cream
  ctx.lineWidth = 3
  ctx.beginPath()
  let isDown = false
  for (let at = Math.floor(p.first); at <= Math.ceil(p.last); at += step) {
    const value = track.at(at)
    if (value === undefined) isDown = false
    else {
      const [x, y] = [xIn(frame, at * p.ticksPerFrame), yIn(frame, value)]
      if (isDown) ctx.lineTo(x, y)
      else ctx.moveTo(x, y)
      isDown = true
    }
  }
  ctx.stroke()
}

function drawCurve(
  ctx: CanvasRenderingContext2D,
  { frame, keys }: Curve,
  { before, after }: { before: Outside; after: Outside },
  ink: string,
  thickness: number,
): void {
  const jumps: Jump[] = []
  ctx.strokeStyle = ink
  ctx.lineWidth = thickness
  ctx.beginPath()
  tracePath(ctx, frame, keys, jumps)
  ctx.stroke()
  strokeJumps(ctx, jumps)
  const outside: Jump[] = []
  ctx.setLineDash([5, 4])
  ctx.globalAlpha = 0.75
  ctx.beginPath()
  traceOutside(ctx, frame, keys, before, after, outside)
  ctx.stroke()
  ctx.setLineDash([])
  ctx.globalAlpha = 1
}

/** Each curve's name after its last key in view, none over another. */
function drawNames(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  { top, bottom, curves }: CurveLane,
  ink: (channel: Curve['channel']) => string,
  nameOf: (channel: Curve['channel']) => string,
): void {
  const [high, gap, furthest] = [13, 6, 40]
  ctx.font = "11px 'Figtree Variable', sans-serif"
  ctx.textBaseline = 'middle'
  const labels = curves.flatMap(({ channel, frame, keys }) => {
    const last = firstAtOrAfter(keys, frame.start + frame.width / frame.perTick) - 1
    if (last < 0) return []
    const text = nameOf(channel)
    const wide = ctx.measureText(text).width
    const x = Math.min(xIn(frame, keys.times[last]!) + 10, p.width - wide - gap)
    return [{ text, wide, x, y: yIn(frame, keys.values[last]!), ink: ink(channel) }]
  })
  labels.sort((a, b) => a.y - b.y)
  let free = top + high / 2
  for (const label of labels) {
    const y = Math.min(Math.max(label.y, free), bottom)
    // Too far from its curve it would tell of another.
    if (Math.abs(y - label.y) > furthest) continue
    free = y + high
    ctx.globalAlpha = 0.8
    ctx.fillStyle = p.colours.curveGround
    ctx.fillRect(label.x - 2, y - high / 2, label.wide + 4, high)
    ctx.globalAlpha = 1
    ctx.fillStyle = label.ink
    ctx.fillText(label.text, label.x, y)
  }
}

/** Jumps are plain to see: a dotted upright with a small bar where the value lands. */
function strokeJumps(ctx: CanvasRenderingContext2D, jumps: readonly Jump[]): void {
  if (jumps.length === 0) return
  ctx.setLineDash([1.5, 3.5])
  ctx.beginPath()
  for (const { x, from, to } of jumps) {
    ctx.moveTo(x, from)
    ctx.lineTo(x, to)
  }
  ctx.stroke()
  ctx.setLineDash([])
  ctx.beginPath()
  for (const { x, to } of jumps) {
    ctx.moveTo(x - 5, to)
    ctx.lineTo(x, to)
  }
  ctx.stroke()
}

/** How keys are drawn: with wings, as points, or as dots where there is no room for more. */
type KeyForm = 'wings' | 'points' | 'dots'
/** The pixels that a key takes in a form, and the share of a lane that all of its keys may take together. */
const roomFor = { wings: 190, points: 24 }
const mostShare = 1 / 3

/** The keys of a curve that are in view, with those whose wings reach into it. */
function inView({ frame, keys }: Curve): { from: number; to: number } {
  const margin = 12 / frame.perTick
  return {
    from: firstAtOrAfter(keys, frame.start - margin),
    to: firstAtOrAfter(keys, frame.start + frame.width / frame.perTick + margin),
  }
}

/** What there is room for on a lane, by all keys that are in view on it. */
function formOf({ top, bottom, curves }: CurveLane, width: number): KeyForm {
  const room = Math.max(1, (bottom - top) * width) * mostShare
  const count = curves.map(inView).reduce((sum, { from, to }) => sum + to - from, 0)
  return count * roomFor.wings < room ? 'wings' : count * roomFor.points < room ? 'points' : 'dots'
}

function drawKeys(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  curve: Curve,
  form: KeyForm,
  selected: ReadonlySet<number> | undefined,
): void {
  const { frame, keys } = curve
  const { from, to } = inView(curve)
  const { picked, cream } = p.colours
  // Where keys stand too close for their wings they are points, and too close for points only the selected ones.
  const spacing = to > from ? frame.width / (to - from) : Infinity
  for (let i = from; i < to; i++) {
    const isSelected = selected?.has(keys.times[i]!) ?? false
    if (spacing < 4 && !isSelected) continue
    const x = xIn(frame, keys.times[i]!)
    const y = yIn(frame, keys.values[i]!)
    const colour = isSelected ? picked : cream
    const near = Math.min(
      i > 0 ? x - xIn(frame, keys.times[i - 1]!) : Infinity,
      i + 1 < keys.count ? xIn(frame, keys.times[i + 1]!) - x : Infinity,
    )
    if (near >= 12 && form === 'wings') drawStem(ctx, x, y, keys.modes[i]!, colour)
    else {
      ctx.fillStyle = colour
      if (form === 'dots' && !isSelected) ctx.fillRect(Math.round(x) - 1, Math.round(y) - 1, 2, 2)
      else ctx.fillRect(Math.round(x) - 1.5, Math.round(y) - 4, 3, 8)
    }
  }
}

/** The handles of the selected keys: a filled square where it is the key's own, an open one where a rule sets it. */
function drawHandles(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  { frame, keys }: Curve,
  selected: ReadonlySet<number> | undefined,
): void {
  if (!selected || selected.size > mostHandles) return
  ctx.strokeStyle = p.colours.picked
  ctx.fillStyle = p.colours.ink
  ctx.lineWidth = 1.4
  for (const time of selected) {
    const i = firstAtOrAfter(keys, time)
    if (keys.times[i] !== time) continue
    for (const side of ['in', 'out'] as const) {
      const end = handleEnd(frame, keys, i, side)
      if (!end) continue
      const [x, y] = [xIn(frame, time), yIn(frame, keys.values[i]!)]
      if (Math.hypot(end.x - x, end.y - y) < 4) continue
      ctx.beginPath()
      ctx.moveTo(x, y)
      ctx.lineTo(end.x, end.y)
      ctx.stroke()
      const isOwn = ((keys.modes[i]! >> (side === 'in' ? 0 : 4)) & 7) === 5
      ctx.fillStyle = isOwn ? p.colours.picked : p.colours.ink
      ctx.beginPath()
      ctx.rect(end.x - 3.5, end.y - 3.5, 7, 7)
      ctx.fill()
      ctx.stroke()
    }
  }
}

/** The box around a selection: corners that are pulled to spread it in time and value. */
function drawBox(ctx: CanvasRenderingContext2D, p: DeskPicture, box: CurveBox): void {
  const [left, right] = [box.left - boxRoom, box.right + boxRoom]
  const [top, bottom] = [box.top - boxRoom, box.bottom + boxRoom]
  const arm = 9
  ctx.strokeStyle = p.colours.picked
  ctx.lineWidth = 2
  ctx.beginPath()
  for (const [x, dx] of [
    [left, arm],
    [right, -arm],
  ] as const)
    for (const [y, dy] of [
      [top, arm],
      [bottom, -arm],
    ] as const) {
      ctx.moveTo(x + dx, y)
      ctx.lineTo(x, y)
      ctx.lineTo(x, y + dy)
    }
  ctx.stroke()
  ctx.globalAlpha = 0.4
  ctx.lineWidth = 1
  ctx.setLineDash([2, 4])
  ctx.strokeRect(left, top, right - left, bottom - top)
  ctx.setLineDash([])
  ctx.globalAlpha = 1
}
