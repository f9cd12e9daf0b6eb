<script setup lang="ts">
/** A dot: still. A mint ring: moved by something else than its own keys. A hollow bean: animated. A lemon bean: a key on this frame. A tangerine bean: changed and not keyed yet. */
export type MarkerState = 'still' | 'moved' | 'animated' | 'keyed' | 'changed'

defineProps<{ state: MarkerState; label: string; disabled?: boolean }>()

const words: Record<MarkerState, string> = {
  still: 'still. Click to set the first key here',
  moved: 'moved by something else than keys of its own here. Click to set the first key',
  animated: 'animated. Click to set a key here',
  keyed: 'a key on this frame. Click to remove it',
  changed: 'changed here and not keyed yet; it will be lost on leaving the frame. Click to key it',
}
</script>

<template>
  <button
    type="button"
    class="marker"
    :aria-label="`${label}: ${words[state]}`"
    :title="`${label}: ${words[state]}`"
    :data-state="state"
    :disabled="disabled"
  >
    <svg width="16" height="20" viewBox="0 0 16 20" aria-hidden="true">
      <circle v-if="state === 'still'" class="dot" cx="8" cy="10" r="1.7" />
      <circle v-else-if="state === 'moved'" class="ring" cx="8" cy="10" r="3" />
      <rect v-else class="bean" x="3.2" y="6.2" width="9.6" height="7.6" rx="3.8" :class="state" />
    </svg>
  </button>
</template>

<style scoped>
.marker {
  display: grid;
  place-items: center;
  width: 18px;
  height: 22px;
  padding: 0;
  border: 0;
  border-radius: 6px;
  background: none;
}
.marker:hover {
  background: var(--raised);
}
.dot {
  fill: var(--dim);
}
.ring {
  fill: none;
  stroke: var(--mint);
  stroke-width: 1.4;
}
.bean {
  fill: none;
  stroke: var(--cream);
  stroke-width: 1.4;
}
.bean.keyed {
  fill: var(--lemon);
  stroke: var(--lemon);
}
[data-bs-theme='light'] .bean.keyed {
  stroke: #7a6600;
}
.bean.changed {
  fill: color-mix(in srgb, var(--tangerine) 35%, transparent);
  stroke: var(--tangerine);
}
</style>
