<script setup lang="ts">
import { onMounted, useTemplateRef, watch } from 'vue'
import { drawSoon } from '../scene/drawLoop'
import { drawMarks, markAt } from './markDraw'
import type { ShownMark } from './marks'

/** Marks, drawn over their picture. */
const props = defineProps<{ marks: readonly ShownMark[]; width: number; height: number }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
// Drawn on the processor: a few lines are there sooner than they are handed over.
const paper = () => canvas.value?.getContext('2d', { willReadFrequently: true })

function draw(): void {
  const ctx = paper()
  if (!ctx) return
  const ratio = window.devicePixelRatio
  const { width, height } = props
  const [across, down] = [Math.round(width * ratio), Math.round(height * ratio)]
  if (ctx.canvas.width !== across) ctx.canvas.width = across
  if (ctx.canvas.height !== down) ctx.canvas.height = down
  ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
  ctx.clearRect(0, 0, width, height)
  drawMarks(ctx, props.marks, { x: 0, y: 0, width, height })
  // For whoever looks from outside.
  ctx.canvas.dataset.marks = String(props.marks.length)
}
watch(
  () => [props.marks, props.width, props.height],
  () => drawSoon(draw),
)
onMounted(async () => {
  draw()
  // Words may have been drawn before their letters were here.
  await document.fonts.ready
  draw()
})

defineExpose({
  /** The mark on a place of the picture. */
  at: (x: number, y: number) => {
    const ctx = paper()
    return ctx ? markAt(ctx, props.marks, props, { x, y }) : undefined
  },
})
</script>

<template>
  <canvas ref="canvas" class="marks" :style="{ width: `${width}px`, height: `${height}px` }" aria-hidden="true" />
</template>

<style scoped>
.marks {
  position: absolute;
  left: 0;
  top: 0;
  pointer-events: none;
}
</style>
