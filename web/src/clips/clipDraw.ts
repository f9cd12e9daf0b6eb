import { xOf, type DeskPicture } from '../desk/deskDraw'
import { rateChannel } from '../scene/owners'
import { overlapsOf, type ShownClip } from './clipLane'

export interface ClipPicture {
  top: number
  height: number
  clips: readonly ShownClip[]
  selected: ReadonlySet<number>
}

const ui = "'Figtree Variable', sans-serif"
const mono = "'JetBrains Mono Variable', monospace"
/** Cycles narrower than this are not told apart. */
const narrowest = 5

/** The clips of an object: a band for each, an arch for each round, crossed lines where one blends into the next. */
export function drawClips(ctx: CanvasRenderingContext2D, p: DeskPicture, picture: ClipPicture): void {
  for (const clip of picture.clips) drawBand(ctx, p, picture, clip)
  for (const overlap of overlapsOf(picture.clips)) drawBlend(ctx, p, picture, overlap)
  picture.clips.forEach((clip, i) => {
    // Its name stands before the next clip begins.
    const until = Math.min(clip.end, picture.clips[i + 1]?.start ?? Infinity)
    drawWords(ctx, p, picture, clip, until)
  })
}

function drawBand(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  { top, height, selected }: ClipPicture,
  { placed, start, end, cycles }: ShownClip,
): void {
  const x = (ticks: number) => xOf(p, ticks / p.ticksPerFrame)
  const [left, right] = [x(start), x(end)]
  if (right < 0 || left > p.width) return
  const colour = selected.has(placed.id) ? p.colours.picked : p.colours.mint
  const [upper, lower] = [top + 3, top + height - 4]
  ctx.save()
  ctx.beginPath()
  ctx.roundRect(left, upper, Math.max(2, right - left), lower - upper, 5)
  ctx.fillStyle = colour
  ctx.globalAlpha = 0.16
  ctx.fill()
  ctx.globalAlpha = 1
  ctx.strokeStyle = colour
  ctx.lineWidth = selected.has(placed.id) ? 1.6 : 1
  ctx.stroke()
  ctx.clip()
  drawArches(ctx, [left, ...cycles.map(x).sort((a, b) => a - b), right], lower)
  ctx.restore()
}

/** An arch over each round, along the lower edge. */
function drawArches(ctx: CanvasRenderingContext2D, edges: readonly number[], lower: number): void {
  ctx.globalAlpha = 0.55
  ctx.beginPath()
  for (let i = 0; i + 1 < edges.length; i++) {
    const [from, to] = [edges[i]!, edges[i + 1]!]
    if (to - from < narrowest) continue
    ctx.moveTo(from, lower)
    ctx.quadraticCurveTo((from + to) / 2, lower - 11, to, lower)
  }
  ctx.stroke()
  ctx.globalAlpha = 1
}

const rateWords = ({ keys, still }: { keys: { count: number }; still: number }) =>
  keys.count ? 'rate keyed' : still === 1 ? '' : `${Number(still.toFixed(2))}×`

function drawWords(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  { top, height }: ClipPicture,
  { placed: { holder }, start }: ShownClip,
  until: number,
): void {
  const left = Math.max(xOf(p, start / p.ticksPerFrame), 0) + 7
  const right = xOf(p, until / p.ticksPerFrame) - 6
  if (right - left < 12) return
  const middle = top + height / 2
  ctx.save()
  ctx.beginPath()
  ctx.rect(left, top, right - left, height)
  ctx.clip()
  ctx.fillStyle = p.colours.text
  ctx.textBaseline = 'middle'
  ctx.font = `11.5px ${ui}`
  ctx.fillText(holder.name, left, middle)
  const rate = rateWords(holder.channels.get(rateChannel)!)
  const after = left + ctx.measureText(holder.name).width + 8
  ctx.font = `10.5px ${mono}`
  if (rate && after + ctx.measureText(rate).width <= right) {
    ctx.fillStyle = p.colours.dim
    ctx.fillText(rate, after, middle)
  }
  ctx.restore()
}

/** One goes, one comes: two crossing lines, as a fade is drawn on paper. */
function drawBlend(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  { top, height }: ClipPicture,
  { from, to }: { from: number; to: number },
): void {
  const [left, right] = [xOf(p, from / p.ticksPerFrame), xOf(p, to / p.ticksPerFrame)]
  ctx.fillStyle = p.colours.mint
  ctx.globalAlpha = 0.22
  ctx.fillRect(left, top + 3, right - left, height - 7)
  ctx.globalAlpha = 1
  ctx.strokeStyle = p.colours.text
  ctx.lineWidth = 1
  ctx.beginPath()
  ctx.moveTo(left, top + 4)
  ctx.lineTo(right, top + height - 5)
  ctx.moveTo(left, top + height - 5)
  ctx.lineTo(right, top + 4)
  ctx.stroke()
}
