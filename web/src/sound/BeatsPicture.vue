<script setup lang="ts">
import { computed } from 'vue'
import type { BeatsTold } from '../api/http'
import { useScene } from '../scene/sceneStore'

/** How loud it is over the frames that were listened to, and where the beats are: those that count stand out. */
const props = defineProps<{ heard: BeatsTold | null; frames: readonly number[]; least: number }>()
const scene = useScene()

const [width, height] = [512, 64]
const wave = computed(() => {
  const loudness = props.heard?.loudness ?? []
  const y = (value: number, side: 1 | -1) => (height / 2) * (1 - side * Math.min(1, value))
  const upper = loudness.map((value, i) => `${i},${y(value, 1)}`)
  const lower = loudness.map((value, i) => `${i},${y(value, -1)}`).reverse()
  return [...upper, ...lower].join(' ')
})
const lines = (counts: boolean) => {
  const { ticksPerFrame } = scene.settings
  const [first, last] = props.frames
  const scale = width / ((last! - first! + 1) * ticksPerFrame)
  return (props.heard?.times ?? [])
    .filter((_, i) => props.heard!.strengths[i]! >= props.least - 1e-9 === counts)
    .map((time) => `M${((time - first! * ticksPerFrame) * scale).toFixed(2)} 0V${height}`)
    .join('')
}
</script>

<template>
  <svg class="beats" :viewBox="`0 0 ${width} ${height}`" preserveAspectRatio="none" aria-hidden="true">
    <polygon :points="wave" />
    <path class="others" :d="lines(false)" />
    <path class="strong" :d="lines(true)" />
  </svg>
</template>

<style scoped>
.beats {
  width: 100%;
  height: 64px;
  border-radius: 6px;
  background: var(--ink);
}
polygon {
  fill: var(--mint);
  opacity: 0.55;
}
path {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.others {
  stroke: var(--dim);
  stroke-width: 1;
  opacity: 0.5;
}
.strong {
  stroke: var(--picked);
  stroke-width: 1.5;
}
</style>
