<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, shallowRef, watch } from 'vue'
import { http, type CoarseShape } from '../api/http'
import { specOf } from '../scene/catalogue'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'

/** Says that what is selected is cut too coarsely for what bends it, and mends it. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const selection = useSelection()
const coarse = shallowRef<readonly CoarseShape[]>([])

/** Whether anything in the scene bends at all: else there is nothing to ask. */
const isBent = computed(() => {
  void scene.rowsVersion
  return [...scene.model.objects.values()].some(({ deformers }) => deformers.length > 0)
})
let asked = 0
async function ask(): Promise<void> {
  const own = ++asked
  if (!isBent.value || scene.id === null) {
    coarse.value = []
    return
  }
  const found = await http.coarse(scene.id, [...selection.objects].slice(0, mostAsked)).catch(() => [])
  if (own === asked) coarse.value = found
}
const mostAsked = 100
watch([() => scene.rowsVersion, () => selection.objects], useDebounceFn(ask, 250), { immediate: true })

const words = computed(() => {
  const [first] = coarse.value
  if (!first) return ''
  const thing = scene.model.objects.get(first.object)
  if (!thing) return ''
  const way = specOf(thing, first.channel)!.label.toLowerCase()
  const rest = coarse.value.length - 1
  const whose = thing.id === props.object.id ? '' : `${thing.name}: `
  return `${whose}${first.now} ${first.now === 1 ? 'segment' : 'segments'} ${way}, needs ${first.needed}${rest ? `, and ${rest} more` : ''}`
})
const mend = () => void scene.edit({ edit: 'cutFinely', objects: [...selection.objects] })
</script>

<template>
  <p v-if="words" class="coarse" role="status">
    <i class="bi bi-exclamation-circle" aria-hidden="true" />
    <span title="Each segment would be turned by more than 15°, so that corners show">{{ words }}</span>
    <button type="button" class="mend" title="Cuts what is selected as finely as what bends it needs" @click="mend">
      Cut finely
    </button>
  </p>
</template>

<style scoped>
.coarse {
  display: flex;
  align-items: center;
  gap: 6px;
  margin: 3px 0;
  font-size: 12px;
}
.coarse .bi {
  color: var(--grapefruit);
}
.coarse span {
  flex: 1;
  min-width: 0;
}
.mend {
  padding: 0 8px;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: none;
  color: var(--text);
  white-space: nowrap;
}
.mend:hover {
  background: var(--raised);
}
</style>
