import { CanvasTexture } from 'three'
import { paper } from '../stage/paper'

/** A round spot with a dark rim, as grips are drawn; none where there is no canvas to draw it on. */
export function roundSpot(): CanvasTexture | null {
  if (typeof OffscreenCanvas === 'undefined') return null
  const { canvas, ctx } = paper(64, 64)
  ctx.arc(32, 32, 27, 0, 2 * Math.PI)
  ctx.fillStyle = 'white'
  ctx.fill()
  ctx.lineWidth = 7
  ctx.strokeStyle = '#16262a'
  ctx.stroke()
  return new CanvasTexture(canvas as unknown as HTMLCanvasElement)
}
