import { firstAtOrAfter, type Keys } from '../scene/keys'
import type { Colours } from '../styles/scheme'
import { drawPlainStem, drawStem } from './keyStem'
import { keysOf } from './laneKeys'
import type { Lane } from './lanes'
import { labelStep, tickStep } from './ruler'

/** All that a picture of the desk depends on. */
export interface DeskPicture {
  width: number
  height: number
  /** Frames at the left and right edges. */
  first: number
  last: number
  range: readonly [number, number]
  work: readonly [number, number]
  framesPerSecond: number
  ticksPerFrame: number
  /** How a frame is written on the ruler. */
  label: (frame: number) => string
  /** Room for the longest label, in pixels. */
  labelRoom: number
  colours: Colours
}

export const xOf = (picture: Pick<DeskPicture, 'width' | 'first' | 'last'>, frame: number) =>
  ((frame - picture.first) / (picture.last - picture.first)) * picture.width

export const frameOf = (picture: Pick<DeskPicture, 'width' | 'first' | 'last'>, x: number) =>
  picture.first + (x / picture.width) * (picture.last - picture.first)

/** Heights on the ruler, in pixels from its top, and how far a bookmark's flag reaches. */
export const rulerParts = { half: 9, bookmarks: 13, bookmarkWidth: 9 } as const

const mono = "'JetBrains Mono Variable', monospace"

export function drawRuler(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  bookmarks: readonly { name: string; frame: number; colour: keyof Colours }[],
): void {
  const c = p.colours
  ctx.fillStyle = c.panel
  ctx.fillRect(0, 0, p.width, p.height)
  const workLeft = xOf(p, p.work[0])
  ctx.fillStyle = c.workBand
  ctx.fillRect(workLeft, 0, xOf(p, p.work[1]) - workLeft, p.height)

  const scale = p.width / (p.last - p.first)
  const step = labelStep(scale, p.labelRoom, p.framesPerSecond)
  const small = tickStep(step, scale)
  ctx.font = `10.5px ${mono}`
  ctx.textBaseline = 'alphabetic'
  for (let frame = Math.ceil(p.first / small) * small; frame <= p.last; frame += small) {
    const x = Math.round(xOf(p, frame)) + 0.5
    const labelled = frame % step === 0
    ctx.strokeStyle = labelled ? c.dim : c.line
    ctx.lineWidth = 1
    ctx.beginPath()
    ctx.moveTo(x, labelled ? 14 : 19)
    ctx.lineTo(x, p.height)
    ctx.stroke()
    if (!labelled) continue
    ctx.fillStyle = frame < p.range[0] || frame > p.range[1] ? c.line : c.dim
    ctx.fillText(p.label(frame), x + 3, 12)
  }
  for (const { frame, colour } of bookmarks) drawBookmark(ctx, xOf(p, frame), p.height, c[colour])
  ctx.fillStyle = c.cream
  for (const edge of p.work) ctx.fillRect(Math.round(xOf(p, edge)) - 1, 0, 3, 9)
  ctx.fillStyle = c.mint
  for (const edge of p.range) ctx.fillRect(Math.round(xOf(p, edge)) - 1, p.height - 9, 3, 9)
}

/** A ribbon with a notch, hanging from the ruler's lower half. */
function drawBookmark(ctx: CanvasRenderingContext2D, at: number, bottom: number, colour: string): void {
  const x = Math.round(at)
  const top = rulerParts.bookmarks
  ctx.fillStyle = colour
  ctx.beginPath()
  ctx.moveTo(x, top)
  ctx.lineTo(x + rulerParts.bookmarkWidth, top)
  ctx.lineTo(x + rulerParts.bookmarkWidth - 3, (top + bottom) / 2)
  ctx.lineTo(x + rulerParts.bookmarkWidth, bottom)
  ctx.lineTo(x, bottom)
  ctx.fill()
}

