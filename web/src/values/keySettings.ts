import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Interpolation } from '../api/http'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

/** What "key all" can touch, and the channels that belong to each. */
export const keyFilters = [
  { name: 'Position', owns: (channel: string) => channel.startsWith('position.') },
  { name: 'Rotation', owns: (channel: string) => channel.startsWith('rotation.') },
  { name: 'Scale', owns: (channel: string) => channel.startsWith('scale.') },
  { name: 'Visible', owns: (channel: string) => channel === 'visible' },
  { name: 'Colour', owns: (channel: string) => /^look\.(red|green|blue)$/.test(channel) },
  {
    name: 'Other attributes',
    owns: (channel: string) => !/^(position|rotation|scale)\.|^visible$|^look\.(red|green|blue)$/.test(channel),
  },
] as const
export type KeyFilter = (typeof keyFilters)[number]['name']

/** What new keys are like, and what "key all" touches. */
export const useKeySettings = defineStore('keySettings', () => {
  const scene = useScene()
  const selection = useSelection()
  /** How new keys arrive and leave. */
  const interpolation = useStorage<Interpolation>('zesty-new-keys', 'clamped')
  const filters = useStorage<KeyFilter[]>('zesty-key-groups', ['Position', 'Rotation', 'Scale'])
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

  function toggleFilter(name: KeyFilter): void {
    filters.value = filters.value.includes(name)
      ? filters.value.filter((each) => each !== name)
      : [...filters.value, name]
  }

  const touches = (channel: string) =>
    keyFilters.some(({ name, owns }) => filters.value.includes(name) && owns(channel))

  return { interpolation, filters, scope, scopeName, objects, toggleFilter, touches }
})
