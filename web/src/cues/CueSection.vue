<script setup lang="ts">
import { computed } from 'vue'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import CueRow from './CueRow.vue'
import { useCues } from './cues'

/** The cues that start the selected object, and those that wait for it. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const cues = useCues()
const lists = computed(() => {
  void scene.rowsVersion
  return [
    { title: 'Started by', cues: cues.starting(props.object.id) },
    { title: 'Waited for by', cues: cues.watching(props.object.id) },
  ].filter((list) => list.cues.length)
})
</script>

<template>
  <section v-for="list in lists" :key="list.title" :aria-label="list.title">
    <h2 class="group">{{ list.title }}</h2>
    <CueRow v-for="cue in list.cues" :key="cue.id" :cue="cue" />
  </section>
</template>

<style scoped>
.group {
  margin: 8px 0 2px;
  font-size: 11px;
  font-weight: 450;
  color: var(--dim);
}
</style>
