import { firstAtOrAfter, isHeld, type Keys } from '../scene/keys'

/** Where times and values lie on a canvas: x = (t − start) · perTick, y = base − (v − offset) · perValue. */
export interface Frame {
  start: number
  perTick: number
  base: number
  offset: number
  perValue: number
  width: number
}

export const xIn = (f: Frame, ticks: number) => (ticks - f.start) * f.perTick
export const yIn = (f: Frame, value: number) => f.base - (value - f.offset) * f.perValue

/** What a path is drawn on: a canvas, or whoever counts. */
export type Pen = Pick<CanvasRenderingContext2D, 'moveTo' | 'lineTo' | 'bezierCurveTo'>

/** Narrower than this, in pixels, a stretch is a line. */
const narrow = 2
/** Wider than this a cubic is cut to what is seen: canvases count in 32-bit floats. */
const wide = 20_000

/** A jump at a key, from one height to another. */
export interface Jump {
  x: number
  from: number
  to: number
}

/** Adds the curve between its first and last key, as far as it is in view, to a path. */
export function tracePath(pen: Pen, f: Frame, keys: Keys, jumps: Jump[]): void {
  const from = Math.max(0, firstAtOrAfter(keys, f.start) - 1)
  const end = f.start + f.width / f.perTick
  const to = Math.min(keys.count - 1, firstAtOrAfter(keys, end))
  if (to <= from) return
  if ((to - from) * narrow > f.width) traceColumns(pen, f, keys, from, to)
  else traceSegments(pen, f, keys, from, to, jumps)
}

function traceSegments(pen: Pen, f: Frame, keys: Keys, from: number, to: number, jumps: Jump[]): void {
  const { times, values, handles } = keys
  let x = xIn(f, times[from]!)
  let y = yIn(f, values[from]!)
  pen.moveTo(x, y)
  for (let i = from; i < to; i++) {
    const nextX = xIn(f, times[i + 1]!)
    const nextY = yIn(f, values[i + 1]!)
    if (isHeld(keys, i)) {
      pen.lineTo(nextX, y)
      if (nextY !== y) {
        jumps.push({ x: nextX, from: y, to: nextY })
        pen.moveTo(nextX, nextY)
      }
    } else if (nextX - x < narrow) pen.lineTo(nextX, nextY)
    else {
      const x1 = x + handles[i * 4 + 2]! * f.perTick
      const y1 = y - handles[i * 4 + 3]! * f.perValue
      const x2 = nextX + handles[i * 4 + 4]! * f.perTick
      const y2 = nextY - handles[i * 4 + 5]! * f.perValue
      if (nextX - x < wide) pen.bezierCurveTo(x1, y1, x2, y2, nextX, nextY)
      else traceSeen(pen, [x, x1, x2, nextX], [y, y1, y2, nextY], f.width)
    }
    x = nextX
    y = nextY
  }
}

/** With more keys than columns of pixels: for each column the heights that its keys reach. */
function traceColumns(pen: Pen, f: Frame, keys: Keys, from: number, to: number): void {
  const { times, values } = keys
  let column = Math.round(xIn(f, times[from]!))
  let [low, high, last] = [values[from]!, values[from]!, values[from]!]
  pen.moveTo(column, yIn(f, last))
  const flush = () => {
    if (low !== high) {
      pen.lineTo(column, yIn(f, low))
      pen.lineTo(column, yIn(f, high))
    }
    pen.lineTo(column, yIn(f, last))
  }
  for (let i = from + 1; i <= to; i++) {
    const x = Math.round(xIn(f, times[i]!))
    const value = values[i]!
    if (x !== column) {
      flush()
      column = x
      low = high = value
    } else if (value < low) low = value
    else if (value > high) high = value
    last = value
  }
  flush()
}

type Four = [number, number, number, number]

/** Draws the part of a cubic that is in view, a little more on both sides (de Casteljau). */
function traceSeen(pen: Pen, xs: Four, ys: Four, width: number): void {
  const u0 = parameterAt(xs, -width)
  const u1 = parameterAt(xs, 2 * width)
  const [, px1, px2, px3] = part(xs, u0, u1)
  const [y0, py1, py2, py3] = part(ys, u0, u1)
  pen.lineTo(part(xs, u0, u1)[0], y0)
  pen.bezierCurveTo(px1, py1, px2, py2, px3, py3)
  pen.lineTo(xs[3], ys[3])
}

/** Where a cubic that only rises reaches a height, by halving. */
function parameterAt([a, b, c, d]: Four, wanted: number): number {
  let [low, high] = [0, 1]
  for (let i = 0; i < 40; i++) {
    const u = (low + high) / 2
    const w = 1 - u
    if (w * w * w * a + 3 * w * w * u * b + 3 * w * u * u * c + u * u * u * d < wanted) low = u
    else high = u
  }
  return (low + high) / 2
}

