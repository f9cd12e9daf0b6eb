<script setup lang="ts">
import type { Interpolation } from '../api/http'
import { interpolations } from '../api/messages'

/** How keys arrive or leave, as six buttons with the wings that their stems then have. */
defineProps<{ side: 'in' | 'out'; mode: Interpolation | null; holdsOnly: boolean }>()
defineEmits<{ pick: [mode: Interpolation] }>()

const wings: Record<Interpolation, string> = {
  hold: 'M9 4h8',
  linear: 'M9 4l7 7',
  smooth: 'M9 4q6.5 0 7.5 6.5',
  clamped: 'M9 4q6.5 0 7.5 6.5M13 12h6',
  flat: '',
  free: 'M9 4q6.5 0 7.5 6.5',
}
const hints: Record<Interpolation, string> = {
  hold: 'stands, then jumps at the later key',
  linear: 'in a straight line',
  smooth: 'with the slope between both neighbours',
  clamped: 'smooth, but never past a key’s value',
  flat: 'with no slope',
  free: 'by handles of its own',
}
</script>

<template>
  <div class="modes" role="group" :aria-label="side === 'in' ? 'In of the selected keys' : 'Out of the selected keys'">
    <button
      v-for="(each, i) in interpolations"
      :key="each"
      type="button"
      :aria-pressed="mode === each"
      :aria-label="each"
      :disabled="holdsOnly && each !== 'hold'"
      :title="`${each}: ${hints[each]} (${side === 'in' ? 'Alt' : 'Shift'} ${i + 1})`"
      @click="$emit('pick', each)"
    >
      <svg viewBox="0 0 20 14" aria-hidden="true" :class="side">
        <path d="M9 3v10" class="stem" />
        <path v-if="wings[each]" :d="wings[each]" class="wing" />
        <circle v-if="each === 'free'" cx="16.5" cy="11" r="1.8" />
      </svg>
    </button>
  </div>
</template>

<style scoped>
.modes {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 2px;
}
.modes button {
  height: 22px;
  padding: 0;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--ink);
  color: var(--text);
}
.modes button:hover:not(:disabled) {
  border-color: var(--dim);
}
.modes button[aria-pressed='true'] {
  background: var(--lemon);
  color: var(--on-lemon);
  border-color: transparent;
}
.modes button:disabled {
  opacity: 0.35;
}
svg {
  width: 20px;
  height: 14px;
  fill: currentcolor;
}
svg.in {
  transform: scaleX(-1);
}
path {
  fill: none;
  stroke: currentcolor;
  stroke-linecap: round;
  stroke-width: 1.6;
}
.stem {
  stroke-width: 2.4;
}
</style>
