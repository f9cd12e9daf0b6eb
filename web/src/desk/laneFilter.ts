import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

/** Which lanes the desk is to show. */
export const useLaneFilter = defineStore('laneFilter', () => {
  const scene = useScene()
  const selection = useSelection()
  const text = ref('')
  /** Groups of channels whose lanes are left out. */
  const hidden = shallowRef<ReadonlySet<string>>(new Set())
  const animatedOnly = ref(false)
  const selectedOnly = ref(false)
  /** The named selection that the lanes are limited to. */
  const named = ref<number | null>(null)
  const pins = useStorage<Record<string, number[]>>('zesty-pins', {})

  const pinned = computed<ReadonlySet<number>>(() => new Set(pins.value[String(scene.id)] ?? []))
  const only = computed<ReadonlySet<number> | null>(() => {
    void scene.rowsVersion
    const members = named.value === null ? null : scene.model.namedSelections.get(named.value)?.objects
    if (members) return new Set(members.filter((id) => !selectedOnly.value || selection.objects.has(id)))
    return selectedOnly.value ? selection.objects : null
  })
  /** How many of the filters hold lanes back. */
  const count = computed(
    () =>
      Number(animatedOnly.value) +
      Number(selectedOnly.value) +
      Number(named.value !== null) +
      Number(hidden.value.size > 0),
  )

  function toggleGroup(group: string): void {
    const next = new Set(hidden.value)
    if (!next.delete(group)) next.add(group)
    hidden.value = next
  }

  function togglePin(object: number): void {
    const next = new Set(pinned.value)
    if (!next.delete(object)) next.add(object)
    pins.value = { ...pins.value, [String(scene.id)]: [...next] }
  }

  function clear(): void {
    hidden.value = new Set()
    animatedOnly.value = selectedOnly.value = false
    named.value = null
  }

  return { text, hidden, animatedOnly, selectedOnly, named, pinned, only, count, toggleGroup, togglePin, clear }
})