export function drawLanes(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  lanes: readonly Lane[],
  scrolled: number,
  chosen: ReadonlySet<number>,
  chosenTimes: (object: number, channel: string) => ReadonlySet<number> | undefined,
  spacing: (lane: Lane) => Float32Array | null,
): void {
  const c = p.colours
  ctx.fillStyle = c.ink
  ctx.fillRect(0, 0, p.width, p.height)
  for (const lane of lanes) {
    const top = lane.top - scrolled
    if (chosen.has(lane.object.id) && !lane.channel) {
      ctx.fillStyle = c.laneChosen
      ctx.fillRect(0, top, p.width, lane.height)
    }
    ctx.fillStyle = c.lineSoft
    ctx.fillRect(0, top + lane.height - 1, p.width, 1)
  }
  shadeOutside(ctx, p)
  for (const lane of lanes) {
    const top = lane.top - scrolled
    const band = spacing(lane)
    if (band) drawSpacing(ctx, p, band, top + lane.height - 6)
    drawKeys(ctx, p, lane, keysOf(lane), top + (band ? 9 : lane.height / 2), chosenTimes)
  }
}

/** Frames outside the scene range are there, but not played. */
function shadeOutside(ctx: CanvasRenderingContext2D, p: DeskPicture): void {
  ctx.fillStyle = p.colours.panel
  ctx.globalAlpha = 0.55
  const left = xOf(p, p.range[0])
  const right = xOf(p, p.range[1])
  if (left > 0) ctx.fillRect(0, 0, left, p.height)
  if (right < p.width) ctx.fillRect(right, 0, p.width - right, p.height)
  ctx.globalAlpha = 1
}

function drawKeys(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  lane: Lane,
  keys: Keys,
  middle: number,
  chosenTimes: (object: number, channel: string) => ReadonlySet<number> | undefined,
): void {
  if (keys.count === 0) return
  const c = p.colours
  const sets = lane.channels.flatMap(({ object, channel }) => chosenTimes(object, channel.name) ?? [])
  const start = Math.max(0, firstAtOrAfter(keys, (p.first - 1) * p.ticksPerFrame))
  // A key outside the scene range waits there: it is not played, and not lost.
  const [startOfRange, endOfRange] = p.range.map((frame) => frame * p.ticksPerFrame) as [number, number]
  let previous = -Infinity
  for (let i = start; i < keys.count; i++) {
    const time = keys.times[i]!
    const x = xOf(p, time / p.ticksPerFrame)
    if (x > p.width + 10) break
    const isChosen = sets.length > 0 && sets.some((set) => set.has(time))
    const waits = time < startOfRange || time > endOfRange
    // Several keys on one pixel look like one; a chosen one is never hidden.
    if (x - previous < 1 && !isChosen) continue
    const next = i + 1 < keys.count ? xOf(p, keys.times[i + 1]! / p.ticksPerFrame) : Infinity
    const colour = isChosen ? c.lemon : waits ? c.dim : c.cream
    if (x - previous < 9 || next - x < 9) drawPlainStem(ctx, x, middle, colour)
    else drawStem(ctx, x, middle, keys.modes[i]!, colour)
    previous = x
  }
}

/** The spacing band: the stronger the colour, the further the object travels in that frame. */
function drawSpacing(ctx: CanvasRenderingContext2D, p: DeskPicture, band: Float32Array, top: number): void {
  ctx.fillStyle = p.colours.tangerine
  const step = Math.max(1, Math.ceil((p.last - p.first) / p.width))
  const from = Math.max(p.range[0], Math.floor(p.first))
  const to = Math.min(p.range[1], Math.ceil(p.last))
  for (let frame = from; frame < to; frame += step) {
    const strength = band[frame - p.range[0]] ?? 0
    if (strength < 0.004) continue
    ctx.globalAlpha = 0.14 + 0.86 * strength
    const x = xOf(p, frame)
    ctx.fillRect(x, top, xOf(p, frame + step) - x + 0.4, 4)
  }
  ctx.globalAlpha = 1
}
