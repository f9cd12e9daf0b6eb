<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import CueRow from './CueRow.vue'

/** All cues of the scene, in the order in which they call. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const cues = computed(() => {
  void scene.rowsVersion
  const when = (calls: number | null) => calls ?? Infinity
  return [...scene.model.cues.values()].sort((a, b) => when(a.calls) - when(b.calls) || a.id - b.id)
})
</script>

<template>
  <AskDialog title="Cues" ok="Done" ready done-at-once @close="emit('close')">
    <ul v-if="cues.length" class="list">
      <CueRow v-for="cue in cues" :key="cue.id" :cue="cue" tag="li" />
    </ul>
    <p v-else class="mb-0 dim">
      No cues yet. Go to the frame on which something is where it should be, select what is to start then, and say
      “Start here, whenever this happens…”.
    </p>
  </AskDialog>
</template>

<style scoped>
.list {
  display: grid;
  gap: 2px;
  max-height: 60vh;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}
</style>
