import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { misfitOf } from './ladder'

/** Offers to let the scene end where a warp does, where that has become later. */
export function useOfferRange(): (warp: number) => void {
  const scene = useScene()
  const notices = useNotices()
  return (id) => {
    const warp = scene.model.warps.get(id)
    if (!warp) return
    const { ticksPerFrame, range } = scene.settings
    const end = misfitOf(warp.holder.channels.get('warp')!.keys, ticksPerFrame, range)
    if (end === null || end <= range[1]) return
    notices.say(`${warp.name} now ends at frame ${end}, the scene at ${range[1]}.`, {
      label: `End the scene at ${end}`,
      run: () => void scene.edit({ edit: 'fitRangeToWarp', warp: warp.id }),
    })
  }
}
