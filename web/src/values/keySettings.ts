import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { ChannelSpec, Interpolation } from '../api/http'
import { allChannels, allGroups, deformersGroup, groupOf, isOfColour } from '../scene/catalogue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

const attributes = 'Attributes'

/** Which part of "key all" a channel belongs to: its group, and of the attributes what is switched on and off, and colours, by themselves. */
function filterOf(spec: ChannelSpec): string {
  if (spec.group !== attributes) return groupOf(spec)
  if (isOfColour(spec)) return 'Colour'
  return spec.unit === 'onOff' ? spec.label : 'Other attributes'
}

/** What "key all" can touch, in the order in which channels are shown. */
export function keyFilters(): string[] {
  const all = [...new Set([...allChannels().map(filterOf), deformersGroup])]
  const order = [...allGroups(), 'Visible', 'Colour', 'Other attributes']
  return all.sort((a, b) => order.indexOf(a) - order.indexOf(b))
}

/** What new keys are like, and what "key all" touches. */
export const useKeySettings = defineStore('keySettings', () => {
  const scene = useScene()
  const selection = useSelection()
  /** How new keys arrive and leave. */
  const interpolation = useStorage<Interpolation>('zesty-new-keys', 'clamped')
  const filters = useStorage<string[]>('zesty-key-groups', ['Position', 'Rotation', 'Scale'])
  /** Whose channels "key all" keys: those of the selected objects, of everything, or of a named selection. */
  const scope = ref<'selected' | 'all' | number>('selected')

  const scopeName = computed(() => {
    void scene.rowsVersion
    if (typeof scope.value !== 'number') return scope.value
    return scene.model.namedSelections.get(scope.value)?.name ?? 'selected'
  })
  const objects = computed<readonly number[]>(() => {
    void scene.rowsVersion
    if (scope.value === 'all') return [...scene.model.objects.keys()]
    const named = typeof scope.value === 'number' ? scene.model.namedSelections.get(scope.value) : undefined
    return named?.objects ?? [...selection.objects]
  })

  function toggleFilter(name: string): void {
    filters.value = filters.value.includes(name)
      ? filters.value.filter((each) => each !== name)
      : [...filters.value, name]
  }

  const touches = (spec: ChannelSpec) => filters.value.includes(filterOf(spec))

  return { interpolation, filters, scope, scopeName, objects, toggleFilter, touches }
})
