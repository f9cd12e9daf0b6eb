import { useCasting } from '../screens/casting'
import { useComparing } from './comparing'
import type { ReelPlayer } from './reelPlayer'
import { useReels } from './reels'

/** Tells the screens which reels are looked at, and how. */
export function useReelsCast(sceneId: () => number, player: ReelPlayer): void {
  const reels = useReels()
  const comparing = useComparing()
  useCasting(
    sceneId,
    () => ({
      scene: null,
      reels: {
        a: reels.a?.reel.id ?? null,
        b: reels.b?.reel.id ?? null,
        place: player.placeNow(),
        playing: player.playing.value,
        way: player.heads(),
        speed: player.speed.value,
        ending: player.ending.value,
        compared: comparing.way,
        lineUp: comparing.lineUp,
        offset: comparing.offset,
        lineAt: comparing.line.at,
        lineDegrees: comparing.line.degrees,
        blend: comparing.blend,
        gain: comparing.gain,
        isFlicking: comparing.isFlicking,
      },
    }),
    [
      () => (player.playing.value ? null : player.place.value),
      () => [player.way.value, player.speed.value, player.ending.value],
      () => [reels.a?.reel.id, reels.b?.reel.id],
      () => [comparing.way, comparing.lineUp, comparing.offset, comparing.line, comparing.blend, comparing.gain],
      () => comparing.isFlicking,
    ],
    () => player.playing.value,
  )
}
