import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { curveOfLane, laneOf, type KeysAt, type OwnerKey } from './owners'

export type Tool = 'select' | 'move' | 'rotate' | 'scale'

/** How newly selected keys meet those that are selected already. */
export type Selecting = 'only' | 'add' | 'toggle'

/** What is selected: objects on the stage, keys, placed clips or sounds on the desk, and the tool in hand. */
export const useSelection = defineStore('selection', () => {
  const objects = shallowRef<ReadonlySet<number>>(new Set())
  /** Selected key times in ticks, by lane. */
  const keys = shallowRef<ReadonlyMap<string, ReadonlySet<number>>>(new Map())
  /** Selected placed clips. While there are any, no key is selected. */
  const clips = shallowRef<ReadonlySet<number>>(new Set())
  /** Selected sounds. While there are any, no key and no clip is selected. */
  const sounds = shallowRef<ReadonlySet<number>>(new Set())
  const tool = ref<Tool>('move')
  /** Objects whose keys cannot be selected: they are locked while somebody works. */
  const shut = shallowRef<ReadonlySet<number>>(new Set())
  const isShut = ({ object }: KeysAt) => typeof object === 'number' && shut.value.has(object)

  const first = computed<number | null>(() => [...objects.value].at(-1) ?? null)
  const keyCount = computed(() => [...keys.value.values()].reduce((sum, times) => sum + times.size, 0))

  function select(ids: Iterable<number>, add = false): void {
    const next = new Set(add ? objects.value : [])
    for (const id of ids) {
      if (add && next.has(id)) next.delete(id)
      else next.add(id)
    }
    objects.value = next
    // What is done next is meant for them, not for a sound as well.
    if (!add && next.size) clearSounds()
  }

  /** Whose keys are selected. Most that is drawn has none, and needs no name made to look it up by. */
  const owners = computed(() => new Set([...keys.value.keys()].map((lane) => curveOfLane(lane).object)))

  const selectedTimes = (object: OwnerKey, channel: string) =>
    owners.value.has(object) ? keys.value.get(laneOf(object, channel)) : undefined

  const areSelected = (sets: readonly KeysAt[]) =>
    sets.every(({ object, channel, times }) => {
      const selected = selectedTimes(object, channel)
      return selected !== undefined && times.every((time) => selected.has(time))
    })

  function selectKeys(sets: readonly KeysAt[], how: Selecting = 'only'): void {
    const next = new Map<string, Set<number>>()
    if (how !== 'only') for (const [lane, times] of keys.value) next.set(lane, new Set(times))
    const takeOut = how === 'toggle' && areSelected(sets)
    for (const set of sets) {
      if (isShut(set)) continue
      const { object, channel, times } = set
      const lane = laneOf(object, channel)
      let selected = next.get(lane)
      if (!selected) next.set(lane, (selected = new Set()))
      for (const time of times) {
        if (takeOut) selected.delete(time)
        else selected.add(time)
      }
      if (selected.size === 0) next.delete(lane)
    }
    keys.value = next
    if (next.size) {
      clearClips()
      clearSounds()
    }
  }

  function selectClips(ids: Iterable<number>, how: Selecting = 'only'): void {
    const next = new Set(how === 'only' ? [] : clips.value)
    for (const id of ids) {
      if (how === 'toggle' && next.has(id)) next.delete(id)
      else next.add(id)
    }
    clips.value = next
    if (next.size) {
      clearKeys()
      clearSounds()
    }
  }

  function selectSounds(ids: Iterable<number>, how: Selecting = 'only'): void {
    const next = new Set(how === 'only' ? [] : sounds.value)
    for (const id of ids) {
      if (how === 'toggle' && next.has(id)) next.delete(id)
      else next.add(id)
    }
    sounds.value = next
    if (next.size) {
      clearKeys()
      clearClips()
    }
  }

  function clearSounds(): void {
    if (sounds.value.size) sounds.value = new Set()
  }

  /** Lets go of selected sounds that are not there any more. */
  function keepSounds(isThere: (sound: number) => boolean): void {
    if (![...sounds.value].every(isThere)) sounds.value = new Set([...sounds.value].filter(isThere))
  }

  function clearClips(): void {
    if (clips.value.size) clips.value = new Set()
  }

  const keySets = (): KeysAt[] => [...keys.value].map(([lane, times]) => ({ ...curveOfLane(lane), times: [...times] }))

  /** Lets go of selected clips that are not there any more. */
  function keepClips(isPlaced: (clip: number) => boolean): void {
    if (![...clips.value].every(isPlaced)) clips.value = new Set([...clips.value].filter(isPlaced))
  }

  /** Lets go of selected keys that are not there any more. */
  function keepOnly(isThere: (object: OwnerKey, channel: string, time: number) => boolean): void {
    const left = keySets()
      .map((set) => ({ ...set, times: set.times.filter((time) => isThere(set.object, set.channel, time)) }))
      .filter(({ times }) => times.length)
    if (left.reduce((sum, { times }) => sum + times.length, 0) !== keyCount.value) selectKeys(left)
  }

  function clearKeys(): void {
    if (keys.value.size) keys.value = new Map()
  }

  return {
    objects,
    keys,
    owners,
    clips,
    sounds,
    tool,
    shut,
    isShut,
    first,
    keyCount,
    select,
    areSelected,
    selectedTimes,
    selectKeys,
    keySets,
    keepOnly,
    keepClips,
    clearKeys,
    selectClips,
    clearClips,
    selectSounds,
    clearSounds,
    keepSounds,
  }
})
