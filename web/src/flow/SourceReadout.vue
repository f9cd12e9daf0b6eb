<script setup lang="ts">
import { computed } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'

/** The source frame that the selected object, or the scene, shows at the playhead; nothing where none is warped. */
const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()

const source = computed(() => {
  void scene.seenVersion
  for (const owner of selection.first === null ? (['scene'] as const) : ([selection.first, 'scene'] as const)) {
    const frame = scene.book.value(owner, 'source', playhead.readFrame)
    if (frame !== undefined && !Number.isNaN(frame)) return frame
  }
  return null
})
</script>

<template>
  <span v-if="source !== null" class="source num" title="The source frame that is seen at this played frame"
    >source {{ source.toFixed(1) }}</span
  >
</template>

<style scoped>
.source {
  color: var(--mint);
  font-size: 12px;
  white-space: nowrap;
}
</style>
