import type { OwnerKey } from '../scene/owners'
import { xOf, type DeskPicture } from './deskDraw'
import type { SelectionBox } from './deskStore'
import { drawPlainStems, drawStem } from './keyStem'
import { laneColumns, margin, selected, several, waiting } from './laneColumns'
import { objectOf, type Lane } from './lanes'
import { drawLooseBand, type LooseBand } from '../loose/looseBand'
import type { Spacing } from './spacing'

export interface LanePicture {
  lanes: readonly Lane[]
  scrolled: number
  /** Objects that are selected. */
  selected: ReadonlySet<number>
  selectedTimes: (object: OwnerKey, channel: string) => ReadonlySet<number> | undefined
  spacing: (lane: Lane) => Spacing | null
  /** What of a lane moves without keys. */
  loose: (lane: Lane) => LooseBand | null
  box: SelectionBox | null
  /** Whether keys are shown as they are played, and not where they stand in source. */
  played: boolean
  /** Where the keyboard is: a lane and a time on it. */
  cursor: { lane: string; time: number | null } | null
}

/** How far beside the keys the box around a selection has its sides, in pixels. */
export const boxMargin = 10

export function drawLanes(ctx: CanvasRenderingContext2D, p: DeskPicture, picture: LanePicture): void {
  const { lanes, scrolled } = picture
  const c = p.colours
  ctx.fillStyle = c.ink
  ctx.fillRect(0, 0, p.width, p.height)
  for (const lane of lanes) {
    const top = lane.top - scrolled
    if (lane.kind === 'object' && picture.selected.has(objectOf(lane)!.id)) {
      ctx.fillStyle = c.laneSelected
      ctx.fillRect(0, top, p.width, lane.height)
    } else if (lane.curves) {
      ctx.fillStyle = c.curveGround
      ctx.fillRect(0, top, p.width, lane.height)
    } else if (lane.kind === 'scene') {
      ctx.fillStyle = c.panel
      ctx.fillRect(0, top, p.width, lane.height)
    }
    ctx.fillStyle = c.lineSoft
    ctx.fillRect(0, top + lane.height - 1, p.width, 1)
  }
  shadeOutside(ctx, p)
  for (const lane of lanes) {
    if (lane.curves) continue
    const top = lane.top - scrolled
    const band = picture.spacing(lane)
    if (band) drawSpacing(ctx, p, band, top + lane.height - 6)
    const loose = picture.loose(lane)
    if (loose) drawLooseBand(ctx, p, loose, top + 3.5)
    drawKeys(ctx, p, lane, top + (band ? 9 : lane.height / 2), picture)
  }
  if (picture.box) drawSelectionBox(ctx, p, picture.box, scrolled)
  const at = picture.cursor && lanes.find(({ id }) => id === picture.cursor!.lane)
  if (at) drawCursor(ctx, p, at, picture.cursor!.time, scrolled)
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
  middle: number,
  picture: LanePicture,
): void {
  const { count, marks, modes, times, isBefore, isAfter } = laneColumns(lane, p, picture)
  const { picked, cream, dim } = p.colours
  const plain = lane.layer ? p.colours[lane.layer.peel] : cream
  let previous = -Infinity
  // Plain stems side by side are drawn as one.
  let run = null as { from: number; to: number; colour: string } | null
  const finish = () => {
    if (run) drawPlainStems(ctx, run.from - margin, run.to - margin, middle, run.colour)
    run = null
  }
  for (let x = 0; x < count; x++) {
    const mark = marks[x]!
    if (mark === 0) continue
    const colour = mark & selected ? picked : mark & waiting ? dim : plain
    let isCrowded = (mark & several) !== 0 || x - previous < 9
    for (let beside = x + 1; !isCrowded && beside < x + 9 && beside < count; beside++) isCrowded = marks[beside] !== 0
    previous = x
    if (isCrowded && run?.colour === colour && x - run.to <= 2) {
      run.to = x
      continue
    }
    finish()
    if (isCrowded) run = { from: x, to: x, colour }
    else {
      const at = xOf(p, times[x]! / p.ticksPerFrame)
      drawStem(ctx, at, middle, modes[x]!, colour)
      if (lane.layer) drawLetter(ctx, at, middle, lane.layer.letter, colour)
    }
  }
  finish()
  if (isBefore) drawHint(ctx, 4, 1, middle, dim)
  if (isAfter) drawHint(ctx, p.width - 4, -1, middle, dim)
}

