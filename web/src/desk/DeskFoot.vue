<script setup lang="ts">
import { computed } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useSelectedCounts } from './selectedCounts'
import { useShowAll, useShowKeys } from './selectedFrames'
import WorkingCounts from '../working/WorkingCounts.vue'
import { useTimeView } from './timeView'

/** How many keys there are, and what the desk is to show. */
const scene = useScene()
const selection = useSelection()
const view = useTimeView()
const showKeys = useShowKeys()
const showAll = useShowAll()
const selected = useSelectedCounts()

const count = (keys: number) => keys.toLocaleString('en')
const total = computed(() => {
  void scene.keysVersion
  return scene.model.keyCount
})
/** Keys that are seen outside the scene range only. */
const waiting = computed(() => {
  void scene.keysVersion
  const { range, ticksPerFrame } = scene.settings
  return scene.model.keysOutside(range[0] * ticksPerFrame, range[1] * ticksPerFrame)
})
</script>

<template>
  <div class="foot">
    <span class="num count" role="status" :title="selected.words.value && `${selected.words.value} selected`"
      ><template v-if="selection.keyCount && selected.counts.value.key < selection.keyCount">{{
        selected.words.value
      }}</template
      ><template v-else
        ><template v-if="selection.keyCount">{{ count(selection.keyCount) }} of </template>{{ count(total) }}
        {{ total === 1 ? 'key' : 'keys' }}</template
      ><template v-if="scene.arriving">, more on their way</template></span
    >
    <WorkingCounts />
    <span class="views" role="group" aria-label="Show">
      <button type="button" title="Show all frames and values" @click="showAll">All</button>
      <button type="button" title="Show the work range" @click="view.showWork()">Work</button>
      <button type="button" title="Show the selected keys" :disabled="!selection.keyCount" @click="showKeys">
        Keys
      </button>
    </span>
    <span v-if="!selection.keyCount && waiting" class="beyond"
      >{{ count(waiting) }} {{ waiting === 1 ? 'key' : 'keys' }} beyond the scene range, not played</span
    >
  </div>
</template>

<style scoped>
.foot {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding: 0 6px 0 10px;
  font-size: 11px;
  color: var(--dim);
  border-right: 1px solid var(--line);
}
.count {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: pre;
}
.foot:has(.beyond) {
  flex-wrap: wrap;
  align-content: center;
  row-gap: 0;
}
.foot:has(.beyond) .views button {
  padding-block: 0;
}
.beyond {
  flex-basis: 100%;
  font-size: 10.5px;
  line-height: 13px;
  white-space: nowrap;
}
.views {
  display: flex;
}
.views button {
  padding: 2px 5px;
  border: 0;
  border-radius: 6px;
  background: none;
  color: var(--dim);
}
.views button:not(:disabled):hover {
  background: var(--raised);
  color: var(--text);
}
.views button:disabled {
  opacity: 0.5;
}
</style>
