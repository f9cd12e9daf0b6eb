import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { watch } from 'vue'
import type { Edit, KeySet } from '../api/http'
import type { KeptMessage } from '../api/messages'
import { useSelection } from '../scene/selection'
import { laneOf } from '../scene/owners'
import { firstAtOrAfter, type Keys } from '../scene/keys'
import { useScene } from '../scene/sceneStore'
import { useSelectedBefore } from './selectedBefore'

interface Before {
  /** Only where selected keys are elsewhere now does the selection go with them. */
  onlyIfGone: boolean
  keys: Map<string, Keys>
  /** The same, to see at once what is as it was. */
  all: Set<Keys>
  selected: readonly KeySet[]
  /** The same, as the selection has it. */
  keysSelected: ReturnType<typeof useSelection>['keys']
}

/**
 * Edits that put keys elsewhere. The selection goes with them: whatever key was not there before, among those that
 * were not selected, is one that the edit placed. So no rule of the edit needs to be known here.
 */
export const useArranging = defineStore('arranging', () => {
  const scene = useScene()
  const selection = useSelection()
  const selectedBefore = useSelectedBefore()
  let before: Before | null = null
  /** Whether handles keep their lengths when a key is moved, and do not go along with the stretch. */
  const handlesStay = useStorage('zesty-handles-stay', false)

  const asSet = (edit: Edit): Edit =>
    edit.edit === 'moveKeys' && handlesStay.value ? { ...edit, handlesStay: true } : edit

  function begin(selected: readonly KeySet[], onlyIfGone = false): Before {
    const keys = new Map<string, Keys>()
    for (const object of scene.model.holders())
      for (const channel of object.channels.values())
        if (channel.keys.count) keys.set(laneOf(object.id, channel.name), channel.keys)
    return (before = { onlyIfGone, keys, all: new Set(keys.values()), selected, keysSelected: selection.keys })
  }

  /** The keys that an edit has placed since. */
  function placed({ keys: old, all, selected }: Before): KeySet[] {
    const moved = new Map(selected.map(({ object, channel, times }) => [laneOf(object, channel), new Set(times)]))
    const sets: KeySet[] = []
    for (const object of scene.model.holders())
      for (const { name, keys } of object.channels.values()) {
        if (keys.count === 0 || all.has(keys)) continue
        const lane = laneOf(object.id, name)
        const were = old.get(lane)
        const gone = moved.get(lane)
        const stayed = new Map<number, number>()
        if (were)
          for (let i = 0; i < were.count; i++)
            if (!gone?.has(were.times[i]!)) stayed.set(were.times[i]!, were.values[i]!)
        const times: number[] = []
        for (let i = 0; i < keys.count; i++)
          if (stayed.get(keys.times[i]!) !== keys.values[i]!) times.push(keys.times[i]!)
        if (times.length) sets.push({ object: object.id, channel: name, times })
      }
    return sets
  }

  // While keys are dragged, the selection is wherever the try has put them.
  watch(
    () => scene.rowsVersion,
    () => {
      if (!before || (before.onlyIfGone && before.selected.every(isThere))) return
      const now = placed(before)
      if (now.length) selection.selectKeys(now)
    },
    { flush: 'sync' },
  )

  const isUnderWay = () => before !== null

  const isThere = ({ object, channel, times }: KeySet) => {
    const keys = scene.model.holder(object)?.channels.get(channel)?.keys
    return keys !== undefined && times.every((time) => keys.times[firstAtOrAfter(keys, time)] === time)
  }

  /** A step through the history; the selection goes with the keys that it puts elsewhere. */
  async function through(step: () => Promise<KeptMessage | null>): Promise<void> {
    await settled()
    const selected = selection.keySets()
    const mine = before || selected.length === 0 ? null : begin(selected, true)
    const isAsItWas = await selectedBefore.through(step)
    if (mine && before === mine) before = null
    if (isAsItWas) keepWhatIsThere()
  }

  /** Shows what the edit would give while the hand drags. */
  function tryOn(edit: Edit): void {
    if (!before) begin(selection.keySets())
    scene.tryEdit(asSet(edit))
  }

  let making: Promise<KeptMessage | null> | null = null

  /** Makes the edit; refused or called off, the selection is as it was. */
  function make(edit: Edit, selected: readonly KeySet[] = selection.keySets()): Promise<KeptMessage | null> {
    const mine = keep(edit, selected).finally(() => {
      if (making === mine) making = null
    })
    return (making = mine)
  }

  const isMaking = () => making !== null
  /** Until the last edit has been made: only then are the keys where they will stay. */
  const settled = async () => void (await making)

  async function keep(edit: Edit, selected: readonly KeySet[]): Promise<KeptMessage | null> {
    const from = before ?? begin(selected)
    const kept = await scene.keepTry(asSet(edit))
    before = null
    if (!kept) selection.selectKeys(from.selected)
    // What has been deleted is not selected any more.
    else {
      keepWhatIsThere()
      selectedBefore.note(kept.position, from.keysSelected)
    }
    return kept
  }

  const keepWhatIsThere = () =>
    selection.keepOnly((object, channel, time) => isThere({ object, channel, times: [time] }))

  let last: Promise<unknown> = Promise.resolve()

  /**
   * Makes an edit of the keys that are selected once everything before it is done: strokes that follow each other
   * quickly all find the keys where the last one has put them. Null where none is selected, or it was refused.
   */
  function onSelected(edit: (keys: KeySet[]) => Edit): Promise<KeptMessage | null> {
    const next = last.then(() => {
      const keys = selection.keySets()
      return keys.length ? make(edit(keys), keys) : null
    })
    last = next.catch(() => {})
    return next
  }

  /** Ends a drag without doing anything. */
  async function cancel(): Promise<void> {
    const from = before
    before = null
    if (!from) return
    selection.selectKeys(from.selected)
    await scene.dropTry()
  }

  return { handlesStay, isUnderWay, isMaking, settled, tryOn, make, onSelected, through, cancel }
})
