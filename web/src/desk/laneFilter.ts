import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'
import { laneGroups, type LaneGroup } from './lanes'

/** Which lanes the desk is to show. */
export const useLaneFilter = defineStore('laneFilter', () => {
  const scene = useScene()
  const choice = useChoice()
  const text = ref('')
  const groups = shallowRef<ReadonlySet<LaneGroup>>(new Set(laneGroups))
  const animatedOnly = ref(false)
  const chosenOnly = ref(false)
  /** The named choice that the lanes are limited to. */
  const named = ref<number | null>(null)
  const pins = useStorage<Record<string, number[]>>('zesty-pins', {})

  const pinned = computed<ReadonlySet<number>>(() => new Set(pins.value[String(scene.id)] ?? []))
  const only = computed<ReadonlySet<number> | null>(() => {
    void scene.rowsVersion
    const members = named.value === null ? null : scene.model.namedChoices.get(named.value)?.objects
    if (members) return new Set(members.filter((id) => !chosenOnly.value || choice.objects.has(id)))
    return chosenOnly.value ? choice.objects : null
  })
  /** How many of the filters hold lanes back. */
  const count = computed(
    () =>
      Number(animatedOnly.value) +
      Number(chosenOnly.value) +
      Number(named.value !== null) +
      Number(groups.value.size < laneGroups.length),
  )

  function toggleGroup(group: LaneGroup): void {
    const next = new Set(groups.value)
    if (!next.delete(group)) next.add(group)
    groups.value = next
  }

  function togglePin(object: number): void {
    const next = new Set(pinned.value)
    if (!next.delete(object)) next.add(object)
    pins.value = { ...pins.value, [String(scene.id)]: [...next] }
  }

  function clear(): void {
    groups.value = new Set(laneGroups)
    animatedOnly.value = chosenOnly.value = false
    named.value = null
  }

  return { text, groups, animatedOnly, chosenOnly, named, pinned, only, count, toggleGroup, togglePin, clear }
})
