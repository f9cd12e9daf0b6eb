import { expect, test } from 'vitest'
import type { DeskPicture } from './deskDraw'
import { laneColumns, margin, one, selected, several, waiting } from './laneColumns'
import type { Lane } from './lanes'

const keys = (...times: number[]) => ({
  count: times.length,
  times: Float64Array.from(times),
  values: new Float64Array(times.length),
  handles: new Float32Array(times.length * 4),
  modes: new Uint8Array(times.length),
})
const picture = { width: 200, first: 0, last: 100, ticksPerFrame: 10, range: [1, 90] } as unknown as DeskPicture

/** A lane that stands for so many channels, and a way to give one of them other keys. */
function laneOf(count: number) {
  const channels = new Map<string, { keys: ReturnType<typeof keys> }>()
  for (let i = 0; i < count; i++) channels.set(`c${i}`, { keys: keys(50 + i * 10, 300 + i) })
  const object = { id: 1, channels }
  const lane = {
    id: `all ${count}`,
    channels: [...channels.keys()].map((name) => ({ object, name })),
  } as unknown as Lane
  return { lane, channels, give: (i: number, ...times: number[]) => channels.set(`c${i}`, { keys: keys(...times) }) }
}

const nothing = { selectedTimes: () => undefined, played: false }
const shown = (columns: ReturnType<typeof laneColumns>) =>
  [...columns.marks.slice(0, columns.count)].flatMap((mark, x) =>
    mark ? [`${x - margin}: ${mark} ${columns.times[x]}`] : [],
  )

test('keys stand on their columns, with what else is to be known', () => {
  const { lane, give } = laneOf(3)
  give(0, 100)
  give(1, 100, 101)
  give(2, 5, 950, 2000)
  const columns = laneColumns(lane, picture, {
    selectedTimes: (_, channel) => (channel === 'c1' ? new Set([100]) : undefined),
    played: false,
  })
  expect(shown(columns)).toEqual([
    `1: ${one | waiting} 5`,
    `20: ${one | several | selected} 100`,
    `190: ${one | waiting} 950`,
  ])
  expect([columns.isBefore, columns.isAfter]).toEqual([false, true])
})

test('a lane of many channels shows what has changed, and no longer what was there', () => {
  const { lane, give } = laneOf(100)
  const few = laneOf(100)
  laneColumns(lane, picture, nothing)
  let chosen: ReadonlySet<number> | undefined
  const choice = {
    selectedTimes: (_: unknown, channel: string) => (channel === 'c7' ? chosen : undefined),
    played: false,
  }
  for (const step of [
    () => give(7, 620),
    () => give(7, 640, 660),
    () => (chosen = new Set([640])),
    () => give(99),
    () => give(3, 777),
    () => give(7, 50),
  ]) {
    step()
    // The same channels in lanes that are too small to be remembered.
    const parts = [0, 25, 50, 75].map((from) => ({
      ...few.lane,
      id: '',
      channels: lane.channels.slice(from, from + 25),
    }))
    const marked = new Set(
      parts.flatMap((part) => shown(laneColumns(part, picture, choice)).map((text) => text.split(':')[0])),
    )
    const whole = shown(laneColumns(lane, picture, choice))
    expect(new Set(whole.map((text) => text.split(':')[0]))).toEqual(marked)
    expect(whole.some((text) => Number(text.split(' ')[1]) & selected)).toBe(
      chosen !== undefined &&
        shown(laneColumns(parts[0]!, picture, choice)).some((text) => Number(text.split(' ')[1]) & selected),
    )
  }
})
