<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import { useCanvas } from '../desk/useCanvas'
import type { Track } from '../scene/samples'
import { colours } from '../styles/scheme'

/** A channel over the work range, with a mark where the playhead stands. */

const props = defineProps<{
  track: Track | undefined
  /** Counts up when there may be more of it, or other values. */
  version: number
  first: number
  last: number
  now: number
}>()

const points = 60
/** What the curve keeps from the upper and the lower edge, in pixels. */
const margin = 3

// Not an SVG: where a browser draws without a graphics card, each number that changes beside it has all its paths drawn anew.
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { redraw } = useCanvas(
  canvas,
  (ctx, width, height) => {
    const { track, first, last } = props
    ctx.beginPath()
    if (!track || track.isStill) {
      ctx.strokeStyle = colours().line
      ctx.moveTo(0, height / 2)
      ctx.lineTo(width, height / 2)
      ctx.stroke()
      return
    }
    // Only from those samples that are here.
    const values = Array.from({ length: points + 1 }, (_, i) =>
      track.at(Math.round(first + ((last - first) * i) / points)),
    )
    const known = values.filter((value) => value !== undefined)
    const low = Math.min(...known)
    const span = Math.max(...known) - low
    values.forEach((value, i) => {
      if (value === undefined) return
      // What stands at one value all along stands in the middle.
      const share = span > 0 ? (value - low) / span : 0.5
      const y = height - margin - share * (height - 2 * margin)
      const x = (i * width) / points
      if (i === 0 || values[i - 1] === undefined) ctx.moveTo(x, y)
      ctx.lineTo(x, y)
    })
    ctx.strokeStyle = colours().dim
    ctx.lineWidth = 1.3
    ctx.lineJoin = 'round'
    ctx.stroke()
  },
  true,
)
watch([() => props.track, () => props.version, () => props.first, () => props.last, colours], redraw)
/** How far the playhead is along the work range, of 1. */
const nowAt = computed(() => (props.now - props.first) / Math.max(1, props.last - props.first))
</script>

<template>
  <span class="spark" aria-hidden="true">
    <canvas ref="canvas" />
    <span v-if="nowAt >= 0 && nowAt <= 1" class="now" :style="{ transform: `translateX(${nowAt * 100}%)` }" />
  </span>
</template>

<style scoped>
.spark {
  position: relative;
  height: 22px;
  overflow: hidden;
}
.spark canvas {
  display: block;
  width: 100%;
  height: 100%;
}
.now {
  position: absolute;
  inset: 0;
  border-left: 1px solid var(--lime);
}
</style>
