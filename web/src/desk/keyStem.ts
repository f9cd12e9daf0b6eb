import type { Interpolation } from '../api/messages'
import { inOf, outOf } from '../scene/keys'

/**
 * A key is a stem with wings. The wing on each side tells how motion arrives and leaves: an arc is smooth or
 * clamped, a slant linear, a level bar hold, none flat; a dot at the end stands for free handles.
 */
export function drawStem(
  ctx: CanvasRenderingContext2D,
  x: number,
  middle: number,
  modes: number,
  colour: string,
): void {
  ctx.strokeStyle = colour
  ctx.fillStyle = colour
  ctx.lineCap = 'round'
  ctx.lineWidth = 3.6
  ctx.beginPath()
  ctx.moveTo(x, middle - 5.5)
  ctx.lineTo(x, middle + 6)
  ctx.stroke()
  ctx.lineWidth = 1.8
  drawWing(ctx, x, middle - 6, -1, inOf(modes))
  drawWing(ctx, x, middle - 6, 1, outOf(modes))
}

function drawWing(ctx: CanvasRenderingContext2D, x: number, y: number, side: -1 | 1, mode: Interpolation): void {
  if (mode === 'flat') return
  ctx.beginPath()
  ctx.moveTo(x, y)
  if (mode === 'hold') ctx.lineTo(x + side * 8, y)
  else if (mode === 'linear') ctx.lineTo(x + side * 7, y + 7)
  else ctx.quadraticCurveTo(x + side * 6.5, y, x + side * 7.5, y + 6.5)
  ctx.stroke()
  if (mode !== 'free') return
  ctx.beginPath()
  ctx.arc(x + side * 7.5, y + 7, 2, 0, 2 * Math.PI)
  ctx.fill()
}

/** Where keys stand too close for wings: plain stems, from the first to the last of some columns of pixels that follow each other. */
export function drawPlainStems(
  ctx: CanvasRenderingContext2D,
  first: number,
  last: number,
  middle: number,
  colour: string,
): void {
  ctx.fillStyle = colour
  ctx.fillRect(first - 1, middle - 6, last - first + 2, 12)
}
