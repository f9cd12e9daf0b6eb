<script setup lang="ts">
import { computed } from 'vue'
import PlayheadLine from '../desk/PlayheadLine.vue'
import { useTimeView } from '../desk/timeView'
import { useElementSize } from '@vueuse/core'
import { useTemplateRef } from 'vue'
import PaceRow from './PaceRow.vue'
import { usePaces } from './paces'

/** Who goes how fast, above the lanes and on their time: a bar from setting off to arriving for each. */
const paces = usePaces()
const view = useTimeView()
const { width } = useElementSize(useTemplateRef<HTMLDivElement>('room'))
const none = computed(() =>
  paces.of === 'followers'
    ? 'Nothing follows a path yet, or nothing that does has two keys of its travel.'
    : 'Select what has keys of its position or its travel.',
)
</script>

<template>
  <section v-if="paces.isShown" class="pace" aria-label="Pace table">
    <header>
      <b>Pace</b>
      <select v-model="paces.of" class="small-pick" aria-label="Pace of">
        <option value="followers">all followers</option>
        <option value="selected">what is selected</option>
      </select>
      <button type="button" class="btn-close" aria-label="Close the pace table" @click="paces.isShown = false" />
    </header>
    <div class="heading">
      <span v-if="paces.rows.length === 0" class="dim">{{ none }}</span>
      <span v-else class="dim">drag the ends of a bar, or the bar; speeds are lengths per second</span>
    </div>
    <div class="rows">
      <PaceRow v-for="row in paces.rows" :key="row.object" :row="row" :width="width" />
      <div ref="room" class="room" />
    </div>
    <div class="line"><PlayheadLine :first="view.first" :last="view.last" :width="width" /></div>
  </section>
  <div v-else class="no-pace" />
</template>

<style scoped>
.pace,
.no-pace {
  position: relative;
  grid-column: 1 / 3;
}
.pace {
  display: grid;
  grid-template: 24px minmax(0, 1fr) / 246px minmax(0, 1fr);
  min-height: 0;
  overflow: hidden;
  border-bottom: 1px solid var(--line);
  background: var(--panel);
  font-size: 12px;
}
header {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 0 8px 0 10px;
  border-right: 1px solid var(--line);
}
header b {
  flex: 1;
}
header select {
  height: 20px;
}
.btn-close {
  width: 10px;
  height: 10px;
  padding: 3px;
  font-size: 9px;
}
.heading {
  padding: 3px 10px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.rows {
  position: relative;
  grid-column: 1 / 3;
  min-height: 0;
  overflow: hidden auto;
  scrollbar-width: thin;
  scrollbar-color: var(--line) transparent;
}
.room {
  margin-left: 246px;
  height: 0;
}
.line {
  position: absolute;
  inset: 24px 0 0 246px;
  pointer-events: none;
}
</style>
