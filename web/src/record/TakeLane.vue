<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { http, type TakeCard, type TakeCourse } from '../api/http'
import { useScene } from '../scene/sceneStore'

/** What moved in a take over its time, each channel as a line; where nothing came is marked. */
const props = defineProps<{ take: TakeCard }>()
const scene = useScene()
const course = ref<TakeCourse | null>(null)
const places = 120

watch(
  () => [props.take.id, props.take.first, scene.loads],
  async () => {
    const { id } = props.take
    const now = await http.takeCourse(id, places).catch(() => null)
    if (props.take.id === id) course.value = now
  },
  { immediate: true },
)

const width = computed(() => Math.max(props.take.last - props.take.first, 1e-6))
const across = (frame: number) => (((frame - props.take.first) / width.value) * 100).toFixed(2)
const lines = computed(() =>
  (course.value?.values ?? []).flatMap((values, c) => {
    const [low, high] = [Math.min(...values), Math.max(...values)]
    if (high - low < 1e-6) return []
    const points = values.map(
      (value, i) => `${across(course.value!.frames[i]!)},${(22 - ((value - low) / (high - low)) * 20).toFixed(2)}`,
    )
    const axis = props.take.channels[c]!.split('.')[1] ?? ''
    return [{ points: points.join(' '), axis: ['x', 'y', 'z'].includes(axis) ? `var(--${axis})` : 'var(--cream)' }]
  }),
)
const gaps = computed(() =>
  props.take.gaps.map(([from, to]) => ({ x: across(from!), width: (((to! - from!) / width.value) * 100).toFixed(2) })),
)
const title = computed(() =>
  gaps.value.length
    ? `${gaps.value.length} ${gaps.value.length === 1 ? 'gap' : 'gaps'}, gone through in a straight line; ${props.take.lost} samples are known to be lost`
    : `${props.take.samples} samples`,
)
</script>

<template>
  <svg class="lane" viewBox="0 0 100 24" preserveAspectRatio="none" role="img" :aria-label="title">
    <title>{{ title }}</title>
    <polyline v-for="({ points, axis }, i) in lines" :key="i" :points="points" :style="{ stroke: axis }" />
    <rect
      v-for="({ x, width: wide }, i) in gaps"
      :key="`gap ${i}`"
      class="gap"
      :x="x"
      y="0"
      :width="wide"
      height="24"
    />
  </svg>
</template>

<style scoped>
.lane {
  display: block;
  width: 100%;
  height: 24px;
  border-radius: 5px;
  background: var(--ink);
}
polyline {
  fill: none;
  stroke-width: 1.2;
  vector-effect: non-scaling-stroke;
}
.gap {
  fill: color-mix(in srgb, var(--grapefruit) 45%, transparent);
}
</style>
