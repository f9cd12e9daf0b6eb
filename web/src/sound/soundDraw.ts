import { xOf, type DeskPicture } from '../desk/deskDraw'
import type { Sound } from '../scene/sceneRows'
import { levelFor, peaksOf } from './peaks'
import { endOf, heardOf, samplesOf, ticksOf } from './soundTimes'

export interface SoundPicture {
  scene: number
  top: number
  height: number
  sound: Sound
  selected: boolean
  /** Whether it is not heard: it is muted all along, or another is solo. */
  silent: boolean
  /** Draws once more when there is more to be drawn. */
  redraw: () => void
}

/** How far from the lane's edges the sound is drawn, in pixels. */
const rim = 2

/** The lane of a sound: how loud it is all along, its fades, and where it is repeated. */
export function drawSound(ctx: CanvasRenderingContext2D, p: DeskPicture, picture: SoundPicture): void {
  const { sound, top, height, selected } = picture
  const [left, right] = [xOf(p, sound.start / p.ticksPerFrame), xOf(p, endOf(sound) / p.ticksPerFrame)]
  if (right < 0 || left > p.width) return
  const [upper, lower] = [top + rim, top + height - 1 - rim]
  const colour = selected ? p.colours.picked : p.colours.mint
  ctx.save()
  ctx.beginPath()
  ctx.rect(Math.max(left, -4), upper, Math.min(right, p.width + 4) - Math.max(left, -4), lower - upper)
  ctx.fillStyle = colour
  ctx.globalAlpha = picture.silent ? 0.05 : 0.12
  ctx.fill()
  ctx.clip()
  ctx.globalAlpha = picture.silent ? 0.35 : 0.9
  drawWave(ctx, p, picture, Math.max(0, Math.floor(left)), Math.min(p.width, Math.ceil(right)))
  ctx.globalAlpha = 1
  ctx.strokeStyle = colour
  ctx.lineWidth = selected ? 1.6 : 1
  drawFades(ctx, p, picture, upper, lower)
  drawRounds(ctx, p, picture, upper, lower)
  ctx.restore()
  ctx.fillStyle = colour
  for (const x of [left, right]) if (x >= -2 && x <= p.width + 2) ctx.fillRect(x - 1, upper, 2, lower - upper)
  ctx.strokeStyle = colour
  ctx.lineWidth = 1.6
  if (selected) drawGrips(ctx, p, picture, upper)
}

/** A line up and down for each pixel, from the least sample in it to the most. */
function drawWave(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  picture: SoundPicture,
  first: number,
  last: number,
): void {
  const { sound, top, height, scene } = picture
  const perPixel = samplesOf(sound, ((p.last - p.first) / p.width) * p.ticksPerFrame)
  const level = levelFor(perPixel)
  const [middle, reach] = [top + height / 2, height / 2 - rim - 1]
  const length = sound.to - sound.from
  ctx.beginPath()
  let before: number | null = null
  for (let x = first; x < last; x++) {
    const at = samplesOf(sound, (p.first + ((p.last - p.first) * x) / p.width) * p.ticksPerFrame - sound.start)
    if (at + perPixel <= 0 || at >= heardOf(sound)) continue
    const within = ((Math.max(0, at) % length) + length) % length
    const from = sound.from + within
    const pair = peaksOf(scene, sound.asset, level, from, Math.min(from + perPixel, sound.to), picture.redraw)
    if (!pair) {
      before = null
      continue
    }
    const share = shareAt(sound, at)
    const [y, to] = [middle - pair[1] * reach * share, middle - pair[0] * reach * share]
    // Where a pixel has a sample or less, a line goes from one to the next.
    if (perPixel < 2 && before !== null) {
      ctx.moveTo(x - 0.5, before)
      ctx.lineTo(x + 0.5, (y + to) / 2)
    } else {
      ctx.moveTo(x + 0.5, Math.min(y, middle - 0.4))
      ctx.lineTo(x + 0.5, Math.max(to, middle + 0.4))
    }
    before = (y + to) / 2
  }
  ctx.strokeStyle = picture.selected ? p.colours.picked : p.colours.mint
  ctx.lineWidth = 1
  ctx.stroke()
}

/** How much is left by its fades. */
function shareAt(sound: Sound, at: number): number {
  const comes = sound.fadeIn > 0 ? Math.min(1, Math.max(0, at / sound.fadeIn)) : 1
  const goes = sound.fadeOut > 0 ? Math.min(1, Math.max(0, (heardOf(sound) - at) / sound.fadeOut)) : 1
  return comes * goes
}

function drawFades(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  { sound }: SoundPicture,
  upper: number,
  lower: number,
): void {
  const { fadeIn: comes, fadeOut: goes } = fadePlaces(sound)
  const x = (ticks: number) => xOf(p, ticks / p.ticksPerFrame)
  ctx.beginPath()
  if (sound.fadeIn > 0) {
    ctx.moveTo(x(sound.start), lower)
    ctx.lineTo(x(comes), upper)
  }
  if (sound.fadeOut > 0) {
    ctx.moveTo(x(goes), upper)
    ctx.lineTo(x(endOf(sound)), lower)
  }
  ctx.stroke()
}

/** What the fades are pulled by. */
function drawGrips(ctx: CanvasRenderingContext2D, p: DeskPicture, { sound }: SoundPicture, upper: number): void {
  const { fadeIn, fadeOut } = fadePlaces(sound)
  for (const place of sound.times === 0 ? [fadeIn] : [fadeIn, fadeOut]) {
    ctx.beginPath()
    ctx.arc(xOf(p, place / p.ticksPerFrame), upper + 4, 3.5, 0, 2 * Math.PI)
    ctx.fillStyle = p.colours.ink
    ctx.fill()
    ctx.stroke()
  }
}

/** When a sound has come in, and when it begins to go out, in ticks. */
export const fadePlaces = (sound: Sound) => ({
  fadeIn: sound.start + ticksOf(sound, sound.fadeIn),
  fadeOut: endOf(sound) - ticksOf(sound, sound.fadeOut),
})

/** A dashed line where it begins again. */
function drawRounds(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  { sound }: SoundPicture,
  upper: number,
  lower: number,
): void {
  if (sound.times === 1) return
  const length = ticksOf(sound, sound.to - sound.from) / p.ticksPerFrame
  const start = sound.start / p.ticksPerFrame
  // Narrower than this they are not told apart.
  if ((length / (p.last - p.first)) * p.width < 6) return
  ctx.setLineDash([2, 3])
  ctx.beginPath()
  const [first, last] = [
    Math.max(1, Math.ceil((p.first - start) / length)),
    Math.min(sound.times || Infinity, Math.ceil((p.last - start) / length)),
  ]
  for (let round = first; round < last; round++) {
    const x = Math.round(xOf(p, start + round * length)) + 0.5
    ctx.moveTo(x, upper)
    ctx.lineTo(x, lower)
  }
  ctx.stroke()
  ctx.setLineDash([])
}
