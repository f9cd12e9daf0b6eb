import type { KeySet } from '../api/http'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useDesk } from './deskStore'
import { keysBetween } from './laneKeys'

/** Ways to choose many keys at once, among the chosen objects or, with none chosen, all that the desk shows. */
export function useChoosingKeys() {
  const scene = useScene()
  const choice = useChoice()
  const desk = useDesk()
  const playhead = usePlayhead()

  const lanes = () => {
    if (desk.curvesOnly) return desk.lanes
    const objects = desk.lanes.filter(({ kind }) => kind === 'object')
    const chosen = objects.filter(({ object }) => choice.objects.has(object!.id))
    return chosen.length ? chosen : objects
  }
  const now = () => playhead.frame * scene.settings.ticksPerFrame
  const half = () => scene.settings.ticksPerFrame / 2

  const all = () => choice.chooseKeys(keysBetween(lanes(), -Infinity, Infinity))
  const fromHereOn = () => choice.chooseKeys(keysBetween(lanes(), now() - half(), Infinity))
  const upToHere = () => choice.chooseKeys(keysBetween(lanes(), -Infinity, now() + half()))
  const atThisFrame = () => choice.chooseKeys(keysBetween(lanes(), now() - half(), now() + half()))

  function invert(): void {
    const inverted = keysBetween(lanes(), -Infinity, Infinity).map(({ object, channel, times }): KeySet => {
      const chosen = choice.chosenTimes(object, channel)
      return { object, channel, times: times.filter((time) => !chosen?.has(time)) }
    })
    choice.chooseKeys(inverted.filter(({ times }) => times.length))
  }

  return { all, fromHereOn, upToHere, atThisFrame, invert }
}
