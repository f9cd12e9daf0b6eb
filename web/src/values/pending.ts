import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { ChannelValue, Edit } from '../api/http'
import { specOf } from '../scene/catalogue'
import { useNotices } from '../scene/notices'
import { channelRow } from '../scene/held'
import { curveOfLane, laneOf, layerOf, type OwnerKey } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { useLayers } from '../layers/layers'
import { useWorking } from '../working/working'
import { useOutside } from '../timebar/outside'
import { usePlayhead } from '../timebar/playhead'
import { useAutoKey } from './autoKey'
import { useKeySettings } from './keySettings'

/** Values that a hand changed on this frame. On still channels they become edits; on moving ones they wait for a key. */
export const usePending = defineStore('pending', () => {
  const scene = useScene()
  const playhead = usePlayhead()
  const autoKey = useAutoKey()
  const settings = useKeySettings()
  const outside = useOutside()
  const working = useWorking()
  const layers = useLayers()
  const values = shallowRef<ReadonlyMap<string, number>>(new Map())
  const count = computed(() => values.value.size)
  type Values = ReadonlyMap<string, number>
  /** What was held before the hand that moves now took hold; null while none does. */
  let before: Values | null = null
  /** Whether what it holds is shown as a key that is tried. */
  let isTried = false
  /** What was held before each change that still waits for a key, how many changes had been made by then, and whether the same hand made one of them. */
  const steps = shallowRef<{ values: Values; made: number; madeToo: boolean }[]>([])

  const get = (object: OwnerKey, channel: string) => values.value.get(laneOf(object, channel))
  const isLocked = (object: OwnerKey, channel: string) =>
    working.isLocked(object) || isInShutLayer(object) || isShut(object, channel)
  /** Where changes go: a layer over a locked channel takes them. */
  const isShut = (object: OwnerKey, channel: string) =>
    scene.model.holder(object)?.channels.get(layers.nameOf(object, channel))?.locked ?? false
  /** The active layer takes what is changed of objects, and a layer has its own strength. */
  const isInShutLayer = (object: OwnerKey) =>
    typeof object === 'number'
      ? (layers.active?.locked ?? false)
      : (scene.model.layers.get(layerOf(object) ?? 0)?.locked ?? false)

  /** Shows values at once, on this frame only. Locked channels stay as they are, which is told once for each hold of the hand. */
  function hold(changes: readonly ChannelValue[]): void {
    const isFirst = before === null
    before ??= values.value
    const next = new Map(values.value)
    const locked: ChannelValue[] = []
    for (const change of changes) {
      const { object, channel, value } = change
      if (isLocked(object, channel)) locked.push(change)
      else next.set(laneOf(object, channel), value!)
    }
    if (isFirst) sayLocked(locked)
    values.value = next
    scene.hold(changes.map(({ object, channel }) => channelRow(object, channel)))
    tryInLayer()
  }

  /** In a layer a key changes frames around it too: what it would give is shown while the hand moves. */
  function tryInLayer(): void {
    if (!layers.active || !list().every(({ object }) => typeof object === 'number')) return
    scene.tryEdit(keying(list()))
    isTried = true
  }

  function dropTried(): void {
    if (isTried) void scene.dropTry()
    isTried = false
  }

  /** Makes an edit; where it has been tried, what was tried is what is kept. */
  function make(edit: Edit) {
    const made = isTried ? scene.keepTry(edit) : scene.edit(edit)
    isTried = false
    return made
  }

  function sayLocked(locked: readonly ChannelValue[]): void {
    const [first] = locked
    if (!first) return
    if (isInShutLayer(first.object) && typeof first.object === 'number')
      return void useNotices().say(`${layers.name} is locked; unlock it, or choose another layer.`)
    const holder = scene.model.holder(first.object)
    const spec = holder && specOf(holder, first.channel)
    useNotices().say(
      locked.length === 1 && holder && spec
        ? `${holder.name}: ${spec.fullName} is locked and stays as it is.`
        : `${locked.length} locked channels stay as they are.`,
    )
  }

  function list(): ChannelValue[] {
    return [...values.value].map(([lane, value]) => ({ ...curveOfLane(lane), value }))
  }

  function clear(): void {
    before = null
    dropTried()
    steps.value = []
    if (values.value.size === 0) return
    values.value = new Map()
    scene.letGo()
  }

  function goBack(to: Values): void {
    values.value = to
    before = null
    scene.letGo()
    if (to.size) scene.hold(list().map(({ object, channel }) => channelRow(object, channel)))
  }

  /** The hand gives up what it is doing: what was held before it is held again. */
  function cancel(): void {
    dropTried()
    if (before) goBack(before)
  }

  /** Whether the last thing that was done is a change that waits for a key, which undo takes back. */
  const canTakeBack = computed(() => steps.value.at(-1)?.made === scene.made)

  /**
   * Takes back the last change that waits for a key.
   * @returns whether that is all that was done last; else there is a change to be undone.
   */
  function takeBack(): boolean {
    if (!canTakeBack.value) return false
    const { values: were, madeToo } = steps.value.at(-1)!
    goBack(were)
    steps.value = steps.value.slice(0, -1)
    return !madeToo
  }

  /** Whether a change waits for a key: a layer has nothing but keys. */
  const isAnimated = (object: OwnerKey, channel: string) =>
    (typeof object === 'number' && layers.active !== null) ||
    (scene.model.holder(object)?.channels.get(channel)?.keys.count ?? 0) > 0

  /** The hand has let go: with auto-key on, what it changed is keyed; else still channels are changed and the others wait. */
  async function finish(): Promise<void> {
    const from = before
    before = null
    if (autoKey.isOn) return key(list(), scene.settings.work[0])
    dropTried()
    // A drag along one axis holds the others as they are: these wait for nothing. In a layer what is tried is seen, and
    // while something is still to be made, what is seen is not what will be.
    if (!layers.active && scene.waiting === 0)
      release(list().filter((value) => isAnimated(value.object, value.channel) && isAsSeen(value)))
    const waits = list().some(
      ({ object, channel, value }) => isAnimated(object, channel) && from?.get(laneOf(object, channel)) !== value,
    )
    if (from && waits) steps.value = [...steps.value, { values: from, made: scene.made, madeToo: false }]
    const stills = list().filter((value) => !isAnimated(value.object, value.channel) && !isOnItsWay(value))
    const changed = stills.filter((value) => !isAsItWas(value))
    if (changed.length === 0) return release(stills)
    const step = steps.value.at(-1)
    onTheirWay.push(...changed)
    const kept = await scene.edit({ edit: 'setValues', values: changed, frame: playhead.frame })
    onTheirWay = onTheirWay.filter((value) => !changed.includes(value))
    release(stills)
    // One drag may change still values and hold others: they are taken back together.
    if (kept && from && waits)
      steps.value = steps.value.map((each) => (each === step ? { ...each, made: scene.made, madeToo: true } : each))
  }

  /** Whether a still channel has this value already, as far as samples can tell values apart. */
  function isAsItWas({ object, channel, value }: ChannelValue): boolean {
    const holder = scene.model.holder(object)
    if (!holder) return false
    const { still } = scene.model.channel(holder, channel)
    return Math.abs(value! - still) <= 1e-7 * Math.max(1, Math.abs(still))
  }

  /** Whether a moving channel has this value here anyway, as far as what comes through places in the world can tell. */
  function isAsSeen({ object, channel, value }: ChannelValue): boolean {
    const seen = scene.book.isHere(playhead.readFrame) && scene.book.value(object, channel, playhead.readFrame)
    return typeof seen === 'number' && Math.abs(value! - seen) <= 1e-6 * Math.max(1, Math.abs(seen))
  }

  // Values that have been sent and not been kept yet, which may take a while where the server is away.
  let onTheirWay: ChannelValue[] = []
  const isOnItsWay = ({ object, channel, value }: ChannelValue) =>
    onTheirWay.some((sent) => sent.object === object && sent.channel === channel && sent.value === value)

  /** Lets go of values that are kept now; what the hand has changed again since stays held. */
  function release(done: readonly ChannelValue[]): void {
    // What the hand holds is let go of only with a value, else it would be forgotten that somebody else changed it.
    if (done.length === 0) return
    const without = (from: Values) => {
      const next = new Map(from)
      for (const { object, channel, value } of done) {
        const name = laneOf(object, channel)
        if (value === undefined || next.get(name) === value) next.delete(name)
      }
      return next
    }
    const next = without(values.value)
    if (next.size === 0) steps.value = []
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
    const { frame } = playhead
    if (!(await make(keying(all, anchor)))) return
    release(all)
    outside.tellKeyed(frame)
  }

  /** The edit that keys values on this frame. */
  const keying = (all: readonly ChannelValue[], anchor?: number): Edit => ({
    edit: 'keyChannels',
    frame: playhead.frame,
    interpolation: settings.interpolation,
    ...inActive(all, anchor),
  })

  /** The values of a key as the active layer takes them; there, nothing was still so far that would have to be kept. */
  function inActive(all: readonly ChannelValue[], anchor?: number) {
    const values = layers.inActive(all)
    const isOfObjects = all.every(({ object }) => typeof object === 'number')
    if (!layers.active || !isOfObjects) return { values, anchor }
    return { values, reach: layers.reaches ?? undefined }
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
      run: () => void scene.edit({ edit: 'keyChannels', frame: from, interpolation, ...inActive(lost) }),
    })
  }

  return { values, count, get, list, hold, sayLocked, cancel, canTakeBack, takeBack, clear, finish, key, leave }
})