/** Whose key it is, beside the foot of its stem, for those who do not tell layers by colour. */
function drawLetter(ctx: CanvasRenderingContext2D, x: number, middle: number, letter: string, colour: string): void {
  ctx.fillStyle = colour
  ctx.font = '700 8px Figtree, sans-serif'
  ctx.fillText(letter, x + 4, middle + 8.5)
}

/** An angle at the desk's edge: there are more keys that way. */
function drawHint(ctx: CanvasRenderingContext2D, x: number, way: 1 | -1, middle: number, colour: string): void {
  ctx.strokeStyle = colour
  ctx.lineWidth = 1.5
  ctx.beginPath()
  ctx.moveTo(x + way * 4, middle - 4)
  ctx.lineTo(x, middle)
  ctx.lineTo(x + way * 4, middle + 4)
  ctx.stroke()
}

/** The spacing band: the stronger the colour, the further the object travels in that frame. */
function drawSpacing(ctx: CanvasRenderingContext2D, p: DeskPicture, spacing: Spacing, top: number): void {
  ctx.fillStyle = p.colours.tangerine
  const step = Math.max(1, Math.ceil((p.last - p.first) / p.width))
  const from = Math.max(p.range[0], Math.floor(p.first))
  const to = Math.min(p.range[1], Math.ceil(p.last))
  const strengths: number[] = []
  for (let frame = from; frame < to; frame += step) {
    const strength = spacing(frame)
    // A band with holes would look like a way with stops.
    if (strength === undefined) return
    strengths.push(strength)
  }
  for (const [i, strength] of strengths.entries()) {
    if (strength < 0.004) continue
    ctx.globalAlpha = 0.14 + 0.86 * strength
    const x = xOf(p, from + i * step)
    ctx.fillRect(x, top, xOf(p, from + (i + 1) * step) - x + 0.4, 4)
  }
  ctx.globalAlpha = 1
}

/** Brackets around the selected keys: their sides are pulled to scale the selection. */
function drawSelectionBox(ctx: CanvasRenderingContext2D, p: DeskPicture, box: SelectionBox, scrolled: number): void {
  const top = Math.max(1, box.top - scrolled + 1)
  const bottom = Math.min(p.height - 1, box.bottom - scrolled - 2)
  if (bottom <= top) return
  ctx.strokeStyle = p.colours.picked
  ctx.lineWidth = 2
  ctx.lineCap = 'round'
  for (const [time, side] of [
    [box.from, -1],
    [box.to, 1],
  ] as const) {
    const x = xOf(p, time / p.ticksPerFrame) + side * boxMargin
    ctx.beginPath()
    ctx.moveTo(x - side * 4, top)
    ctx.lineTo(x, top)
    ctx.lineTo(x, bottom)
    ctx.lineTo(x - side * 4, bottom)
    ctx.stroke()
  }
}

/** Where the keyboard is on the desk. */
export function drawCursor(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  lane: Lane,
  time: number | null,
  scrolled: number,
): void {
  const top = lane.top - scrolled
  ctx.strokeStyle = p.colours.text
  ctx.lineWidth = 1
  ctx.setLineDash([2, 2])
  ctx.strokeRect(0.5, top + 0.5, p.width - 1, lane.height - 2)
  ctx.setLineDash([])
  if (time === null) return
  const x = xOf(p, time / p.ticksPerFrame)
  ctx.lineWidth = 1.5
  ctx.strokeRect(x - 9, top + 1.5, 18, lane.height - 4)
}
