<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import { useScene } from '../scene/sceneStore'
import { colours } from '../styles/scheme'
import PlayheadLine from './PlayheadLine.vue'
import { drawOverview, frameOf, xOf } from './deskDraw'
import { useTimeDisplay } from '../timebar/timeDisplay'
import { useTimeView } from './timeView'
import { useCanvas } from './useCanvas'

const scene = useScene()
const view = useTimeView()
const time = useTimeDisplay()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

/** The strip shows the scene range, and what lies beside it as far as the desk does. */
const whole = computed<[number, number]>(() => {
  const [start, end] = scene.settings.range
  const margin = (end - start + 1) * 0.03 + 1
  return [start - margin, end + margin]
})
const allKeys = computed(() => {
  void scene.rowsVersion
  return [...scene.model.objects.values()].flatMap((object) =>
    [...object.channels.values()].map((channel) => channel.keys),
  )
})
const strip = useCanvas(canvas, (ctx, width, height) =>
  drawOverview(
    ctx,
    {
      width,
      height,
      first: whole.value[0],
      last: whole.value[1],
      range: scene.settings.range,
      work: scene.settings.work,
      framesPerSecond: scene.settings.framesPerSecond,
      ticksPerFrame: scene.settings.ticksPerFrame,
      label: time.label,
      labelRoom: time.display === 'frames' ? 56 : 96,
      colours: colours(),
    },
    allKeys.value,
    [view.first, view.last],
  ),
)
watch([() => view.first, () => view.last, whole, allKeys, colours], strip.redraw, { flush: 'sync' })

const stretch = () => ({ width: strip.width.value, first: whole.value[0], last: whole.value[1] })
let drag: { part: 'left' | 'right' | 'window'; x: number; first: number; last: number } | null = null

function grab(event: PointerEvent): void {
  if (event.button !== 0) return
  canvas.value!.setPointerCapture(event.pointerId)
  const [left, right] = [xOf(stretch(), view.first), xOf(stretch(), view.last)]
  const x = event.offsetX
  const part =
    Math.abs(x - Math.max(0, left)) < 9
      ? 'left'
      : Math.abs(x - Math.min(strip.width.value, right)) < 9
        ? 'right'
        : 'window'
  if (part === 'window' && (x < left || x > right)) {
    // A press beside the window brings it there.
    const half = (view.last - view.first) / 2
    const frame = frameOf(stretch(), x)
    view.show(frame - half, frame + half)
  }
  drag = { part, x, first: view.first, last: view.last }
}

function move(event: PointerEvent): void {
  if (!drag) return
  const frames = ((event.offsetX - drag.x) / strip.width.value) * (whole.value[1] - whole.value[0])
  if (drag.part === 'window') view.show(drag.first + frames, drag.last + frames)
  else if (drag.part === 'left') view.show(Math.min(drag.first + frames, drag.last - 3), drag.last)
  else view.show(drag.first, Math.max(drag.last + frames, drag.first + 3))
}

function wheel(event: WheelEvent): void {
  view.zoom(Math.exp(Math.max(-120, Math.min(120, event.deltaY)) * 0.0025), frameOf(stretch(), event.offsetX))
}
</script>

<template>
  <div class="strip">
    <canvas
      ref="canvas"
      class="overview"
      title="The whole scene. Drag the window to pan, its ends to zoom; double-click shows all"
      aria-label="Overview of the scene"
      @pointerdown="grab"
      @pointermove="move"
      @pointerup="drag = null"
      @pointercancel="drag = null"
      @dblclick="view.showAll()"
      @wheel.prevent="wheel"
    />
    <PlayheadLine :first="whole[0]" :last="whole[1]" :width="strip.width.value" />
  </div>
</template>

<style scoped>
.strip {
  position: relative;
  overflow: hidden;
}
.overview {
  width: 100%;
  height: 28px;
  cursor: grab;
  touch-action: none;
}
</style>
