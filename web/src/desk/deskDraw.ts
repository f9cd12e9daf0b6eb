import { drawNote } from '../marks/noteFlag'
import type { Colours } from '../styles/scheme'
import { labelLeft, labelStep, tickStep } from './ruler'

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
  /** The frame that the ruler's steps are counted from. */
  origin: number
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
export const rulerParts = { half: 9, bookmarks: 13, bookmarkWidth: 9, flag: 19 } as const

/** From where to where the playhead's flag reaches on a ruler: as wide as what stands on it, and all of it in sight. */
export function flagSpan(x: number, width: number, label: string): [left: number, right: number] {
  const wide = Math.max(30, 12 + 7 * label.length)
  const left = Math.max(0, Math.min(x - wide / 2, width - wide))
  return [left, left + wide]
}

const mono = "'JetBrains Mono Variable', monospace"

export function drawRuler(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  bookmarks: readonly { name: string; frame: number; colour: keyof Colours }[],
  notes: readonly { frame: number }[],
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
  const { origin } = p
  const workEnds = p.work.map((edge) => Math.round(xOf(p, edge)))
  ctx.font = `10.5px ${mono}`
  ctx.textBaseline = 'alphabetic'
  for (let frame = origin + Math.ceil((p.first - origin) / small) * small; frame <= p.last; frame += small) {
    const x = Math.round(xOf(p, frame)) + 0.5
    const labelled = (frame - origin) % step === 0
    ctx.strokeStyle = labelled ? c.dim : c.line
    ctx.lineWidth = 1
    ctx.beginPath()
    ctx.moveTo(x, labelled ? 14 : 19)
    ctx.lineTo(x, p.height)
    ctx.stroke()
    if (!labelled) continue
    ctx.fillStyle = c.dim
    ctx.globalAlpha = frame < p.range[0] || frame > p.range[1] ? 0.6 : 1
    const label = p.label(frame)
    const left = labelLeft(x, ctx.measureText(label).width, p.width, workEnds)
    if (left !== null) ctx.fillText(label, left, 12)
    ctx.globalAlpha = 1
  }
  let next = p.width + rulerParts.bookmarkWidth
  // Where they stand close, as beats do, a flag is no wider than the way to the next.
  for (const { frame, colour } of bookmarks.toReversed()) {
    const x = xOf(p, frame)
    if (x >= -rulerParts.bookmarkWidth && x <= p.width) drawBookmark(ctx, x, p.height, next - x, c[colour])
    next = x
  }
  // Several notes of one frame are one flag.
  for (const frame of new Set(notes.map((note) => note.frame))) drawNote(ctx, xOf(p, frame), p.height)
  ctx.fillStyle = c.cream
  for (const x of workEnds) ctx.fillRect(x - 1, 0, 3, 9)
  ctx.fillStyle = c.mint
  for (const edge of p.range) ctx.fillRect(Math.round(xOf(p, edge)) - 1, p.height - 9, 3, 9)
}

/** A ribbon with a notch, hanging from the ruler's lower half; a line where there is no room for one. */
function drawBookmark(ctx: CanvasRenderingContext2D, at: number, bottom: number, room: number, colour: string): void {
  const x = Math.round(at)
  const top = rulerParts.bookmarks
  ctx.fillStyle = colour
  if (room < rulerParts.bookmarkWidth + 1) return ctx.fillRect(x, top, room < 4 ? 1 : 2, bottom - top)
  ctx.beginPath()
  ctx.moveTo(x, top)
  ctx.lineTo(x + rulerParts.bookmarkWidth, top)
  ctx.lineTo(x + rulerParts.bookmarkWidth - 3, (top + bottom) / 2)
  ctx.lineTo(x + rulerParts.bookmarkWidth, bottom)
  ctx.lineTo(x, bottom)
  ctx.fill()
}
