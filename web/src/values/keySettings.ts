import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Interpolation } from '../api/http'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'

/** What "key all" can touch, and the channels that belong to each. */
export const keyFilters = [
  { name: 'Move', owns: (channel: string) => channel.startsWith('move.') },
  { name: 'Turn', owns: (channel: string) => channel.startsWith('turn.') },
  { name: 'Size', owns: (channel: string) => channel.startsWith('size.') },
  { name: 'Visible', owns: (channel: string) => channel === 'visible' },
  { name: 'Colour', owns: (channel: string) => /^look\.(red|green|blue)$/.test(channel) },
  {
    name: 'Other attributes',
    owns: (channel: string) => !/^(move|turn|size)\.|^visible$|^look\.(red|green|blue)$/.test(channel),
  },
] as const
export type KeyFilter = (typeof keyFilters)[number]['name']

/** What new keys are like, and what "key all" touches. */
export const useKeySettings = defineStore('keySettings', () => {
  const scene = useScene()
  const choice = useChoice()
  /** How new keys arrive and leave. */
  const interpolation = useStorage<Interpolation>('zesty-new-keys', 'clamped')
  const filters = useStorage<KeyFilter[]>('zesty-key-filters', ['Move', 'Turn', 'Size'])
  /** Whose channels "key all" keys: those of the chosen objects, of everything, or of a named choice. */
  const scope = ref<'chosen' | 'all' | number>('chosen')

  const scopeName = computed(() => {
    void scene.rowsVersion
    if (typeof scope.value !== 'number') return scope.value
    return scene.model.namedChoices.get(scope.value)?.name ?? 'chosen'
  })
  const objects = computed<readonly number[]>(() => {
    void scene.rowsVersion
    if (scope.value === 'all') return [...scene.model.objects.keys()]
    const named = typeof scope.value === 'number' ? scene.model.namedChoices.get(scope.value) : undefined
    return named?.objects ?? [...choice.objects]
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
