import { refThrottled, useStorage } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { eachFrame } from '../scene/drawLoop'
import { FrameMeter } from '../timebar/frameMeter'
import { frameAfter, type Ending } from '../timebar/playOrder'

const readEvery = 500
/** So many places are decoded before playing begins, unless that takes longer than so many milliseconds. */
const [readyAhead, longestWait] = [24, 700]
const shuttleSpeeds = [1, 2, 4]

/**
 * Plays a reel by the clock.
 * @param length How many places it has.
 * @param rate Frames per second.
 * @param ahead How far the clock that it goes by is ahead of the page's, in milliseconds.
 * @param isHere Whether what is seen on a place is decoded; what is not, when it is due, is dropped.
 */
export function useReelPlayer(
  length: Ref<number>,
  rate: Ref<number>,
  isHere: (place: number) => boolean,
  ahead: () => number = () => 0,
) {
  const place = ref(0)
  const playing = ref(false)
  const way = ref<1 | -1>(1)
  const speed = ref(1)
  const ending = useStorage<Ending>('zesty-reel-ending', 'loop')
  const dropped = ref(0)
  const played = ref(0)
  const meter = new FrameMeter()
  let [startedAt, startedFrom, missed, shown, counted, readAt] = [0, 0, 0, 0, 0, 0]
  let heading: 1 | -1 = 1
  /** What playing began with, by its clock, or went on with; null while nothing plays. */
  const run = shallowRef<{ at: number; from: number; way: 1 | -1 } | null>(null)
  /** When playing was asked for; 0 once it has begun. */
  let pressedAt = 0
  let stopStepping: (() => void) | null = null

  const clamped = (wanted: number) => Math.min(Math.max(Math.round(wanted), 0), Math.max(0, length.value - 1))

  function goTo(wanted: number): void {
    place.value = clamped(wanted)
    if (playing.value) goOn()
  }

  function goOn(): void {
    startedAt = performance.now() + ahead()
    startedFrom = place.value
    startedWay = heading
    meter.goOn()
    tellRun()
  }
  const tellRun = () => void (run.value = pressedAt ? null : { at: startedAt, from: startedFrom, way: startedWay })
  let startedWay: 1 | -1 = 1

  function play(direction: 1 | -1 = 1): void {
    const atEnd = ending.value === 'once' && place.value === (direction === 1 ? length.value - 1 : 0)
    if (atEnd) place.value = direction === 1 ? 0 : length.value - 1
    way.value = heading = direction
    meter.start()
    pressedAt = performance.now()
    missed = shown = counted = dropped.value = played.value = 0
    goOn()
    playing.value = true
    stopStepping ??= eachFrame(step)
  }

  function stop(): void {
    playing.value = false
    pressedAt = 0
    run.value = null
    dropped.value = counted
    played.value = shown
    stopStepping?.()
    stopStepping = null
  }

  /** Begins once some of what comes next is decoded, or the person has waited long enough. */
  function isWaiting(now: number): boolean {
    if (now - pressedAt > longestWait || upcoming(readyAhead).every(isHere)) return false
    startedAt = now + ahead()
    return true
  }

  function step(drawnAt: number): void {
    if (pressedAt && isWaiting(drawnAt)) return
    const now = drawnAt + ahead()
    if (pressedAt) {
      pressedAt = 0
      tellRun()
    }
    const passed = Math.max(0, Math.floor(((now - startedAt) * rate.value * speed.value) / 1000 + 1e-6))
    const next = frameAfter(0, length.value - 1, startedFrom, startedWay, passed, ending.value)
    heading = next.way
    if (next.ended) {
      place.value = next.frame
      stop()
      return
    }
    if (!meter.passed(passed)) return
    place.value = next.frame
    shown++
    if (!isHere(next.frame)) missed++
    counted = meter.dropped + missed
    if (now - readAt < readEvery) return
    readAt = now
    dropped.value = counted
    played.value = shown
  }

  watch([length, rate, speed, ending], () => {
    place.value = clamped(place.value)
    if (playing.value) goOn()
  })
  onScopeDispose(stop)

  /** J and L: backwards or forwards, and faster each time again. */
  function shuttle(direction: 1 | -1): void {
    const faster = shuttleSpeeds[shuttleSpeeds.indexOf(speed.value) + 1] ?? shuttleSpeeds.at(-1)!
    speed.value = playing.value && way.value === direction ? faster : 1
    play(direction)
  }

  function rest(): void {
    stop()
    speed.value = 1
  }

  /** The place that is played now, whether it could be drawn in time or not. */
  function placeNow(): number {
    if (!run.value) return place.value
    const passed = Math.floor(((performance.now() + ahead() - startedAt) * rate.value * speed.value) / 1000 + 1e-6)
    return frameAfter(0, length.value - 1, startedFrom, startedWay, Math.max(0, passed), ending.value).frame
  }

  /** The places that come next, in the order in which they are due. */
  function upcoming(count: number): number[] {
    const [from, direction] = [place.value, playing.value ? heading : 1]
    return Array.from(
      { length: Math.min(count, length.value) },
      (_, i) => frameAfter(0, length.value - 1, from, direction, i, ending.value).frame,
    )
  }

  /** As `place`, but while playing only a few times a second: for numbers, which nobody can read faster. */
  const seldom = refThrottled(place, 160)
  const read = computed(() => (playing.value ? Math.min(seldom.value, length.value - 1) : place.value))

  return {
    place,
    read,
    playing,
    way,
    speed,
    ending,
    run,
    dropped,
    /** Frames that were shown since it began to play, and those that were not. */
    played,
    goTo,
    play,
    stop,
    toggle: () => (playing.value ? stop() : play()),
    shuttle,
    rest,
    upcoming,
    placeNow,
    /** Which way it goes just now, which changes where it plays there and back. */
    heads: () => heading,
  }
}

export type ReelPlayer = ReturnType<typeof useReelPlayer>
