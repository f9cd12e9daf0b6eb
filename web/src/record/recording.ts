import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { specOf } from '../scene/catalogue'
import { eachFrame } from '../scene/drawLoop'
import { useNotices } from '../scene/notices'
import type { SceneName } from '../scene/sceneName'
import { useScene } from '../scene/sceneStore'
import { useCancelOnEscape } from '../shared/cancelling'
import { usePlayhead } from '../timebar/playhead'
import { useChannelState } from '../values/channelState'
import { useDeviceRecording } from './deviceRecording'
import { HandDrive } from './handDrive'
import { HandPass } from './handPass'
import { useHandPasses } from './handPasses'
import { useLiveMotion } from './live'
import { useRecordSettings } from './recordSettings'
import { useRecordTarget } from './recordTarget'
import { useTakes } from './takes'
import { Ticks } from './ticks'
import type { Object3D } from 'three'

/** Recording: the scene is counted in and plays, while a hand or a device drives an object; each time through is a take. */
export const useRecording = defineStore('recording', () => {
  const scene = useScene()
  const playhead = usePlayhead()
  const notices = useNotices()
  const settings = useRecordSettings()
  const live = useLiveMotion()
  const takes = useTakes()
  const state = useChannelState()
  const ticks = new Ticks()

  /** Whether the panel is shown. */
  const isOpen = ref(false)
  const phase = ref<'idle' | 'counting' | 'recording'>('idle')
  /** Beats still to be counted, and how much of the one that runs is left, 1 to 0. */
  const beats = ref(0)
  const beatLeft = ref(0)
  /** How often it has been through the range. */
  const pass = ref(0)
  const isDriving = ref(false)
  /** The takes that are about to be made into keys; null while that is not asked. */
  const landing = shallowRef<readonly number[] | null>(null)
  const isActive = computed(() => phase.value !== 'idle')
  const { target, lacks } = useRecordTarget()

  const tellKept = (words: string, ids: readonly number[]) =>
    notices.say(words, { label: 'Make keys of it', run: () => void (landing.value = ids) }, 'take kept')

  const device = useDeviceRecording(tellKept)
  const passes = useHandPasses(tellKept)

  /** Where the stage has an object; the stage says so. */
  let nodeOf: (object: number) => Object3D | undefined = () => undefined
  let rests: (resting: boolean) => void = () => {}
  function onStage(node: typeof nodeOf, rest: typeof rests): void {
    nodeOf = node
    rests = rest
  }

  let drive: HandDrive | null = null
  let driven: { scene: SceneName; id: number; name: string } | null = null
  let startsAt = 0
  let run = 0
  let before: Pick<typeof playhead, 'speed' | 'ending' | 'pace' | 'onlySelection' | 'frame'> | null = null
  let stopStepping: (() => void) | null = null
  const isByDevice = () => drive === null

  async function start(): Promise<void> {
    if (phase.value !== 'idle') return finish(true)
    isOpen.value = true
    takes.see(null)
    if (lacks.value) return notices.say(lacks.value)
    const { now } = settings
    const object = target.value!
    driven = { scene: scene.named(), id: object.id, name: object.name }
    playhead.stop()
    before = {
      speed: playhead.speed,
      ending: playhead.ending,
      pace: playhead.pace,
      onlySelection: playhead.onlySelection,
      frame: playhead.frame,
    }
    drive = now.source === 'device' ? null : driveOf(object.id)
    passes.begin(newPass())
    pass.value = 0
    isDriving.value = false
    const beat = (now.beat / scene.settings.framesPerSecond / now.speed) * 1000
    phase.value = 'counting'
    rests(true)
    if (isByDevice()) {
      try {
        await device.measureClock()
      } catch (wrong) {
        notices.problem(wrong)
        return settle()
      }
      // It may have been called off meanwhile.
      if (!isActive.value) return
    }
    startsAt = performance.now() + now.count * beat
    if (now.ticks && now.count > 0) ticks.schedule(Array.from({ length: now.count + 1 }, (_, i) => (i * beat) / 1000))
    beats.value = now.count
    beatLeft.value = 1
    stopStepping = eachFrame((at) => step(at, beat))
  }

  function driveOf(id: number): HandDrive {
    const { now } = settings
    const object = () => scene.model.objects.get(id)!
    return new HandDrive({
      object: id,
      order: object().rotationOrder,
      drives: now.drives,
      reaches: now.drives === 'rotations' ? now.turns : now.pad,
      wheel: now.wheel,
      node: () => nodeOf(id),
      value: (channel) => live.get(id, channel) ?? state.kept(object(), channel),
      limits: (channel) => {
        const spec = specOf(object(), channel)
        return spec ? [spec.least, spec.most] : [-Infinity, Infinity]
      },
    })
  }

  function step(now: number, beat: number): void {
    if (phase.value === 'counting') {
      const left = startsAt - now
      if (left <= 0) return begin()
      beats.value = Math.ceil(left / beat)
      beatLeft.value = left / beat - beats.value + 1
      return
    }
    const at = performance.now()
    const { pass: present } = playhead.playedAt(at)
    if (present > pass.value && playhead.ending === 'loop') goThrough(present)
  }

  function begin(): void {
    const { now } = settings
    const [first, last] = playhead.range
    phase.value = 'recording'
    playhead.setSpeed(now.speed)
    playhead.ending = now.loops ? 'loop' : 'once'
    playhead.pace = 'realTime'
    playhead.onlySelection = false
    if (playhead.frame < first || playhead.frame >= last) playhead.goTo(first)
    before!.frame = playhead.frame
    playhead.keepsClock = true
    playhead.play()
    run = playhead.runs
    if (drive?.isHeld) sample(performance.now())
    if (!isByDevice()) return
    device.begin().catch((wrong) => {
      notices.problem(wrong)
      void finish(false)
    })
  }

  /** Takes note of what the hand has, at a moment of the page's clock. */
  function sample(at: number): void {
    if (!drive?.values) return
    isDriving.value = true
    live.put(driven!.id, drive.channels, drive.values)
    if (phase.value !== 'recording') return
    const played = playhead.playedAt(at)
    if (played.pass > pass.value) {
      if (playhead.ending !== 'loop') return
      goThrough(played.pass)
    }
    passes.put(Math.max(at, playhead.startOf(0)), played.frame, drive.values)
  }

  /** It has come to the end of the range and starts again: what was driven is a take. */
  function goThrough(next: number): void {
    passes.keep(playhead.startOf(pass.value + 1))
    pass.value = next
    passes.begin(newPass())
    if (!drive) return
    if (drive.isHeld) return passes.put(playhead.startOf(next), playhead.range[0], drive.values!)
    drive.rest()
    isDriving.value = false
    live.letGo()
  }

  const newPass = () => drive && new HandPass(driven!.scene, driven!, drive.channels, settings.now.speed)

  /** Ends it. What was driven in the pass that runs is kept, or not; passes before it are. */
  async function finish(isKept: boolean): Promise<void> {
    if (phase.value === 'idle') return
    const wasRecording = phase.value === 'recording'
    const at = performance.now()
    const end = playhead.ending === 'once' ? Math.min(at, playhead.startOf(1)) : at
    const byDevice = isByDevice()
    const was = driven!
    settle()
    if (!wasRecording) return
    if (byDevice) return device.end(end, isKept)
    if (isKept && !passes.keep(end))
      notices.say(`Nothing drove ${was.name}; no take was kept. Drag anywhere on the stage while it records.`)
    if (!isKept && passes.letGo()) notices.say('The pass that ran is let go of.')
    drive = null
  }

  /** Everything is as it was before recording. */
  function settle(): void {
    stopStepping?.()
    stopStepping = null
    ticks.stop()
    phase.value = 'idle'
    rests(false)
    playhead.stop()
    playhead.keepsClock = false
    if (before) {
      const { speed, ending, pace, onlySelection, frame } = before
      playhead.setSpeed(speed)
      Object.assign(playhead, { ending, pace, onlySelection })
      playhead.goTo(frame)
    }
    before = null
    drive?.release()
    isDriving.value = false
    if (!isByDevice()) live.letGo()
  }

  // Playing that ends, by itself or by a key, ends it; so does playing that does not go on evenly.
  watch(
    () => [playhead.playing, playhead.runs] as const,
    ([playing, runs]) => {
      if (phase.value === 'counting' && playing) void finish(false)
      if (phase.value !== 'recording') return
      if (!playing) void finish(true)
      else if (run !== 0 && runs !== run) {
        notices.say('Playing was broken off or set elsewhere, so the recording ended there.')
        void finish(true)
      }
    },
    { flush: 'post' },
  )
  watch(
    () => scene.lineState,
    (line) => line !== 'standing' && isActive.value && isByDevice() && void finish(true),
  )
  watch(
    () => scene.id,
    () => {
      landing.value = null
      if (isActive.value) void finish(true)
    },
    { flush: 'sync' },
  )
  watch(
    () => scene.rowsVersion,
    () => {
      if (!isActive.value || scene.model.objects.has(driven!.id)) return
      notices.say(`${driven!.name} is not there any more, so the recording ended.`)
      void finish(true)
    },
    { flush: 'sync' },
  )
  useCancelOnEscape(
    () => isActive.value,
    () => void finish(false),
  )

  return {
    isOpen,
    phase,
    isActive,
    beats,
    beatLeft,
    pass,
    isDriving,
    landing,
    target,
    lacks,
    onStage,
    start,
    finish,
    sample,
    hand: () => drive,
  }
})
