import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { misfitOf } from './ladder'

/** Offers to let the scene end where a warp does, where that has become later; and where its motion ends, once it is off. */
export function useOfferRange(): (warp: number) => void {
  const scene = useScene()
  const notices = useNotices()
  return (id) => {
    const warp = scene.model.warps.get(id)
    if (!warp) return
    const { ticksPerFrame, range } = scene.settings
    const points = warp.holder.channels.get('warp')!.keys
    if (warp.on) {
      const end = misfitOf(points, ticksPerFrame, range)
      if (end === null || end <= range[1]) return
      notices.say(`${warp.name} now ends at frame ${end}, the scene at ${range[1]}.`, {
        label: `End the scene at ${end}`,
        run: () => void scene.edit({ edit: 'fitRangeToWarp', warp: warp.id }),
      })
      return
    }
    // A scene that ended with the warp has nothing to show from where its motion ends without it.
    const source = points.count ? Math.round(points.values[points.count - 1]!) : range[1]
    if (misfitOf(points, ticksPerFrame, range) !== null || source >= range[1] || source <= range[0]) return
    notices.say(`Without ${warp.name} the motion ends at frame ${source}, the scene at ${range[1]}.`, {
      label: `End the scene at ${source}`,
      run: () => void scene.edit({ edit: 'setRanges', range: { first: range[0], last: source } }),
    })
  }
}
