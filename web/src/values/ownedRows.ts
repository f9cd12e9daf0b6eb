import type { Edit } from '../api/http'
import type { OwnerKey } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useChannelState } from './channelState'
import { usePending } from './pending'

/**
 * What the rows of channels do for what is selected on the desk and has some, such as clips with their rates and sounds.
 * @param owners What is selected; what is said of the last counts for all.
 */
export function useOwnedRows(owners: () => readonly OwnerKey[]) {
  const scene = useScene()
  const pending = usePending()
  const playhead = usePlayhead()
  const state = useChannelState()

  const curves = (channel: string, value?: number) => owners().map((object) => ({ object, channel, value }))
  const hold = (channel: string, value: number) => pending.hold(owners().map((object) => ({ object, channel, value })))
  function keep(channel: string, value: number): void {
    hold(channel, value)
    void pending.finish()
  }

  /** The keys of a channel of all of them at a time. */
  const keysAt = (channel: string, time: number) =>
    owners()
      .map((object) => ({ object, channel, times: [time] }))
      .filter(({ object }) => scene.model.holder(object)?.channels.get(channel)?.keys.times.includes(time))

  /** A click on the marker keys the channel here, or removes the key that is here. */
  function toggleKey(channel: string): void {
    const last = scene.model.holder(owners().at(-1)!)
    if (!last) return
    const time = state.keyHere(last, channel)
    if (time !== undefined && pending.get(last.id, channel) === undefined)
      void scene.edit({ edit: 'deleteKeys', keys: keysAt(channel, time) } as Edit)
    else void pending.key(curves(channel))
  }

  const still = (channel: string) =>
    void scene.edit({ edit: 'stayStill', frame: playhead.frame, values: curves(channel) } as Edit)

  return { hold, cancel: pending.cancel, keep, toggleKey, still }
}
