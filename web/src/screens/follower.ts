import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { eachFrame } from '../scene/drawLoop'
import { useAudio } from '../sound/audio'
import type { Run } from '../sound/heardRuns'
import { frameAfter, type Ending } from '../timebar/playOrder'

/** Where something that plays is, as a desk told it. */
export interface Told {
  at: number
  playing: boolean
  way: 1 | -1
  speed: number
  ending: Ending
  first: number
  last: number
}

/**
 * By so many frames a screen may be off before it jumps to where its desk is: at once where it is off by more than so
 * many seconds, else when it is told so twice, since one message may be late.
 */
const [slack, atOnce] = [2, 0.5]

/** Plays along with a desk by this page's own clock, or by that of what is heard here. */
export function useFollower(told: Ref<Told | null>, rate: Ref<number>) {
  const at = ref(told.value?.at ?? 0)
  const { ahead } = useAudio()
  const run = shallowRef<Run | null>(null)
  let [startedAt, from, heading]: [number, number, 1 | -1] = [0, 0, 1]
  let timesOff = 0
  let stop: (() => void) | null = null

  const clamped = ({ at: frame, first, last }: Told) => Math.min(Math.max(frame, first), last)
  const after = ({ first, last, ending, speed }: Told, now: number) =>
    frameAfter(
      first,
      last,
      from,
      heading,
      Math.max(0, Math.floor(((now + ahead() - startedAt) * rate.value * speed) / 1000 + 1e-6)),
      ending,
    )

  /** How far it is from where it is told to be; where it goes round and round, the shorter way. */
  function apart({ at: frame, first, last, ending }: Told, expected: number): number {
    const off = Math.abs(expected - frame)
    return ending === 'loop' && Number.isFinite(off) ? Math.min(off, Math.abs(last - first + 1 - off)) : off
  }

  function start(now: Told): void {
    ;[startedAt, from, heading] = [performance.now() + ahead(), clamped(now), now.way]
    run.value = { at: startedAt, from, way: heading }
    timesOff = 0
    at.value = from
    stop ??= eachFrame((time) => {
      if (told.value) at.value = after(told.value, time).frame
    })
  }

  function rest(): void {
    stop?.()
    stop = null
    run.value = null
  }

  const isSame = (one: Told, other: Told) =>
    (['playing', 'way', 'speed', 'ending', 'first', 'last'] as const).every((part) => one[part] === other[part])

  watch(
    [told, rate],
    ([now], [before]) => {
      if (!now) rest()
      else if (!now.playing) {
        rest()
        at.value = now.at
      } else {
        const expected = stop && before && isSame(now, before) ? after(now, performance.now()).frame : Infinity
        const off = apart(now, expected)
        if (off <= slack) timesOff = 0
        else if (++timesOff > 1 || off > atOnce * rate.value) start(now)
      }
    },
    { immediate: true },
  )
  onScopeDispose(rest)

  /** What comes next, so many, in the order in which it is due. */
  function upcoming(count: number): number[] {
    const now = told.value
    if (!now) return []
    const { first, last, ending } = now
    return Array.from(
      { length: Math.min(count, last - first + 1) },
      (_, i) => frameAfter(first, last, clamped({ ...now, at: at.value }), now.playing ? now.way : 1, i, ending).frame,
    )
  }

  return { at, upcoming, run }
}
