import type { Box } from '../reels/compareDraw'
import type { ShownMark } from './marks'
import { shapeOf } from './markShapes'

type Paper = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

const edge = 'rgb(9 18 17 / 65%)'
const face = (height: number) => `650 ${height}px 'Figtree Variable', sans-serif`
/** From one line of words to the next, and from a text's top to its first line's foot, in heights of its letters. */
const [lineStep, firstFoot] = [1.2, 0.8]
/** A rubber reaches so far from a line, in pixels. */
const rubReach = 7

/** Draws marks over the picture that they are on. */
export function drawMarks(ctx: Paper, marks: readonly ShownMark[], box: Box): void {
  ctx.save()
  ctx.beginPath()
  ctx.rect(box.x, box.y, box.width, box.height)
  ctx.clip()
  ctx.translate(box.x, box.y)
  ctx.lineCap = ctx.lineJoin = 'round'
  ctx.textBaseline = 'alphabetic'
  for (const { mark } of marks) {
    const { path, text, ink, width } = shapeOf(mark, box.width, box.height)
    // Dark about its edges, it is seen on any picture.
    const draws = [
      { style: edge, wide: text ? Math.max(3, text.height / 8) : width + 2 },
      { style: ink, wide: width },
    ]
    for (const { style, wide } of draws) {
      ctx.strokeStyle = ctx.fillStyle = style
      ctx.lineWidth = wide
      if (path) ctx.stroke(new Path2D(path))
      if (!text) continue
      ctx.font = face(text.height)
      for (const [i, words] of text.lines.entries()) {
        const foot = text.y + text.height * (firstFoot + lineStep * i)
        if (style === edge) ctx.strokeText(words, text.x, foot)
        else ctx.fillText(words, text.x, foot)
      }
    }
  }
  ctx.restore()
}

/** The mark that a place of a picture of some size is on, the uppermost first. */
export function markAt(
  ctx: Paper,
  marks: readonly ShownMark[],
  { width, height }: { width: number; height: number },
  { x, y }: { x: number; y: number },
): ShownMark | undefined {
  ctx.save()
  ctx.setTransform(1, 0, 0, 1, 0, 0)
  const found = marks.findLast(({ mark }) => {
    const { path, text, width: wide } = shapeOf(mark, width, height)
    if (text) {
      ctx.font = face(text.height)
      const across = Math.max(...text.lines.map((line) => ctx.measureText(line).width))
      const down = text.height * lineStep * text.lines.length
      return x >= text.x && x <= text.x + across && y >= text.y && y <= text.y + down
    }
    ctx.lineWidth = wide + 2 * rubReach
    return path !== '' && ctx.isPointInStroke(new Path2D(path), x, y)
  })
  ctx.restore()
  return found
}
