import { describe, expect, it } from 'vitest'
import type { Keys } from '../scene/keys'
import { traceOutside, tracePath, xIn, yIn, type Frame, type Jump, type Outside, type Pen } from './curvePath'

interface Row {
  time: number
  value: number
  in?: [number, number]
  out?: [number, number]
  /** 0 hold, 1 linear, 5 free. */
  modes?: [number, number]
}

const keysOf = (rows: Row[]): Keys => ({
  count: rows.length,
  times: Float64Array.from(rows, ({ time }) => time),
  values: Float64Array.from(rows, ({ value }) => value),
  handles: Float32Array.from(rows.flatMap((row) => [...(row.in ?? [0, 0]), ...(row.out ?? [0, 0])])),
  modes: Uint8Array.from(rows, ({ modes: [arrive, leave] = [1, 1] }) => arrive | (leave << 4)),
})

/** A canvas's pen that writes down where it was and can be asked for the height of its line. */
class Recorder implements Pen {
  readonly points: [number, number][] = []
  readonly lines: [number, number, number, number][] = []
  private at: [number, number] = [0, 0]

  moveTo = (x: number, y: number) => void (this.at = [x, y])
  lineTo = (x: number, y: number) => {
    this.lines.push([...this.at, x, y])
    this.points.push([x, y])
    this.at = [x, y]
  }
  bezierCurveTo = (x1: number, y1: number, x2: number, y2: number, x: number, y: number) => {
    const [x0, y0] = this.at
    for (let i = 1; i <= 400; i++) {
      const u = i / 400
      const w = 1 - u
      const mix = (a: number, b: number, c: number, d: number) =>
        w * w * w * a + 3 * w * w * u * b + 3 * w * u * u * c + u * u * u * d
      this.lineTo(mix(x0, x1, x2, x), mix(y0, y1, y2, y))
    }
  }

  heightAt(x: number): number {
    const line = this.lines.find(([a, , b]) => Math.min(a, b) <= x && Math.max(a, b) >= x && a !== b)!
    const [x0, y0, x1, y1] = line
    return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0)
  }
}

const frame: Frame = { start: 0, perTick: 1, base: 100, offset: 0, perValue: 10, width: 300 }

function traced(rows: Row[], f: Frame = frame) {
  const pen = new Recorder()
  const jumps: Jump[] = []
  tracePath(pen, f, keysOf(rows), jumps)
  return { pen, jumps }
}

describe('a curve’s path', () => {
  it('goes through its keys and along its handles', () => {
    const { pen } = traced([
      { time: 0, value: 0, out: [30, 0] },
      { time: 90, value: 3, in: [-30, 0] },
    ])
    // Flat at both ends with thirds: the smooth step.
    for (const s of [0.1, 0.25, 0.5, 0.8])
      expect(pen.heightAt(90 * s)).toBeCloseTo(100 - 30 * (3 * s * s - 2 * s ** 3), 1)
  })

  it('stands through a hold and tells of the jump', () => {
    const { pen, jumps } = traced([
      { time: 0, value: 2, modes: [1, 0] },
      { time: 50, value: 6 },
      { time: 80, value: 6 },
    ])
    expect(pen.heightAt(49)).toBe(80)
    expect(jumps).toEqual([{ x: 50, from: 80, to: 40 }])
    expect(pen.lines.every(([x0, y0, x1, y1]) => x0 !== x1 || y0 === y1)).toBe(true)
  })

  it('tells of no jump where a hold ends at its own value', () => {
    expect(
      traced([
        { time: 0, value: 2, modes: [1, 0] },
        { time: 50, value: 2 },
      ]).jumps,
    ).toEqual([])
  })

  it('is traced by columns where keys are denser than pixels, and misses no extreme', () => {
    const rows = Array.from({ length: 5000 }, (_, i) => ({ time: i, value: i === 2345 ? 7 : 1 }))
    const { pen } = traced(rows, { ...frame, perTick: 0.06 })
    expect(pen.points.length).toBeLessThan(1000)
    const x = Math.round(2345 * 0.06)
    expect(pen.points.some(([px, py]) => px === x && py === yIn(frame, 7))).toBe(true)
  })

  it('is as sharp when a single stretch is far wider than the picture', () => {
    const rows: Row[] = [
      { time: 0, value: 0, out: [300_000, 0] },
      { time: 900_000, value: 3, in: [-300_000, 0] },
    ]
    const far = { ...frame, start: 450_000, perTick: 1 }
    const { pen } = traced(rows, far)
    const s = (450_000 + 150) / 900_000
    expect(pen.heightAt(150)).toBeCloseTo(100 - 30 * (3 * s * s - 2 * s ** 3), 2)
    expect(pen.points.slice(0, -1).every(([x]) => Math.abs(x) < 2000)).toBe(true)
  })

  it('leaves out what is not in view', () => {
    const rows = Array.from({ length: 100 }, (_, i) => ({ time: i * 100, value: i }))
    // Four stretches of 400 points are in view, of a hundred.
    expect(traced(rows, { ...frame, start: 5000 }).pen.points.length).toBeLessThan(6 * 400)
  })
})

describe('what a curve does outside its keys', () => {
  const rows: Row[] = [
    { time: 100, value: 1, out: [10, 1] },
    { time: 130, value: 4, in: [-10, -1] },
  ]
  function outside(before: Outside, after: Outside, of: Row[] = rows) {
    const pen = new Recorder()
    const jumps: Jump[] = []
    traceOutside(pen, frame, keysOf(of), before, after, jumps)
    return { pen, jumps }
  }
  const value = (pen: Recorder, x: number) => (100 - pen.heightAt(x)) / 10

  it('holds, or goes straight on', () => {
    const { pen } = outside('hold', 'straight')
    expect(value(pen, 50)).toBeCloseTo(1, 6)
    expect(value(pen, 150)).toBeCloseTo(6, 6)
  })

  it('goes on along a line of a given slope', () => {
    const { pen } = outside(0.1, 0.1)
    expect(value(pen, 50)).toBeCloseTo(-4, 6)
    expect(value(pen, 150)).toBeCloseTo(6, 6)
  })

  it.each([
    ['repeat', 2, 2],
    ['repeatOffset', -1, 5],
    ['mirror', 3, 3],
  ])('%s', (how, before, after) => {
    const { pen } = outside(how, how)
    // A third of a round before and after, the straight line from 1 to 4.
    expect(value(pen, 80)).toBeCloseTo(how === 'mirror' ? 3 : before, 3)
    expect(value(pen, 140)).toBeCloseTo(after, 3)
    if (how === 'mirror') expect(value(pen, 175)).toBeCloseTo(2.5, 3)
  })

  it('turns a hold round in a mirror', () => {
    const held: Row[] = [
      { time: 100, value: 1, modes: [1, 0] },
      { time: 130, value: 4 },
    ]
    const { pen } = outside('hold', 'mirror', held)
    // Forwards it stands at 1 and jumps at the end; backwards it jumps at once and stands at 1.
    expect(value(pen, 145)).toBeCloseTo(1, 6)
  })

  it('draws nothing where cycles are too narrow to be seen', () => {
    const pen = new Recorder()
    traceOutside(pen, { ...frame, perTick: 0.01 }, keysOf(rows), 'repeat', 'repeat', [])
    expect(pen.points).toEqual([])
  })
})

it('places times and values', () => {
  expect(xIn({ ...frame, start: 50, perTick: 2 }, 60)).toBe(20)
  expect(yIn({ ...frame, offset: 1 }, 3)).toBe(80)
})
