import type { CastMessage } from '../api/messages'
import { useLiveMotion } from '../record/live'
import { useScene } from '../scene/sceneStore'
import { useViews } from '../stage/views'
import { usePlayhead } from '../timebar/playhead'
import { usePending } from '../values/pending'
import { useCasting } from './casting'

/** Of what a hand holds so many values are told; a longer edit than so many letters is seen when it is kept. */
const [mostHeld, longestTry] = [3000, 200_000]

/** Tells the screens what the desk of a scene shows: its frame, what it is seen through, what a hand holds and tries. */
export function useSceneCast(sceneId: () => number): void {
  const scene = useScene()
  const playhead = usePlayhead()
  const views = useViews()
  const pending = usePending()
  const live = useLiveMotion()

  function shows(): CastMessage | null {
    const [pose, { look, shading, helpers }] = [views.stand(), views.active]
    if (!pose || scene.id === null) return null
    // What is held of paces and clips has lanes of its own, which the stage does not know.
    const held = [...pending.list(), ...live.list()].flatMap(({ object, channel, value }) =>
      typeof object === 'number' ? [{ object, channel, value }] : [],
    )
    held.splice(mostHeld)
    const tried = scene.tried ? JSON.stringify(scene.tried) : ''
    const { lens } = pose
    return {
      reels: null,
      scene: {
        frame: playhead.frameNow(),
        playing: playhead.playing,
        way: playhead.heads(),
        speed: playhead.speed,
        ending: playhead.ending,
        played: [...playhead.range],
        camera: typeof look === 'number' ? look : null,
        position: pose.position,
        quaternion: pose.quaternion,
        degrees: 'degrees' in lens ? lens.degrees : 0,
        height: 'height' in lens ? lens.height : 0,
        shading,
        helpers: helpers && typeof look !== 'number',
        objects: held.map(({ object }) => object),
        channels: held.map(({ channel }) => channel),
        values: held.map(({ value }) => value ?? 0),
        tried: tried.length <= longestTry ? tried : '',
      },
    }
  }

  useCasting(
    sceneId,
    shows,
    [
      () => (playhead.playing ? null : playhead.frame),
      () => [playhead.way, playhead.speed, playhead.ending, playhead.range, playhead.went],
      () => [views.active.look, views.active.shading, views.active.helpers],
      () => (playhead.playing ? null : views.turned),
      () => pending.values,
      () => live.values,
      () => scene.tried,
      () => scene.loads,
    ],
    () => playhead.playing,
  )
}
