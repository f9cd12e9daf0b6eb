import type { DeskPicture } from '../desk/deskDraw'
import { curveOf, type Thread } from './threads'

const font = "11px 'Figtree Variable', sans-serif"

let measuring: CanvasRenderingContext2D | null = null

/** How wide the label of a thread is, in pixels. */
export function labelWidth(label: string): number {
  measuring ??= document.createElement('canvas').getContext('2d')!
  measuring.font = font
  return measuring.measureText(label).width
}

/** Threads over the lanes: mint where the cue calls, grapefruit and loose where it never does, dim where it is off. */
export function drawThreads(ctx: CanvasRenderingContext2D, p: DeskPicture, threads: readonly Thread[]): void {
  for (const thread of threads) drawThread(ctx, p, thread)
}

function drawThread(ctx: CanvasRenderingContext2D, p: DeskPicture, thread: Thread): void {
  const { mint, grapefruit, dim, ink } = p.colours
  const { cue, from, to, label, at } = thread
  const colour = !cue.on ? dim : to ? mint : grapefruit
  const [start, leaving, arriving, end] = curveOf(thread)
  ctx.save()
  ctx.strokeStyle = ctx.fillStyle = colour
  ctx.lineWidth = 1.25
  ctx.setLineDash([2, 3])
  ctx.beginPath()
  ctx.moveTo(...start!)
  ctx.bezierCurveTo(...leaving!, ...arriving!, ...end!)
  ctx.stroke()
  ctx.setLineDash([])
  disc(ctx, from.x, from.y, 3.5, cue.calls !== null)
  if (to) disc(ctx, to.x, to.y, 4.5, true)
  ctx.font = font
  ctx.textBaseline = 'middle'
  const wide = labelWidth(label)
  ctx.globalAlpha = 0.85
  ctx.fillStyle = ink
  ctx.fillRect(at.x - 3, at.y - 8, wide + 6, 16)
  ctx.globalAlpha = 1
  ctx.fillStyle = colour
  ctx.fillText(label, at.x, at.y)
  ctx.restore()
}

function disc(ctx: CanvasRenderingContext2D, x: number, y: number, radius: number, isFull: boolean): void {
  ctx.beginPath()
  ctx.arc(x, y, radius, 0, 2 * Math.PI)
  if (isFull) ctx.fill()
  else ctx.stroke()
}
