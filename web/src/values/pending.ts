import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { ChannelValue } from '../api/http'
import { useNotices } from '../scene/notices'
import { channelRow } from '../scene/held'
import { curveOfLane, laneOf, type OwnerKey } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useAutoKey } from './autoKey'
import { useKeySettings } from './keySettings'

/** Values that a hand changed on this frame. On still channels they become edits; on moving ones they wait for a key. */
export const usePending = defineStore('pending', () => {
  const scene = useScene()
  const playhead = usePlayhead()
  const autoKey = useAutoKey()
  const settings = useKeySettings()
  const values = shallowRef<ReadonlyMap<string, number>>(new Map())
  const count = computed(() => values.value.size)

  const get = (object: OwnerKey, channel: string) => values.value.get(laneOf(object, channel))
  const isLocked = (object: OwnerKey, channel: string) =>
    scene.model.holder(object)?.channels.get(channel)?.locked ?? false

  /** Shows values at once, on this frame only. Locked channels stay as they are. */
  function hold(changes: readonly ChannelValue[]): void {
    const next = new Map(values.value)
    for (const { object, channel, value } of changes)
      if (!isLocked(object, channel)) next.set(laneOf(object, channel), value!)
    values.value = next
    scene.hold(changes.map(({ object, channel }) => channelRow(object, channel)))
  }

  function list(): ChannelValue[] {
    return [...values.value].map(([lane, value]) => ({ ...curveOfLane(lane), value }))
  }

  function clear(): void {
    if (values.value.size === 0) return
    values.value = new Map()
    scene.letGo()
  }

  const isAnimated = (object: OwnerKey, channel: string) =>
    (scene.model.holder(object)?.channels.get(channel)?.keys.count ?? 0) > 0

  /** The hand has let go: with auto-key on, what it changed is keyed; else still channels are changed and the others wait. */
  async function finish(): Promise<void> {
    if (autoKey.isOn) return key(list(), scene.settings.work[0])
    const still = list().filter((value) => !isAnimated(value.object, value.channel) && !isOnItsWay(value))
    if (still.length === 0) return
    onTheirWay.push(...still)
    await scene.edit({ edit: 'setValues', values: still, frame: playhead.frame })
    onTheirWay = onTheirWay.filter((value) => !still.includes(value))
    release(still)
  }

  // Values that have been sent and not been kept yet, which may take a while where the server is away.
  let onTheirWay: ChannelValue[] = []
  const isOnItsWay = ({ object, channel, value }: ChannelValue) =>
    onTheirWay.some((sent) => sent.object === object && sent.channel === channel && sent.value === value)

  /** Lets go of values that are kept now; what the hand has changed again since stays held. */
  function release(done: readonly ChannelValue[]): void {
    const next = new Map(values.value)
    for (const { object, channel, value } of done) {
      const name = laneOf(object, channel)
      if (value === undefined || next.get(name) === value) next.delete(name)
    }
    values.value = next
    scene.letGo()
    if (next.size) scene.hold(list().map(({ object, channel }) => channelRow(object, channel)))
  }

  /**
   * Keys channels at the playhead: at the values held, or as they are.
   * @param anchor The frame on which a channel that was still so far keeps its old value; none if left out.
   */
  async function key(channels: readonly ChannelValue[], anchor?: number): Promise<void> {
    const wanted = new Map(channels.map((value) => [laneOf(value.object, value.channel), value]))
    for (const held of list())
      if (wanted.has(laneOf(held.object, held.channel))) wanted.set(laneOf(held.object, held.channel), held)
    if (wanted.size === 0) return
    const all = [...wanted.values()]
    const { interpolation } = settings
    if (await scene.edit({ edit: 'keyChannels', frame: playhead.frame, values: all, interpolation, anchor }))
      release(all)
  }

  /** Called when the playhead leaves the frame: what was not keyed goes, and can be keyed after all. */
  function leave(from: number): void {
    const lost = list()
    if (lost.length === 0) return
    clear()
    const what = lost.length === 1 ? 'A changed value was' : `${lost.length} changed values were`
    const { interpolation } = settings
    useNotices().say(`${what} not keyed on frame ${from}.`, {
      label: 'Key now',
      run: () => void scene.edit({ edit: 'keyChannels', frame: from, values: lost, interpolation }),
    })
  }

  return { values, count, get, list, hold, clear, finish, key, leave }
})
