import type { Keys } from '../scene/keys'
import { xOf, type DeskPicture } from './deskDraw'

/** Above the strip's window lies a rail with the two ranges, the scene's above the work range. */
export const overviewParts = { rail: 11, half: 5.5 } as const

/** How many keys stand on each column of pixels. */
export function countColumns(p: Pick<DeskPicture, 'width' | 'first' | 'last' | 'ticksPerFrame'>, all: readonly Keys[]) {
  const columns = new Uint16Array(Math.ceil(p.width) + 1)
  for (const keys of all)
    for (let i = 0; i < keys.count; i++) {
      const x = Math.round(xOf(p, keys.times[i]! / p.ticksPerFrame))
      if (x >= 0 && x < columns.length) columns[x]!++
    }
  return columns
}

/** The whole scene with all its keys, and the stretch that the desk shows. */
export function drawOverview(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  columns: Uint16Array,
  shown: readonly [number, number],
): void {
  const c = p.colours
  ctx.fillStyle = c.ink
  ctx.fillRect(0, 0, p.width, p.height)
  ctx.fillStyle = c.panel
  ctx.beginPath()
  ctx.roundRect(0, overviewParts.rail, p.width, p.height - overviewParts.rail - 3, 6)
  ctx.fill()
  drawRail(ctx, p, p.range, c.mint, 2)
  drawRail(ctx, p, p.work, c.cream, 6)
  const left = Math.max(0, xOf(p, shown[0]))
  const right = Math.min(p.width, xOf(p, shown[1]))
  ctx.fillStyle = c.line
  ctx.beginPath()
  ctx.roundRect(left, overviewParts.rail, right - left, p.height - overviewParts.rail - 3, 6)
  ctx.fill()

  ctx.fillStyle = c.dim
  for (let x = 0; x < columns.length; x++) {
    if (columns[x] === 0) continue
    const tall = Math.min(p.height - overviewParts.rail - 7, 4 + columns[x]! * 1.2)
    ctx.fillRect(x, p.height - 5 - tall, 1, tall)
  }
  ctx.fillStyle = c.cream
  for (const x of [left, right - 6]) {
    ctx.beginPath()
    ctx.roundRect(x, overviewParts.rail, 6, p.height - overviewParts.rail - 3, 3)
    ctx.fill()
  }
}

function drawRail(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  [first, last]: readonly [number, number],
  colour: string,
  top: number,
): void {
  const [left, right] = [Math.round(xOf(p, first)), Math.round(xOf(p, last))]
  ctx.fillStyle = colour
  ctx.globalAlpha = 0.55
  ctx.fillRect(left, top + 1, right - left, 1)
  ctx.globalAlpha = 1
  for (const x of [left, right]) ctx.fillRect(x - 1, top - 1, 3, 4)
}
