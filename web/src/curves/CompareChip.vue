<script setup lang="ts">
import { computed } from 'vue'
import { useKeyDialogs } from '../desk/keyDialogs'
import { useScene } from '../scene/sceneStore'
import { useComparing } from './comparing'

/** Says what the curves are compared with, takes a part of it back, and ends the comparison. */
const scene = useScene()
const comparing = useComparing()
const dialogs = useKeyDialogs()
const title = computed(() => {
  const { past } = comparing
  if (!past) return ''
  if ('reel' in past) return `when reel ${past.number} was shot`
  return past.step === 0
    ? 'before the first change'
    : `after change ${past.step} · ${scene.history.find(({ seq }) => seq === past.step)?.title ?? ''}`
})
</script>

<template>
  <div v-if="comparing.past" class="compare" role="status">
    <button
      type="button"
      class="what"
      :title="`Compared with the curves ${title}`"
      @click="dialogs.ask({ kind: 'compare' })"
    >
      <svg viewBox="0 0 14 6" aria-hidden="true"><path d="M1 5C5 5 8 1 13 1" /></svg>
      <span>{{ title }}</span>
    </button>
    <button type="button" title="Take a part of the earlier curves back" @click="dialogs.ask({ kind: 'takeBack' })">
      Take back…
    </button>
    <button type="button" aria-label="Stop comparing" title="Stop comparing" @click="comparing.past = null">
      <i class="bi bi-x-lg" aria-hidden="true" />
    </button>
  </div>
</template>

<style scoped>
.compare {
  position: absolute;
  top: 5px;
  right: 8px;
  display: flex;
  max-width: 60%;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--veil);
  font-size: 11.5px;
}
.compare button {
  padding: 2px 8px;
  border: 0;
  border-left: 1px solid var(--line);
  background: none;
  color: var(--text);
  white-space: nowrap;
}
.compare button:hover {
  background: var(--raised);
}
.compare .what {
  display: flex;
  align-items: center;
  gap: 6px;
  min-width: 0;
  border-left: 0;
}
.what span {
  overflow: hidden;
  text-overflow: ellipsis;
}
.what svg {
  flex: none;
  width: 14px;
}
.what path {
  fill: none;
  stroke: var(--dim);
  stroke-width: 2;
}
</style>