function part([a, b, c, d]: Four, u0: number, u1: number): Four {
  // The blossom of the cubic at three parameters.
  const at = (r: number, s: number, t: number) => {
    const mix = (p: number, q: number, u: number) => p + (q - p) * u
    const [ab, bc, cd] = [mix(a, b, r), mix(b, c, r), mix(c, d, r)]
    return mix(mix(ab, bc, s), mix(bc, cd, s), t)
  }
  return [at(u0, u0, u0), at(u0, u0, u1), at(u0, u1, u1), at(u1, u1, u1)]
}

const mostCycles = 200

/** What a curve does on a side of its keys: an extrapolation by its name, or a straight line of so much value per tick. */
export type Outside = string | number

/** Adds what the curve does before and after its keys, as far as it is in view. */
export function traceOutside(pen: Pen, f: Frame, keys: Keys, before: Outside, after: Outside, jumps: Jump[]): void {
  const last = keys.count - 1
  const [first, end] = [keys.times[0]!, keys.times[last]!]
  const [left, right] = [f.start, f.start + f.width / f.perTick]
  if (first > left) traceSide(pen, f, keys, before, -1, left, jumps)
  if (end < right) traceSide(pen, f, keys, after, 1, right, jumps)
}

function traceSide(pen: Pen, f: Frame, keys: Keys, how: Outside, side: -1 | 1, edge: number, jumps: Jump[]): void {
  const last = keys.count - 1
  const at = side === 1 ? last : 0
  const [time, value] = [keys.times[at]!, keys.values[at]!]
  const period = keys.times[last]! - keys.times[0]!
  if (typeof how === 'number' || how === 'hold' || how === 'straight' || period === 0) {
    const [ticks, rise] = endHandle(keys, side)
    const slope = typeof how === 'number' ? how : how === 'straight' && ticks !== 0 ? rise / ticks : 0
    pen.moveTo(xIn(f, time), yIn(f, value))
    pen.lineTo(xIn(f, edge), yIn(f, value + slope * (edge - time)))
    return
  }
  const wanted = Math.ceil(Math.abs(edge - time) / period)
  // Cycles too narrow to be told apart are left out.
  if (period * f.perTick < narrow || wanted > mostCycles + Math.abs(edge - f.start) / period) return
  for (let round = 1; round <= wanted; round++) {
    const rise = how === 'repeatOffset' ? side * round * (keys.values[last]! - keys.values[0]!) : 0
    const shift = side * round * period
    const moved = { ...f, start: f.start - shift, offset: f.offset - rise }
    const shown = how === 'mirror' && round % 2 === 1 ? turned(keys) : keys
    tracePath(pen, moved, shown, jumps)
  }
}

/** The handle at an end of the curve that says how steep it is there. */
const endHandle = ({ handles, count }: Keys, side: -1 | 1): [number, number] =>
  side === 1 ? [handles[count * 4 - 4]!, handles[count * 4 - 3]!] : [handles[2]!, handles[3]!]

const turnedKeys = new WeakMap<Keys, Keys>()

/**
 * The keys back to front between their own first and last time. A hold then jumps right after its first key instead of
 * at its last one, which takes a key of its own.
 */
function turned(keys: Keys): Keys {
  const known = turnedKeys.get(keys)
  if (known) return known
  const { count, times, values, handles, modes } = keys
  const sum = times[0]! + times[count - 1]!
  const rows: { time: number; value: number; handles: number[]; mode: number }[] = []
  for (let i = count - 1; i >= 0; i--) {
    const [inTicks, inRise, outTicks, outRise] = [...handles.subarray(i * 4, i * 4 + 4)] as Four
    const held = i > 0 && isHeld(keys, i - 1)
    const mode = ((modes[i]! >> 4) & 7) | (held ? 0 : (modes[i]! & 7) << 4)
    rows.push({ time: sum - times[i]!, value: values[i]!, handles: [-outTicks, outRise, -inTicks, inRise], mode })
    if (held && values[i - 1] !== values[i])
      rows.push({ time: sum - times[i]! + 1, value: values[i - 1]!, handles: [0, 0, 0, 0], mode: 0 })
  }
  const back: Keys = {
    count: rows.length,
    times: Float64Array.from(rows, ({ time }) => time),
    values: Float64Array.from(rows, ({ value }) => value),
    handles: Float32Array.from(rows.flatMap((row) => row.handles)),
    modes: Uint8Array.from(rows, ({ mode }) => mode),
  }
  turnedKeys.set(keys, back)
  return back
}
