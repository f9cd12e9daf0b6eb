import type { TimeTarget } from '../api/http'
import { useSelection } from '../scene/selection'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { warpChannel, warpKey, warpOf } from '../scene/owners'
import { usePlayhead } from '../timebar/playhead'
import { useArranging } from '../desk/arranging'
import { useDesk } from '../desk/deskStore'
import { neighbourTime } from '../desk/laneKeys'
import { useFlowDialogs } from './flowDialogs'
import { useOfferRange } from './offerRange'

/** Adding warps, and what is done to one of them. */
export function useWarps() {
  const scene = useScene()
  const selection = useSelection()
  const notices = useNotices()
  const playhead = usePlayhead()
  const arranging = useArranging()
  const desk = useDesk()
  const dialogs = useFlowDialogs()
  const offerEnd = useOfferRange()

  const addForScene = () => scene.edit({ edit: 'addWarp' })

  const selectedObjects = (): TimeTarget[] => [...selection.objects].map((object) => ({ object }))
  /** The channels of the selected keys. */
  const selectedChannels = (): TimeTarget[] =>
    selection.keySets().flatMap(({ object, channel }) => (typeof object === 'number' ? [{ object, channel }] : []))

  async function addFor(targets: TimeTarget[], none: string): Promise<void> {
    if (targets.length) await scene.edit({ edit: 'addWarp', targets })
    else notices.say(none)
  }
  const addForObjects = () => addFor(selectedObjects(), 'Select the objects that the warp is to cover.')
  const addForChannels = () => addFor(selectedChannels(), 'Select keys of the channels that the warp is to cover.')

  /** The warp that is meant: that of the selected points, one over the selected object, one of the scene, or any. */
  function meant(): number | null {
    for (const owner of selection.owners) {
      const warp = warpOf(owner)
      if (warp !== null) return warp
    }
    const all = [...scene.model.warps.values()]
    const over = all.find(({ targets }) => targets?.some(({ object }) => selection.objects.has(object)))
    return (over ?? all.find(({ targets }) => targets === null) ?? all[0])?.id ?? null
  }

  /** Puts a point on a warp at the playhead; without a warp there is one first. */
  async function addPoint(): Promise<void> {
    if (meant() === null) await addForScene()
    const warp = meant()
    if (warp === null) return
    await arranging.make(
      {
        edit: 'insertKeys',
        frame: playhead.frame,
        channels: [{ object: warpKey(warp), channel: warpChannel }],
      },
      [],
    )
  }

  /** Selects the next point of the warp on one side of the selected one, or of the playhead, and goes there. */
  function selectPoint(way: -1 | 1): void {
    const warp = meant()
    const lane = warp === null ? undefined : desk.flowLanes.find(({ object }) => object!.id === warpKey(warp))
    if (!lane) {
      notices.say('There is no warp yet; add one first.')
      return
    }
    const { ticksPerFrame } = scene.settings
    const selected = [...(selection.selectedTimes(lane.object!.id, warpChannel) ?? [])]
    const from = selected.length ? Math[way === 1 ? 'max' : 'min'](...selected) : playhead.frame * ticksPerFrame
    const time = neighbourTime(lane, from, way)
    if (time === null) {
      notices.say('No point further that way.')
      return
    }
    selection.selectKeys([{ object: lane.object!.id, channel: warpChannel, times: [time] }])
    playhead.goTo(Math.round(time / ticksPerFrame))
  }

  /** Where there is no warp yet, retiming adds one. */
  const retime = () => void dialogs.ask({ kind: 'retime', warp: meant() })

  /** Adds objects or channels to what a warp covers. */
  async function cover(warp: number, more: readonly TimeTarget[]): Promise<void> {
    const known = scene.model.warps.get(warp)
    if (!known || more.length === 0) return
    const same = (a: TimeTarget, b: TimeTarget) => a.object === b.object && (a.channel ?? null) === (b.channel ?? null)
    const targets: TimeTarget[] = [...(known.targets ?? [])]
    for (const target of more) if (!targets.some((each) => same(each, target))) targets.push(target)
    await scene.edit({ edit: 'setWarpTargets', warp, targets })
  }

  /** Off or on; the scene may end elsewhere then, which is offered. */
  async function toggle(warp: number): Promise<void> {
    const isOn = !scene.model.warps.get(warp)?.on
    if (await scene.edit({ edit: 'setWarp', warp, on: isOn })) offerEnd(warp)
  }

  return {
    addForScene,
    addForObjects,
    addForChannels,
    selectedObjects,
    selectedChannels,
    meant,
    addPoint,
    selectPoint,
    retime,
    cover,
    toggle,
  }
}
