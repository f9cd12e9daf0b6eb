<script setup lang="ts">
import { computed } from 'vue'
import type { Facing } from './views'

/** Which axes a flat view shows, and which way each points. */
const props = defineProps<{ facing: Exclude<Facing, 'free'> }>()

type Arrow = { axis: 'x' | 'y' | 'z'; x: number; y: number }
const arrows: Record<Exclude<Facing, 'free'>, Arrow[]> = {
  top: [
    { axis: 'x', x: 1, y: 0 },
    { axis: 'z', x: 0, y: 1 },
  ],
  front: [
    { axis: 'x', x: 1, y: 0 },
    { axis: 'y', x: 0, y: -1 },
  ],
  side: [
    { axis: 'z', x: -1, y: 0 },
    { axis: 'y', x: 0, y: -1 },
  ],
}
const shown = computed(() => arrows[props.facing])
const words = { '1 0': 'right', '-1 0': 'left', '0 1': 'down', '0 -1': 'up' } as Record<string, string>
const told = computed(() =>
  shown.value.map(({ axis, x, y }) => `${axis.toUpperCase()} ${words[`${x} ${y}`]}`).join(', '),
)
</script>

<template>
  <svg class="flat-axes" viewBox="-34 -34 68 68" role="img" :aria-label="told">
    <g v-for="{ axis, x, y } in shown" :key="axis" :class="axis">
      <line x1="0" y1="0" :x2="x * 17" :y2="y * 17" />
      <path
        d="M 0 -3.5 L 7 0 L 0 3.5 Z"
        :transform="`translate(${x * 15} ${y * 15}) rotate(${y * 90 + (x < 0 ? 180 : 0)})`"
      />
      <text :x="x * 28" :y="y * 28" dy="0.36em">{{ axis.toUpperCase() }}</text>
    </g>
  </svg>
</template>

<style scoped>
.flat-axes {
  position: absolute;
  bottom: 36px;
  left: 4px;
  width: 68px;
  height: 68px;
  pointer-events: none;
}
line {
  stroke: currentcolor;
  stroke-width: 1.5;
}
path,
text {
  fill: currentcolor;
}
text {
  font: 600 11px var(--bs-body-font-family);
  text-anchor: middle;
}
.x {
  color: var(--x);
}
.y {
  color: var(--y);
}
.z {
  color: var(--z);
}
</style>
