import type { BurnIn } from '../api/http'

/** What can be written into a picture. */
export type Written = Record<BurnIn, string>

/** Where each of them stands: beside which edge, and in which row from there. */
const places: Record<BurnIn, { x: 'left' | 'center' | 'right'; fromTop: boolean; row: number }> = {
  scene: { x: 'left', fromTop: true, row: 0 },
  date: { x: 'center', fromTop: true, row: 0 },
  reel: { x: 'right', fromTop: true, row: 0 },
  camera: { x: 'left', fromTop: true, row: 1 },
  frame: { x: 'left', fromTop: false, row: 0 },
  source: { x: 'center', fromTop: false, row: 0 },
  timecode: { x: 'right', fromTop: false, row: 0 },
  note: { x: 'left', fromTop: false, row: 1 },
}

/** Text stays inside nine tenths of a picture each way (SMPTE ST 2046-1): screens and players may cover what is beyond. */
const safe = 0.05

type Context = OffscreenCanvasRenderingContext2D | CanvasRenderingContext2D

/** Writes into a picture what is wanted, on dark plates, so that it is read on any ground. */
export function burnIn(ctx: Context, width: number, height: number, wanted: readonly BurnIn[], written: Written): void {
  const size = Math.max(8, Math.round(height / 34))
  const [left, right] = [width * safe, width * (1 - safe)]
  const line = size * 1.7
  ctx.save()
  ctx.font = `500 ${size}px 'JetBrains Mono Variable', monospace`
  ctx.textBaseline = 'middle'
  ctx.textAlign = 'left'
  for (const what of wanted) {
    const { x, fromTop, row } = places[what]
    // Three stand side by side, but for those that have a row of their own.
    const most = (right - left) * (row === 1 ? 1 : 0.32)
    const text = fitted(ctx, written[what], most - size)
    if (!text) continue
    const wide = ctx.measureText(text).width + size
    const from = x === 'left' ? left : x === 'right' ? right - wide : (width - wide) / 2
    const middle = fromTop ? height * safe + line * (row + 0.5) : height * (1 - safe) - line * (row + 0.5)
    ctx.fillStyle = 'rgb(9 18 17 / 72%)'
    ctx.beginPath()
    ctx.roundRect(from, middle - size * 0.75, wide, size * 1.5, size * 0.35)
    ctx.fill()
    ctx.fillStyle = '#f4ecd6'
    ctx.fillText(text, from + size / 2, middle + size * 0.05)
  }
  ctx.restore()
}

/** As much of a text as there is room for. */
function fitted(ctx: Context, text: string, most: number): string {
  const plain = text.replace(/\s+/g, ' ').trim()
  if (ctx.measureText(plain).width <= most) return plain
  let [low, high] = [0, plain.length]
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if (ctx.measureText(`${plain.slice(0, middle)}…`).width <= most) low = middle
    else high = middle - 1
  }
  return low > 0 ? `${plain.slice(0, low)}…` : ''
}
