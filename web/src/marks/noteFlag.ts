import { colours } from '../styles/scheme'

/** How high and wide the flag of a note is at the lower edge of a ruler, in pixels. */
export const [noteHeight, noteWidth] = [11, 5]

/** A drop that stands on the lower edge of a ruler. */
export function drawNote(ctx: CanvasRenderingContext2D, at: number, bottom: number): void {
  const x = Math.round(at)
  const middle = bottom - noteHeight + 4
  ctx.beginPath()
  ctx.arc(x, middle, 4, Math.PI * 0.85, Math.PI * 0.15)
  ctx.lineTo(x, bottom)
  ctx.closePath()
  ctx.fillStyle = colours().tangerine
  ctx.fill()
}
