<script setup lang="ts">
import { computed } from 'vue'
import type { Track } from '../scene/samples'

const props = defineProps<{
  track: Track | undefined
  /** Counts up when there may be more of it, or other values. */
  version: number
  first: number
  last: number
  now: number
}>()

const width = 120
const height = 22
const points = 60

/** The channel over the work range, from those of its samples that are here. */
const line = computed(() => {
  const { track, first, last } = props
  void props.version
  if (!track || track.isStill) return ''
  const values = Array.from({ length: points + 1 }, (_, i) =>
    track.at(Math.round(first + ((last - first) * i) / points)),
  )
  const known = values.filter((value) => value !== undefined)
  const low = Math.min(...known)
  const span = Math.max(...known) - low || 1
  return values
    .map((value, i) => {
      if (value === undefined) return ''
      const y = height - 3 - ((value - low) / span) * (height - 6)
      return `${i === 0 || values[i - 1] === undefined ? 'M' : 'L'}${(i * width) / points},${y.toFixed(1)}`
    })
    .join(' ')
})
const nowAt = computed(() => ((props.now - props.first) / Math.max(1, props.last - props.first)) * width)
</script>

<template>
  <svg class="spark" :viewBox="`0 0 ${width} ${height}`" preserveAspectRatio="none" aria-hidden="true">
    <path v-if="line" :d="line" class="line" />
    <line v-else x1="0" :x2="width" :y1="height / 2" :y2="height / 2" class="still" />
    <line v-if="nowAt >= 0 && nowAt <= width" :x1="nowAt" :x2="nowAt" y1="0" :y2="height" class="now" />
  </svg>
</template>

<style scoped>
.spark {
  width: 100%;
  height: 22px;
}
.spark * {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.line {
  stroke: var(--dim);
  stroke-width: 1.3;
}
.still {
  stroke: var(--line);
}
.now {
  stroke: var(--lime);
}
</style>
