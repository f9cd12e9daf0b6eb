import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { KeyRef } from '../api/http'

export type Tool = 'pick' | 'move' | 'turn' | 'size'

const laneOf = (object: number, channel: string) => `${object}|${channel}`

/** What is chosen: objects on the stage, keys on the desk, and the tool in hand. */
export const useChoice = defineStore('choice', () => {
  const objects = shallowRef<ReadonlySet<number>>(new Set())
  /** Chosen key times in ticks, by lane. */
  const keys = shallowRef<ReadonlyMap<string, ReadonlySet<number>>>(new Map())
  const tool = ref<Tool>('move')

  const first = computed<number | null>(() => [...objects.value].at(-1) ?? null)
  const keyCount = computed(() => [...keys.value.values()].reduce((sum, times) => sum + times.size, 0))

  function choose(ids: Iterable<number>, add = false): void {
    const next = new Set(add ? objects.value : [])
    for (const id of ids) {
      if (add && next.has(id)) next.delete(id)
      else next.add(id)
    }
    objects.value = next
  }

  const isKeyChosen = (object: number, channel: string, time: number) =>
    keys.value.get(laneOf(object, channel))?.has(time) ?? false

  const chosenTimes = (object: number, channel: string) => keys.value.get(laneOf(object, channel))

  function chooseKeys(refs: readonly KeyRef[], add = false): void {
    const next = new Map<string, Set<number>>()
    if (add) for (const [lane, times] of keys.value) next.set(lane, new Set(times))
    for (const { object, channel, time } of refs) {
      const lane = laneOf(object, channel)
      const times = next.get(lane)
      if (times) times.add(time)
      else next.set(lane, new Set([time]))
    }
    keys.value = next
  }

  const keyRefs = (): KeyRef[] =>
    [...keys.value].flatMap(([lane, times]) => {
      const [object, channel] = lane.split('|') as [string, string]
      return [...times].map((time) => ({ object: Number(object), channel, time }))
    })

  function clearKeys(): void {
    keys.value = new Map()
  }

  return { objects, keys, tool, first, keyCount, choose, isKeyChosen, chosenTimes, chooseKeys, keyRefs, clearKeys }
})
