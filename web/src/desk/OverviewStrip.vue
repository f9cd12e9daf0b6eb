<script setup lang="ts">
import { computed, shallowRef, useTemplateRef, watch } from 'vue'
import { useChecks } from '../checks/checks'
import { useScene } from '../scene/sceneStore'
import { useCancelOnEscape } from '../shared/cancelling'
import { colours } from '../styles/scheme'
import PlayheadLine from './PlayheadLine.vue'
import { frameOf, xOf } from './deskDraw'
import { useDeskPicture } from './deskPicture'
import { ColumnCounts, drawOverview, overviewParts } from './overviewDraw'
import { useDesk } from './deskStore'
import { useRangeEnds, type HeldEnd } from './rangeEnds'
import { shownKeys } from '../scene/shownKeys'
import { useTimeView } from './timeView'
import { useCanvas } from './useCanvas'

const scene = useScene()
const desk = useDesk()
const view = useTimeView()
const picture = useDeskPicture()
const ends = useRangeEnds()
const checks = useChecks()
const heldEnd = shallowRef<HeldEnd | null>(null)
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

/** The strip shows the scene range and all keys, also those that wait outside it. While a range end is held it stands still. */
const whole = computed<[number, number]>((before) => {
  if (before && heldEnd.value) return before
  const [start, end] = view.reach
  const margin = (end - start + 1) * 0.03 + 1
  return [start - margin, end + margin]
})
const allKeys = computed(() => {
  void scene.keysVersion
  return [...scene.model.objects.values()].flatMap((object) =>
    [...object.channels.values()].map((channel) => shownKeys(channel, desk.played)),
  )
})
const strip = useCanvas(canvas, (ctx, width, height) =>
  drawOverview(ctx, picture(width, height, ...whole.value), columns.value, [view.first, view.last], checks.listed),
)
// Counted anew only when keys or the strip change, not when its window moves.
const counts = new ColumnCounts()
const columns = computed(() => counts.of(picture(strip.width.value, 0, ...whole.value), allKeys.value))
watch([() => view.first, () => view.last, whole, allKeys, colours, () => checks.listed], strip.redraw, {
  flush: 'sync',
})

const stretch = () => ({ width: strip.width.value, first: whole.value[0], last: whole.value[1] })
let drag: { part: 'left' | 'right' | 'window'; x: number; first: number; last: number } | null = null

function grab(event: PointerEvent): void {
  if (event.button !== 0) return
  canvas.value!.setPointerCapture(event.pointerId)
  const [left, right] = [xOf(stretch(), view.first), xOf(stretch(), view.last)]
  const x = event.offsetX
  if (event.offsetY < overviewParts.rail) {
    heldEnd.value = endAt(event)
    if (heldEnd.value) return
  }
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

/** On the rail the scene's ends lie above those of the work range; what is not hit in its own half is in the other. */
function endAt(event: PointerEvent): HeldEnd | null {
  const isNear = (frame: number) => Math.abs(xOf(stretch(), frame) - event.offsetX) < 7
  const [one, other] = event.offsetY < overviewParts.half ? (['range', 'work'] as const) : (['work', 'range'] as const)
  return ends.endAt(one, isNear) ?? ends.endAt(other, isNear)
}

function drop(): void {
  if (heldEnd.value) ends.drop(heldEnd.value)
  heldEnd.value = drag = null
}

function cancel(): void {
  if (heldEnd.value) ends.letGo()
  if (drag) view.show(drag.first, drag.last)
  heldEnd.value = drag = null
}
useCancelOnEscape(() => heldEnd.value !== null || drag !== null, cancel)

function move(event: PointerEvent): void {
  if (heldEnd.value) ends.pull(heldEnd.value, frameOf(stretch(), event.offsetX))
  else canvas.value!.style.cursor = !drag && event.offsetY < overviewParts.rail && endAt(event) ? 'col-resize' : ''
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
      title="The whole scene. Drag the window to pan, its ends to zoom; above it, drag the ends of the ranges; double-click shows all"
      aria-label="Overview of the scene"
      @pointerdown="grab"
      @pointermove="move"
      @pointerup="drop"
      @pointercancel="cancel"
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
  height: 34px;
  cursor: grab;
  touch-action: none;
}
</style>
