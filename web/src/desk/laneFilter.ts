import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useTraits, type Trait } from './traits'

/** Which lanes the desk is to show. */
export const useLaneFilter = defineStore('laneFilter', () => {
  const scene = useScene()
  const selection = useSelection()
  const traits = useTraits()
  const text = ref('')
  /** Groups of channels whose lanes are left out. */
  const hidden = shallowRef<ReadonlySet<string>>(new Set())
  const animatedOnly = ref(false)
  const selectedOnly = ref(false)
  /** What the lanes shown are to have in common. */
  const trait = ref<Trait | null>(null)
  /** The named selection that the lanes are limited to. */
  const named = ref<number | null>(null)
  const pins = useStorage<Record<string, number[]>>('zesty-pins', {})

  const pinned = computed<ReadonlySet<number>>(() => new Set(pins.value[String(scene.id)] ?? []))
  const only = computed<ReadonlySet<number> | null>(() => {
    void scene.rowsVersion
    const members = named.value === null ? undefined : scene.model.namedSelections.get(named.value)?.objects
    const limits = [
      members && new Set(members),
      selectedOnly.value ? selection.objects : undefined,
      trait.value === null ? undefined : traits.of(trait.value),
    ].filter((limit) => limit !== undefined)
    const [first, ...others] = limits
    return first ? new Set([...first].filter((id) => others.every((limit) => limit.has(id)))) : null
  })
  /** How many of the filters hold lanes back. */
  const count = computed(
    () =>
      Number(animatedOnly.value) +
      Number(selectedOnly.value) +
      Number(trait.value !== null) +
      Number(named.value !== null) +
      Number(hidden.value.size > 0),
  )

  function toggleGroup(group: string): void {
    const next = new Set(hidden.value)
    if (!next.delete(group)) next.add(group)
    hidden.value = next
  }

  function toggleTrait(wanted: Trait): void {
    trait.value = trait.value === wanted ? null : wanted
    traits.watched = trait.value !== null
  }

  function togglePin(object: number): void {
    const next = new Set(pinned.value)
    if (!next.delete(object)) next.add(object)
    pins.value = { ...pins.value, [String(scene.id)]: [...next] }
  }

  function clear(): void {
    hidden.value = new Set()
    animatedOnly.value = selectedOnly.value = false
    trait.value = named.value = null
    traits.watched = false
  }

  return {
    text,
    hidden,
    animatedOnly,
    selectedOnly,
    trait,
    named,
    pinned,
    only,
    count,
    toggleGroup,
    toggleTrait,
    togglePin,
    clear,
  }
})
