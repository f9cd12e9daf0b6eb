import { xOf, type DeskPicture } from '../desk/deskDraw'
import type { Track } from '../scene/samples'

export interface SpeedLine {
  track: Track
  colour: string
  label: string
}

const mono = "'JetBrains Mono Variable', monospace"

/** Speeds below the values of a tall lane, over each other on one scale. */
export function drawSpeeds(
  ctx: CanvasRenderingContext2D,
  p: DeskPicture,
  lines: readonly SpeedLine[],
  top: number,
  bottom: number,
): void {
  const c = p.colours
  ctx.save()
  ctx.beginPath()
  ctx.rect(0, top, p.width, bottom - top)
  ctx.clip()
  ctx.fillStyle = c.panel
  ctx.fillRect(0, top, p.width, bottom - top)
  const from = Math.max(p.range[0], Math.floor(p.first) - 1)
  const to = Math.min(p.range[1], Math.ceil(p.last) + 1)
  const step = Math.max(1, Math.floor((p.last - p.first) / p.width))
  let [low, high] = [0, 0]
  for (const { track } of lines) {
    const [least, most] = track.extent()
    ;[low, high] = [Math.min(low, least), Math.max(high, most)]
  }
  const room = 7
  const yOf = (speed: number) => bottom - room - ((speed - low) / (high - low || 1)) * (bottom - top - 2 * room)
  ctx.strokeStyle = c.line
  ctx.lineWidth = 1
  ctx.beginPath()
  ctx.moveTo(0, Math.round(yOf(0)) + 0.5)
  ctx.lineTo(p.width, Math.round(yOf(0)) + 0.5)
  ctx.stroke()
  for (const { track, colour } of lines) {
    ctx.strokeStyle = colour
    ctx.lineWidth = 1.4
    ctx.beginPath()
    // A frame's speed is that of the way to the next one, so it stands between the two.
    let isDrawn = false
    for (let frame = from; frame < to; frame += step) {
      const speed = track.at(frame)
      if (speed !== undefined) ctx[isDrawn ? 'lineTo' : 'moveTo'](xOf(p, frame + 0.5), yOf(speed))
      isDrawn = speed !== undefined
    }
    ctx.stroke()
  }
  ctx.font = `10.5px ${mono}`
  ctx.textBaseline = 'alphabetic'
  ctx.fillStyle = c.dim
  ctx.fillText(`${Number(high.toPrecision(3))}/s`, 6, top + 12)
  let x = 74
  for (const { colour, label } of lines.slice(0, 6)) {
    ctx.fillStyle = colour
    ctx.fillRect(x, top + 5, 10, 4)
    ctx.fillText(label, x + 14, top + 12)
    x += 30 + ctx.measureText(label).width
  }
  ctx.restore()
}
