import type { FindingTold } from '../api/http'
import { xOf, type DeskPicture } from './deskDraw'
import type { ShownKeys } from '../scene/shownKeys'

/** As much of the keys of a channel as is counted. */
type Times = Pick<ShownKeys, 'count' | 'times'>

/** Above the strip's window lies a rail with the two ranges, the scene's above the work range. */
export const overviewParts = { rail: 11, half: 5.5 } as const

/** Where something was found, in frames. */
type Place = Pick<FindingTold, 'first' | 'last' | 'level'>
type Stretch = Pick<DeskPicture, 'width' | 'first' | 'last' | 'ticksPerFrame'>

/** Counts how many keys stand on each column of pixels; curves that are shown as before are not counted again. */
export class ColumnCounts {
  private stretch: Stretch = { width: 0, first: 0, last: 0, ticksPerFrame: 1 }
  private counted: readonly Times[] = []
  private columns = new Uint16Array(0)

  of({ width, first, last, ticksPerFrame }: Stretch, all: readonly Times[]): Uint16Array {
    const was = this.stretch
    const isSame =
      was.width === width &&
      was.first === first &&
      was.last === last &&
      was.ticksPerFrame === ticksPerFrame &&
      all.length === this.counted.length
    this.stretch = { width, first, last, ticksPerFrame }
    if (!isSame) {
      this.columns = new Uint16Array(Math.ceil(width) + 1)
      this.counted = []
    } else this.columns = this.columns.slice()
    all.forEach((keys, i) => {
      const before = this.counted[i]
      if (before === keys) return
      if (before) this.count(before, -1)
      this.count(keys, 1)
    })
    this.counted = all
    return this.columns
  }

  private count(keys: Times, by: 1 | -1): void {
    for (let i = 0; i < keys.count; i++) {
      const x = Math.round(xOf(this.stretch, keys.times[i]! / this.stretch.ticksPerFrame))
      if (x >= 0 && x < this.columns.length) this.columns[x]! += by
    }
  }
}

/** The whole scene with all its keys, and the stretch that the desk shows. */
export function drawOverview(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  columns: Uint16Array,
  shown: readonly [number, number],
  findings: readonly Place[] = [],
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
  drawFindings(ctx, p, findings)
  ctx.fillStyle = c.cream
  for (const x of [left, right - 6]) {
    ctx.beginPath()
    ctx.roundRect(x, overviewParts.rail, 6, p.height - overviewParts.rail - 3, 3)
    ctx.fill()
  }
}

/** What the timing check has found, on the lower edge: the worst on top. */
function drawFindings(ctx: CanvasRenderingContext2D, p: DeskPicture, findings: readonly Place[]): void {
  const c = p.colours
  const colour = { fault: c.grapefruit, warning: c.tangerine, note: c.dim }
  for (const { first, last, level } of [...findings].reverse()) {
    const [left, right] = [xOf(p, first), xOf(p, last)]
    ctx.fillStyle = colour[level]
    ctx.fillRect(left - 1, p.height - 3, Math.max(3, right - left + 2), 3)
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
