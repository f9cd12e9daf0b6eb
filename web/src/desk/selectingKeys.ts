import { objectOf } from './lanes'
import type { KeySet } from '../api/http'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useDesk } from './deskStore'
import { keysBetween } from './laneKeys'

/** Ways to select many keys at once, among the selected objects or, with none selected, all that the desk shows. */
export function useSelectingKeys() {
  const scene = useScene()
  const selection = useSelection()
  const desk = useDesk()
  const playhead = usePlayhead()

  const lanes = () => {
    if (desk.curvesOnly) return desk.lanes
    const objects = desk.lanes.filter(({ kind }) => kind === 'object')
    const selected = objects.filter((lane) => selection.objects.has(objectOf(lane)!.id))
    return selected.length ? selected : objects
  }
  const now = () => playhead.frame * scene.settings.ticksPerFrame
  const half = () => scene.settings.ticksPerFrame / 2

  const all = () => selection.selectKeys(keysBetween(lanes(), -Infinity, Infinity))
  const fromHereOn = () => selection.selectKeys(keysBetween(lanes(), now() - half(), Infinity, true))
  const upToHere = () => selection.selectKeys(keysBetween(lanes(), -Infinity, now() + half(), true))
  const atThisFrame = () => selection.selectKeys(keysBetween(lanes(), now() - half(), now() + half(), true))

  function invert(): void {
    const inverted = keysBetween(lanes(), -Infinity, Infinity).map(({ object, channel, times }): KeySet => {
      const selected = selection.selectedTimes(object, channel)
      return { object, channel, times: times.filter((time) => !selected?.has(time)) }
    })
    selection.selectKeys(inverted.filter(({ times }) => times.length))
  }

  return { all, fromHereOn, upToHere, atThisFrame, invert }
}
