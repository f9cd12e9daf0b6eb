import { useEventListener } from '@vueuse/core'
import { onScopeDispose, watch, type Ref } from 'vue'
import type { ReelPlay } from '../api/http'
import { useNotices } from '../scene/notices'
import { useAudio } from '../sound/audio'
import { hearGrain } from '../sound/grain'
import { useHeardRuns, type Run } from '../sound/heardRuns'
import { pieceTicks, SoundPieces } from '../sound/soundPieces'
import { ticksPerSecond } from '../sound/soundTimes'
import type { Ending } from '../timebar/playOrder'
import { reelRate, ReelWav } from './reelWav'

/** What plays a reel. */
export interface ReelPlaying {
  run: Ref<Run | null>
  place: Ref<number>
  playing: Ref<boolean>
  speed: Ref<number>
  ending: Ref<Ending>
}

/**
 * Lets a reel be heard as it is played, and each of its pictures that is gone to.
 * @param shown The reel.
 * @param isOn Whether it is to be heard.
 */
export function useReelSound(player: ReelPlaying, shown: () => ReelPlay | null, isOn: () => boolean): void {
  const audio = useAudio()
  const notices = useNotices()
  let pieces: SoundPieces | null = null

  const isWanted = () => isOn() && (shown()?.reel.hasSound ?? false)
  const ticksPerFrame = () => ticksPerSecond / shown()!.reel.framesPerSecond

  function piecesOf(context: AudioContext): SoundPieces {
    const wav = new ReelWav(shown()!.reel.id)
    const count = reelRate / 2
    return (pieces ??= new SoundPieces(
      async (piece, stop) => {
        const buffer = context.createBuffer(2, count, reelRate)
        for (const [side, samples] of (await wav.read(piece * count, count, stop)).entries())
          buffer.copyToChannel(samples, side)
        return buffer
      },
      () => void heard.lay(),
    ))
  }

  let isTold = false
  function tellSilent(): void {
    if (!isTold) notices.say('Sound is silent on the way back.')
    isTold = true
  }
  const heard = useHeardRuns(
    () => (isWanted() ? player.run.value : null),
    () => {
      const { reel, shown: places } = shown()!
      const speed = player.speed.value
      const range = [0, places.length - 1]
      return {
        rate: reel.framesPerSecond * speed,
        speed,
        ending: player.ending.value,
        range,
        ticksPerFrame: ticksPerFrame(),
      }
    },
    piecesOf,
    tellSilent,
  )

  function forget(): void {
    pieces?.letGo()
    pieces = null
  }
  watch(
    () => shown()?.reel.id,
    () => {
      forget()
      heard.begin()
    },
    { flush: 'sync' },
  )
  watch(player.playing, (playing) => playing && (isTold = false), { flush: 'sync' })
  watch(player.place, (place) => {
    const context = audio.running()
    if (player.playing.value || !isWanted() || !context) return
    const tick = place * ticksPerFrame()
    const number = Math.floor(tick / pieceTicks + 1e-9)
    const piece = piecesOf(context).at(number)
    piecesOf(context).look(tick - pieceTicks, pieceTicks * 3)
    if (piece)
      hearGrain(context, piece, (tick - number * pieceTicks) / ticksPerSecond, ticksPerFrame() / ticksPerSecond)
  })
  onScopeDispose(forget)
  useEventListener(
    window,
    ['pointerdown', 'keydown'],
    () => {
      const woken = isWanted() && audio.wake()
      if (woken) piecesOf(woken.context).look(player.place.value * ticksPerFrame(), pieceTicks * 2)
    },
    { capture: true },
  )
}
