import { useEventListener } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, watch } from 'vue'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useAudio } from './audio'
import { hearGrain } from './grain'
import { useHeardRuns, type Run } from './heardRuns'
import { useScenePieces } from './scenePieces'
import { pieceTicks } from './soundPieces'
import { useSounds } from './sounds'
import { ticksPerSecond } from './soundTimes'

/** Lets the scene's sounds be heard: while playing, as the picture goes, and of each frame that is gone to. */
export const usePlayer = defineStore('player', () => {
  const scene = useScene()
  const sounds = useSounds()
  const playhead = usePlayhead()
  const notices = useNotices()
  const audio = useAudio()
  let isTold = false

  const isWanted = () => audio.isOn && scene.id !== null && sounds.all.length > 0
  const ticksPerFrame = () => scene.settings.ticksPerFrame
  playhead.goBy(audio.ahead)

  const run = computed<Run | null>(() => {
    void playhead.runs
    if (!isWanted() || !playhead.playing) return null
    const { at, frame } = playhead.began()
    return { at, from: frame, way: playhead.pace === 'everyFrame' ? -1 : playhead.way }
  })
  const heard = useHeardRuns(
    () => run.value,
    () => {
      const { wantedRate: rate, speed, ending, range } = playhead
      return { rate, speed, ending, range: [...range], ticksPerFrame: ticksPerFrame() }
    },
    (context) => pieces.of(context),
    tellSilent,
  )
  const pieces = useScenePieces(() => void heard.lay())

  function tellSilent(): void {
    if (isTold) return
    isTold = true
    notices.say(
      playhead.pace === 'everyFrame'
        ? 'Sound is heard in real time only, and not while every frame is drawn.'
        : 'Sound is silent on the way back.',
    )
  }

  /** A grain of the frame that somebody has gone to. */
  function hearFrame(): void {
    const context = audio.running()
    if (playhead.playing || !isWanted() || !context) return
    const tick = playhead.frame * ticksPerFrame()
    const number = Math.floor(tick / pieceTicks + 1e-9)
    const piece = pieces.of(context).at(number)
    pieces.of(context).look(tick - pieceTicks, pieceTicks * 3)
    if (piece)
      hearGrain(context, piece, (tick - number * pieceTicks) / ticksPerSecond, ticksPerFrame() / ticksPerSecond)
  }

  watch(
    () => playhead.playing,
    (playing) => playing && (isTold = false),
    { flush: 'sync' },
  )
  watch(() => playhead.frame, hearFrame)
  // What is heard first is asked for before it is wanted.
  const look = () => {
    const context = audio.made()
    if (!playhead.playing && isWanted() && context)
      pieces.of(context).look(playhead.frame * ticksPerFrame(), pieceTicks * 2)
  }
  watch(() => [scene.id, scene.revision, sounds.all.length], look)
  watch(
    () => scene.id,
    () => {
      heard.end()
      pieces.letGo()
    },
  )
  useEventListener(window, ['pointerdown', 'keydown'], () => void (isWanted() && audio.wake() && look()), {
    capture: true,
  })
})
