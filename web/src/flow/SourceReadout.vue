<script setup lang="ts">
import { computed } from 'vue'
import { useSelection } from '../scene/selection'
import { valueAt } from '../scene/samples'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'

/** The source frame that the selected object, or the scene, shows at the playhead; nothing where none is warped. */
const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()

const source = computed(() => {
  void scene.samplesVersion
  for (const owner of selection.first === null ? (['scene'] as const) : ([selection.first, 'scene'] as const)) {
    const track = scene.book.tracks(owner).get('source')
    const frame = track ? valueAt(track, playhead.readFrame) : NaN
    if (!Number.isNaN(frame)) return frame
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
