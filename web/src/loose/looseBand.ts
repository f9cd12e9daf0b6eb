import { xOf, type DeskPicture } from '../desk/deskDraw'

/** Where an object moves without keys. */
export interface LooseBand {
  /** Whether it does on a frame; nothing where that is not worked out yet. */
  at: (frame: number) => boolean | undefined
}

const gap = 7
const size = 2.2

/** A dotted band: motion that nobody keyed. Where it is not worked out yet, the dots are hollow. */
export function drawLooseBand(ctx: CanvasRenderingContext2D, p: DeskPicture, band: LooseBand, middle: number): void {
  const [left, right] = [Math.max(0, xOf(p, p.range[0])), Math.min(p.width, xOf(p, p.range[1]))]
  ctx.fillStyle = ctx.strokeStyle = p.colours.mint
  ctx.lineWidth = 0.9
  // The dots keep their places on the desk when it is moved along.
  const origin = xOf(p, 0)
  for (let x = origin + Math.ceil((left - origin) / gap) * gap; x <= right; x += gap) {
    const frame = Math.round(p.first + (x / p.width) * (p.last - p.first))
    const isLoose = band.at(Math.min(Math.max(frame, p.range[0]), p.range[1]))
    if (isLoose === false) continue
    ctx.beginPath()
    ctx.arc(x, middle, isLoose ? size / 2 : size / 2 + 0.4, 0, 2 * Math.PI)
    if (isLoose) ctx.fill()
    else ctx.stroke()
  }
}
