import type { Way } from './comparing'

export interface Box {
  x: number
  y: number
  width: number
  height: number
}

/** The largest box of some proportions inside another, in its middle. */
export function fittedInto(outer: Box, width: number, height: number): Box {
  const scale = Math.min(outer.width / width, outer.height / height)
  const [w, h] = [width * scale, height * scale]
  return { x: outer.x + (outer.width - w) / 2, y: outer.y + (outer.height - h) / 2, width: w, height: h }
}

export interface Shown {
  way: Way
  /** Where the wipe's line crosses the middle, 0 to 1, and how it leans, in degrees. */
  line: { at: number; degrees: number }
  blend: number
  gain: number
}

/** What is around pictures, and behind those that are see-through. */
const around = '#0a1211'

type Picture = ImageBitmap | undefined

/** The box that pictures are drawn into: for two beside each other the left one. */
export function pictureBox(canvas: Box, a: { width: number; height: number }, way: Way): Box {
  const half = way === 'side' ? { ...canvas, width: canvas.width / 2 } : canvas
  const { x, y, width, height } = fittedInto(half, a.width, a.height)
  // On whole pixels: an edge that is half a pixel's would be a difference.
  return { x: Math.round(x), y: Math.round(y), width: Math.round(width), height: Math.round(height) }
}

/** Draws one picture, or two as they are to be compared; where B has none, A alone. */
export function drawCompared(
  ctx: CanvasRenderingContext2D,
  canvas: Box,
  a: ImageBitmap,
  b: Picture,
  shown: Shown,
): void {
  const box = pictureBox(canvas, a, shown.way)
  const put = (picture: ImageBitmap, into: Box) => {
    const isAlike = picture.width * a.height === picture.height * a.width
    const { x, y, width, height } = isAlike ? into : fittedInto(into, picture.width, picture.height)
    ctx.drawImage(picture, x, y, width, height)
  }
  ctx.fillStyle = around
  ctx.fillRect(canvas.x, canvas.y, canvas.width, canvas.height)
  if (b && shown.way === 'difference') {
    // What is see-through in both is the same.
    ctx.fillStyle = '#000'
    ctx.fillRect(box.x, box.y, box.width, box.height)
  }
  put(a, box)
  if (!b || shown.way === 'one') return
  ctx.save()
  if (shown.way === 'side') put(b, { ...box, x: box.x + canvas.width / 2 })
  else if (shown.way === 'wipe') {
    ctx.beginPath()
    ctx.rect(box.x, box.y, box.width, box.height)
    ctx.clip()
    // All that is right of the line.
    const far = box.width + box.height
    ctx.translate(box.x + box.width * shown.line.at, box.y + box.height / 2)
    ctx.rotate((shown.line.degrees * Math.PI) / 180)
    ctx.beginPath()
    ctx.rect(0, -far, 2 * far, 2 * far)
    ctx.clip()
    ctx.setTransform(1, 0, 0, 1, 0, 0)
    ctx.fillRect(box.x, box.y, box.width, box.height)
    put(b, box)
  } else if (shown.way === 'blend') {
    ctx.globalAlpha = shown.blend
    put(b, box)
  } else {
    // What is around the pictures is no difference, and not made stronger.
    ctx.beginPath()
    ctx.rect(box.x, box.y, box.width, box.height)
    ctx.clip()
    ctx.globalCompositeOperation = 'difference'
    put(b, box)
    if (shown.gain !== 1) {
      ctx.globalCompositeOperation = 'copy'
      ctx.filter = `brightness(${shown.gain})`
      ctx.drawImage(ctx.canvas, 0, 0)
    }
  }
  ctx.restore()
}
