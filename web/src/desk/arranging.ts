import { defineStore } from 'pinia'
import { watch } from 'vue'
import type { Edit, KeySet } from '../api/http'
import type { Kept } from '../api/live'
import { laneOf, useChoice } from '../scene/choice'
import type { Keys } from '../scene/keys'
import { useScene } from '../scene/sceneStore'

interface Before {
  keys: Map<string, Keys>
  chosen: readonly KeySet[]
}

/**
 * Edits that put keys elsewhere. The choice goes with them: whatever key was not there before, among those that
 * were not chosen, is one that the edit placed. So no rule of the edit needs to be known here.
 */
export const useArranging = defineStore('arranging', () => {
  const scene = useScene()
  const choice = useChoice()
  let before: Before | null = null

  function begin(chosen: readonly KeySet[]): Before {
    const keys = new Map<string, Keys>()
    for (const object of scene.model.holders())
      for (const channel of object.channels.values())
        if (channel.keys.count) keys.set(laneOf(object.id, channel.name), channel.keys)
    return (before = { keys, chosen })
  }

  /** The keys that an edit has placed since. */
  function placed({ keys: old, chosen }: Before): KeySet[] {
    const moved = new Map(chosen.map(({ object, channel, times }) => [laneOf(object, channel), new Set(times)]))
    const sets: KeySet[] = []
    for (const object of scene.model.holders())
      for (const { name, keys } of object.channels.values()) {
        const lane = laneOf(object.id, name)
        const were = old.get(lane)
        if (keys.count === 0 || keys === were) continue
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

  // While keys are dragged, the choice is wherever the try has put them.
  watch(
    () => scene.rowsVersion,
    () => {
      if (!before) return
      const now = placed(before)
      if (now.length) choice.chooseKeys(now)
    },
    { flush: 'sync' },
  )

  const isUnderWay = () => before !== null

  /** Shows what the edit would give while the hand drags. */
  function tryOn(edit: Edit): void {
    if (!before) begin(choice.keySets())
    scene.tryEdit(edit)
  }

  let making: Promise<Kept | null> | null = null

  /** Makes the edit; refused or called off, the choice is as it was. */
  function make(edit: Edit, chosen: readonly KeySet[] = choice.keySets()): Promise<Kept | null> {
    const mine = keep(edit, chosen).finally(() => {
      if (making === mine) making = null
    })
    return (making = mine)
  }

  const isMaking = () => making !== null
  /** Until the last edit has been made: only then are the keys where they will stay. */
  const settled = async () => void (await making)

  async function keep(edit: Edit, chosen: readonly KeySet[]): Promise<Kept | null> {
    const from = before ?? begin(chosen)
    const kept = await scene.keepTry(edit)
    before = null
    if (!kept) choice.chooseKeys(from.chosen)
    return kept
  }

  let last: Promise<unknown> = Promise.resolve()

  /**
   * Makes an edit of the keys that are chosen once everything before it is done: strokes that follow each other
   * quickly all find the keys where the last one has put them. Null where none is chosen, or it was refused.
   */
  function onChosen(edit: (keys: KeySet[]) => Edit): Promise<Kept | null> {
    const next = last.then(() => {
      const keys = choice.keySets()
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
    choice.chooseKeys(from.chosen)
    await scene.dropTry()
  }

  return { isUnderWay, isMaking, settled, tryOn, make, onChosen, cancel }
})
