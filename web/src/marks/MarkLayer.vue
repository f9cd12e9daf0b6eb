<script setup lang="ts">
import { computed } from 'vue'
import { shapeOf } from './markShapes'
import type { ShownMark } from './marks'

/** Marks, drawn over their picture. */
const props = defineProps<{ marks: readonly ShownMark[]; width: number; height: number; rubs?: boolean }>()
const emit = defineEmits<{ rub: [mark: ShownMark] }>()
const shapes = computed(() =>
  props.marks
    .filter(({ mark }) => mark.kind !== 'remark')
    .map((shown) => ({ shown, ...shapeOf(shown.mark, props.width, props.height) })),
)
const rub = (event: PointerEvent, mark: ShownMark) => {
  if (props.rubs && (event.buttons & 1 || event.type === 'pointerdown')) emit('rub', mark)
}
</script>

<template>
  <svg
    class="marks"
    :class="{ rubs }"
    :viewBox="`0 0 ${width} ${height}`"
    :width="width"
    :height="height"
    aria-hidden="true"
  >
    <g
      v-for="({ shown, path, text, ink, width: thick }, i) in shapes"
      :key="shown.id ?? -i"
      :data-mark="shown.mark.kind"
      @pointerdown="rub($event, shown)"
      @pointerenter="rub($event, shown)"
    >
      <template v-if="path">
        <path :d="path" class="edge" :stroke-width="thick + 2" />
        <path :d="path" :stroke="ink" :stroke-width="thick" />
        <path v-if="rubs" :d="path" class="reach" :stroke-width="Math.max(14, thick)" />
      </template>
      <text v-if="text" :x="text.x" :y="text.y" :fill="ink" :font-size="text.height">
        <tspan v-for="(line, at) in text.lines" :key="at" :x="text.x" :dy="`${at ? 1.2 : 0.8}em`">{{ line }}</tspan>
      </text>
    </g>
  </svg>
</template>

<style scoped>
.marks {
  position: absolute;
  overflow: visible;
  pointer-events: none;
}
path {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.edge {
  stroke: rgb(9 18 17 / 65%);
}
.reach {
  stroke: transparent;
  pointer-events: stroke;
}
text {
  font-family: 'Figtree Variable', sans-serif;
  font-weight: 650;
  paint-order: stroke;
  stroke: rgb(9 18 17 / 75%);
  stroke-width: 3px;
  stroke-linejoin: round;
  white-space: pre;
}
.rubs text {
  pointer-events: all;
}
.rubs g {
  cursor: pointer;
}
</style>
