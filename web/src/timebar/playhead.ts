import { refThrottled, useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, onScopeDispose, ref } from 'vue'
import { drawSoon, eachFrame } from '../scene/drawLoop'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { FrameMeter } from './frameMeter'
import { frameAfter, type Ending } from './playOrder'

export const speeds = [0.1, 0.25, 0.5, 0.75, 1, 1.5, 2, 4] as const
const shuttleSpeeds = [1, 2, 4]
const readEvery = 250

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
  let passedInTurn = 0
  let stopStepping: (() => void) | null = null

  function goTo(wanted: number): void {
    const target = Math.round(wanted)
    if (playing.value) startFrom(target)
    show(target)
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
      way: playing.value ? way.value : 1,
      played,
      loops: ending.value === 'loop',
    })
  }

  /** Whether what is seen on this frame is here; else what is shown is older. */
  const isHere = computed(() => {
    void scene.seenVersion
    return scene.book.isHere(frame.value) && (othersAt.value === null || scene.book.isHere(othersAt.value))
  })

  function startFrom(from: number): void {
    startedAt = performance.now()
    startedFrom = from
    passedInTurn = 0
    meter.start()
    shownRate.value = dropped.value = droppedBefore = readAt = 0
  }

  function play(direction: 1 | -1 = 1): void {
    const [first, last] = range.value
    way.value = direction
    const isOutside = frame.value < first || frame.value > last
    const isAtEnd = ending.value === 'once' && frame.value === (direction === 1 ? last : first)
    if (isOutside || isAtEnd) show(direction === 1 ? first : last)
    playing.value = true
    othersAt.value = onlySelection.value && selection.objects.size > 0 ? frame.value : null
    startFrom(frame.value)
    look()
    stopStepping ??= eachFrame(step)
  }

  function stop(): void {
    playing.value = false
    othersAt.value = null
    stopStepping?.()
    stopStepping = null
  }

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

  function step(now: number): void {
    // Each frame is to be seen: the next one waits until this one is here.
    if (pace.value === 'everyFrame' && !isHere.value) return
    const passed = passedBy(now)
    const { frame: next, ended } = frameAfter(
      range.value[0],
      range.value[1],
      startedFrom,
      way.value,
      passed,
      ending.value,
    )
    if (ended) {
      show(next)
      stop()
      return
    }
    if (!meter.passed(passed)) return
    show(next)
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

  /** Calls a listener after each frame of playing that is drawn, with how many before it were not. */
  function whenDrawn(listener: (dropped: number) => void): void {
    drawnListeners.add(listener)
    onScopeDispose(() => drawnListeners.delete(listener))
  }

  const toggle = () => (playing.value ? stop() : play())

  /** J and L: play backwards or forwards, and faster each time again. */
  function shuttle(direction: 1 | -1): void {
    const faster = shuttleSpeeds[shuttleSpeeds.indexOf(speed.value) + 1] ?? shuttleSpeeds.at(-1)!
    setSpeed(playing.value && way.value === direction ? faster : 1)
    play(direction)
  }

  function setSpeed(wanted: number): void {
    speed.value = wanted
    if (playing.value) startFrom(frame.value)
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
    goTo,
    play,
    stop,
    toggle,
    shuttle,
    rest,
    setSpeed,
  }
})
