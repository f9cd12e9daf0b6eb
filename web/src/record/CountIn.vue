<script setup lang="ts">
import { computed } from 'vue'

/** The count before it starts: a slice of a fruit for each beat, of which the one that runs shrinks. */
const props = defineProps<{ beats: number; all: number; left: number }>()

const radius = 40
const at = (turn: number) => {
  const angle = (turn - 0.25) * 2 * Math.PI
  return `${(radius * Math.cos(angle)).toFixed(2)} ${(radius * Math.sin(angle)).toFixed(2)}`
}
/** A slice from one part of the round to another. */
const slice = (from: number, to: number) =>
  to - from >= 0.9999
    ? `M 0 ${-radius} A ${radius} ${radius} 0 1 1 0 ${radius} A ${radius} ${radius} 0 1 1 0 ${-radius} Z`
    : `M 0 0 L ${at(from)} A ${radius} ${radius} 0 ${to - from > 0.5 ? 1 : 0} 1 ${at(to)} Z`
const slices = computed(() =>
  Array.from({ length: props.all }, (_, i) => {
    const [from, whole] = [i / props.all, 1 / props.all]
    const isRunning = i === props.beats - 1
    return { path: slice(from, from + whole * (isRunning ? Math.max(0.001, props.left) : 1)), on: i < props.beats }
  }),
)
</script>

<template>
  <div class="count" role="timer" :aria-label="`${beats} more beats`">
    <svg viewBox="-48 -48 96 96" aria-hidden="true">
      <circle r="46" class="peel" />
      <circle r="42.5" class="pith" />
      <path v-for="({ path, on }, i) in slices" :key="i" :d="path" class="slice" :class="{ on }" />
    </svg>
    <b class="num">{{ beats }}</b>
  </div>
</template>

<style scoped>
.count {
  position: absolute;
  inset: 0;
  z-index: 4;
  display: grid;
  place-content: center;
  pointer-events: none;
}
.count > * {
  grid-area: 1 / 1;
}
svg {
  width: 148px;
}
.peel {
  fill: var(--tangerine);
}
.pith {
  fill: #fff3df;
}
.slice {
  fill: transparent;
  stroke: #fff3df;
  stroke-width: 2.5;
  stroke-linejoin: round;
}
.slice.on {
  fill: var(--tangerine);
}
b {
  place-self: center;
  min-width: 40px;
  padding: 2px 10px;
  border-radius: 999px;
  background: var(--ink);
  color: var(--text);
  font-size: 26px;
  text-align: center;
}
</style>
