import { refThrottled, useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { furthestFrame } from '../api/messages'
import { drawSoon, eachFrame } from '../scene/drawLoop'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { FrameMeter } from './frameMeter'
import { frameAfter, type Ending } from './playOrder'

export const speeds = [0.1, 0.25, 0.5, 0.75, 1, 1.5, 2, 4] as const
const shuttleSpeeds = [1, 2, 4]
const readEvery = 250
/** Between two steps, in milliseconds: what takes longer was not drawing. */
const longestStep = 2000

/** In real time the clock rules and frames are passed over; else each frame is drawn in turn, however long it takes. */
export type Pace = 'realTime' | 'everyFrame'
export type Span = 'work' | 'scene'

/** Where now is, and playing. */
export const usePlayhead = defineStore('playhead', () => {
  const scene = useScene()
  const selection = useSelection()
  const frame = ref(1)
  const playing = ref(false)
  const shownRate = ref(0)
  const dropped = ref(0)
  const way = ref<1 | -1>(1)
  const speed = ref(1)
  const ending = useStorage<Ending>('zesty-ending', 'loop')
  const pace = useStorage<Pace>('zesty-pace', 'realTime')
  const span = useStorage<Span>('zesty-span', 'work')

  /** As `frame`, but while playing only a few times a second: for numbers, which nobody can read faster. */
  const seldom = refThrottled(frame, 160)
  const readFrame = computed(() => (playing.value ? seldom.value : frame.value))
  const range = computed(() => (span.value === 'work' ? scene.settings.work : scene.settings.range))
  /** Frames a second that playing should show. */
  const wantedRate = computed(() => scene.settings.framesPerSecond * speed.value)

  /** Whether only what is selected moves while playing; the rest stands still where playing began. */
  const onlySelection = ref(false)
  const othersAt = ref<number | null>(null)

  const meter = new FrameMeter()
  /** The meter is read a few times a second; a number that changes with each frame cannot be read at all. */
  let readAt = 0
  let droppedBefore = 0
  const drawnListeners = new Set<(dropped: number) => void>()
  let startedAt = 0
  let startedFrom = 0
  let startedWay: 1 | -1 = 1
  /** Which way it goes now, which changes where it plays there and back. */
  let heading: 1 | -1 = 1
  let steppedAt = 0
  let passedInTurn = 0
  let stopStepping: (() => void) | null = null
  /** How far the clock that playing goes by is ahead of the page's, in milliseconds. */
  let ahead = () => 0
  const clock = (now: number) => now + ahead()
  /** Lets playing go by another clock than the page's: sound, once it is heard, cannot be hurried. */
  const goBy = (other: () => number) => void (ahead = other)

  /** How often playing was begun, or gone on with from where it stood. */
  const runs = ref(0)
  /** What is recorded goes by the clock, also over what nobody could draw. */
  const keepsClock = ref(false)

  /** What is played at a moment of the page's clock, in milliseconds: which time through the range, counted from 0, and the frame, which need not be whole. */
  function playedAt(now: number): { pass: number; frame: number } {
    const [first, last] = range.value
    const length = last - first + 1
    const along = startedFrom - first + (Math.max(0, clock(now) - startedAt) * wantedRate.value) / 1000
    const pass = Math.floor(along / length)
    return { pass, frame: first + along - pass * length }
  }

  /** When a time through the range begins, by the page's clock. */
  function startOf(pass: number): number {
    const [first, last] = range.value
    const started = startedAt - ahead()
    if (pass === 0) return started
    return started + ((pass * (last - first + 1) - (startedFrom - first)) / wantedRate.value) * 1000
  }

  /** How often somebody asked to be taken to a frame, which is then brought into view. */
  const went = ref(0)

  /** Goes to a frame and brings it into view. It leaves the scene range only where that very frame was asked for. */
  function goTo(wanted: number, isMeant = false): void {
    const [first, last] = scene.settings.range
    const target = Math.round(wanted)
    // From outside it can come back step by step.
    const within = Math.min(Math.max(target, Math.min(first, frame.value)), Math.max(last, frame.value))
    put(isMeant ? target : within)
    went.value++
  }

  /** Goes where a hand drags it: within the scene range, and the view stays as it is. */
  function scrubTo(wanted: number): void {
    const [first, last] = scene.settings.range
    put(Math.min(Math.max(Math.round(wanted), first), last))
  }

  function put(target: number): void {
    show(Math.min(Math.max(target, -furthestFrame), furthestFrame))
    if (playing.value) goOn()
  }

  function show(target: number): void {
    if (target === frame.value) return
    frame.value = target
    look()
  }

  /** Asks for what is seen here and for what comes next. */
  function look(): void {
    const played = range.value
    void scene.look({
      frame: frame.value,
      also: othersAt.value,
      way: playing.value ? heading : 1,
      played,
      loops: ending.value === 'loop',
    })
  }

  /** Whether what is seen on this frame is here; else what is shown is older. */
  const isHere = computed(() => {
    void scene.seenVersion
    return scene.book.isHere(frame.value) && (othersAt.value === null || scene.book.isHere(othersAt.value))
  })

  /** Playing goes on from the frame that is shown, whatever has become of time meanwhile. */
  function goOn(): void {
    const [first, last] = range.value
    const isOutside = frame.value < first || frame.value > last
    if (isOutside) show(heading === 1 ? first : last)
    startedAt = steppedAt = clock(performance.now())
    startedFrom = frame.value
    startedWay = heading
    runs.value++
    passedInTurn = 0
    meter.goOn()
  }

  function play(direction: 1 | -1 = 1): void {
    const [first, last] = range.value
    way.value = direction
    const isAtEnd = ending.value === 'once' && frame.value === (direction === 1 ? last : first)
    if (isAtEnd) show(direction === 1 ? first : last)
    heading = direction
    goOn()
    meter.start()
    shownRate.value = dropped.value = droppedBefore = readAt = 0
    playing.value = true
    othersAt.value = onlySelection.value && selection.objects.size > 0 ? frame.value : null
    look()
    stopStepping ??= eachFrame(step)
  }

  function stop(): void {
    playing.value = false
    othersAt.value = null
    stopStepping?.()
    stopStepping = null
  }

  /** The page was hidden, or everything stood still: nobody could draw what has passed since. */
  const isLate = (now: number) => !keepsClock.value && now - steppedAt > longestStep

  /** How many whole frames have passed by now: by the clock, or one more at a time and never before it is due. */
  function passedBy(now: number): number {
    const due = Math.max(0, Math.floor(((now - startedAt) * wantedRate.value) / 1000 + 1e-6))
    if (pace.value === 'realTime') return due
    if (due > passedInTurn) {
      passedInTurn++
      // Time lost is lost: what comes next is not hurried to catch up.
      startedAt += ((due - passedInTurn) * 1000) / wantedRate.value
    }
    return passedInTurn
  }

  function step(drawnAt: number): void {
    const now = clock(drawnAt)
    // Each frame is to be seen: the next one waits until this one is here.
    if (pace.value === 'everyFrame' && !isHere.value) return
    if (isLate(now)) goOn()
    steppedAt = Math.max(now, startedAt)
    const passed = passedBy(now)
    const [first, last] = range.value
    const next = frameAfter(first, last, startedFrom, startedWay, passed, ending.value)
    heading = next.way
    if (next.ended) {
      show(next.frame)
      stop()
      return
    }
    if (!meter.passed(passed)) return
    show(next.frame)
    // Counted once the frame has been drawn, not when it was due.
    drawSoon(() => {
      const at = performance.now()
      if (isHere.value) meter.drawn(at)
      else meter.dropped++
      for (const listener of drawnListeners) listener(meter.dropped - droppedBefore)
      droppedBefore = meter.dropped
      if (at - readAt < readEvery) return
      readAt = at
      shownRate.value = meter.rate
      dropped.value = meter.dropped
    })
  }

  /** The frame that is played now, whether it could be drawn in time or not. */
  function frameNow(): number {
    const now = clock(performance.now())
    if (!playing.value || pace.value !== 'realTime' || isLate(now)) return frame.value
    const [first, last] = range.value
    return frameAfter(first, last, startedFrom, startedWay, passedBy(now), ending.value).frame
  }

  /** Calls a listener after each frame of playing that is drawn, with how many before it were not. */
  function whenDrawn(listener: (dropped: number) => void): void {
    drawnListeners.add(listener)
    onScopeDispose(() => drawnListeners.delete(listener))
  }

  // At another rate at which motion keeps its speed, the same moment is another frame.
  watch(
    () => [scene.id, scene.settings.framesPerSecond, scene.settings.range] as const,
    ([id, rate, now], [idBefore, rateBefore, before]) => {
      const isOtherwise = now[0] !== before[0] || now[1] !== before[1]
      if (id === idBefore && rate !== rateBefore && isOtherwise) show(Math.round((frame.value * rate) / rateBefore))
    },
    { flush: 'sync' },
  )
  watch(
    () => [range.value[0], range.value[1], wantedRate.value, ending.value],
    () => playing.value && goOn(),
    { flush: 'sync' },
  )

  const toggle = () => (playing.value ? stop() : play())
  /** What playing began with: a moment of its clock, a frame and a way. */
  const began = () => ({ at: startedAt, frame: startedFrom, way: startedWay })
  /** Which way it goes just now, which changes where it plays there and back. */
  const heads = () => heading

  /** J and L: play backwards or forwards, and faster each time again. */
  function shuttle(direction: 1 | -1): void {
    const faster = shuttleSpeeds[shuttleSpeeds.indexOf(speed.value) + 1] ?? shuttleSpeeds.at(-1)!
    setSpeed(playing.value && way.value === direction ? faster : 1)
    play(direction)
  }

  function setSpeed(wanted: number): void {
    speed.value = wanted
  }

  /** After K, or a stop in the middle of a shuttle, playing is at true speed again. */
  function rest(): void {
    stop()
    speed.value = 1
  }

  return {
    frame,
    isHere,
    readFrame,
    playing,
    shownRate,
    dropped,
    way,
    speed,
    ending,
    pace,
    span,
    range,
    wantedRate,
    onlySelection,
    othersAt,
    whenDrawn,
    heads,
    began,
    goBy,
    runs,
    keepsClock,
    playedAt,
    frameNow,
    startOf,
    goTo,
    scrubTo,
    went,
    play,
    stop,
    toggle,
    shuttle,
    rest,
    setSpeed,
  }
})
