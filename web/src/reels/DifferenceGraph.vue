<script setup lang="ts">
import { useElementSize, useResizeObserver } from '@vueuse/core'
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { drawSoon } from '../scene/drawLoop'
import { colours } from '../styles/scheme'
import { drawNote, noteHeight, noteWidth } from '../marks/noteFlag'
import { useComparing } from './comparing'

/** The ruler of the reel: its notes, how much A and B differ, place by place, and the playhead over it. */
const props = defineProps<{
  length: number
  place: number
  read: number
  frames: readonly number[]
  /** What is noted, by the place where it is. */
  notes: ReadonlyMap<number, string>
}>()
const emit = defineEmits<{ go: [place: number] }>()
const comparing = useComparing()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const padding = 10

const share = computed(
  () => comparing.differences.length / Math.max(1, comparing.beside.filter((at) => at >= 0).length),
)
const said = computed(() => {
  if (comparing.problem) return comparing.problem
  if (!comparing.isMeasured) return `comparing A and B: ${Math.round(share.value * 100)} %`
  if (comparing.differences.length === 0) return 'A and B have no frame in common: line them up otherwise'
  if (!comparing.most) return 'A and B are the same on every frame'
  return 'difference between A and B, frame by frame'
})

function draw(): void {
  const ctx = canvas.value?.getContext('2d')
  if (!ctx) return
  const ratio = window.devicePixelRatio
  const { clientWidth: width, clientHeight: height } = canvas.value!
  ;[canvas.value!.width, canvas.value!.height] = [width * ratio, height * ratio]
  ctx.scale(ratio, ratio)
  const { tangerine } = colours()
  const x = (place: number) => padding + (place / Math.max(1, props.length - 1)) * (width - 2 * padding)
  const most = comparing.most?.mean ?? 0
  const base = height - 8
  const y = (mean: number) => base - (most > 0 ? mean / most : 0) * (height - 34)
  if (comparing.differences.length) {
    const line = new Path2D()
    comparing.differences.forEach(({ at, mean }, i) => (i ? line.lineTo(x(at), y(mean)) : line.moveTo(x(at), y(mean))))
    const area = new Path2D(line)
    area.lineTo(x(comparing.differences.at(-1)!.at), base)
    area.lineTo(x(comparing.differences[0]!.at), base)
    ctx.fillStyle = `color-mix(in srgb, ${tangerine} 40%, transparent)`
    ctx.fill(area)
    ctx.strokeStyle = tangerine
    ctx.lineWidth = 1.5
    ctx.stroke(line)
  }
  for (const at of props.notes.keys()) drawNote(ctx, x(at), height)
}
const { width } = useElementSize(canvas)
/** Where the playhead is; moved as a whole, so that nothing is painted anew while playing. */
const now = computed(() => padding - 1 + (props.place / Math.max(1, props.length - 1)) * (width.value - 2 * padding))
useResizeObserver(canvas, () => drawSoon(draw))
onMounted(() => drawSoon(draw))
watch(
  () => [props.length, comparing.differences, props.notes],
  () => drawSoon(draw),
)

const placeAt = ({ offsetX }: PointerEvent) =>
  Math.round(((offsetX - padding) / (width.value - 2 * padding)) * (props.length - 1))

/** The place of the note that the pointer is on. */
function noteAt(event: PointerEvent): number | undefined {
  if (event.offsetY < canvas.value!.clientHeight - noteHeight) return undefined
  const perPlace = (width.value - 2 * padding) / Math.max(1, props.length - 1)
  const [at, reach] = [placeAt(event), Math.ceil(noteWidth / perPlace)]
  const near = Array.from({ length: 2 * reach + 1 }, (_, i) => at + (i % 2 ? -1 : 1) * Math.ceil(i / 2))
  return near.find((place) => props.notes.has(place))
}

function go(event: PointerEvent): void {
  if (event.buttons === 0) {
    const note = noteAt(event)
    canvas.value!.title = note === undefined ? '' : props.notes.get(note)!
    return
  }
  emit('go', placeAt(event))
}
function press(event: PointerEvent): void {
  const note = noteAt(event)
  if (note !== undefined) {
    emit('go', note)
    return
  }
  canvas.value!.setPointerCapture(event.pointerId)
  go(event)
}
</script>

<template>
  <div class="graph">
    <canvas
      ref="canvas"
      role="slider"
      tabindex="0"
      aria-label="Frame of the reel"
      :aria-valuemin="frames[0]"
      :aria-valuemax="frames.at(-1)"
      :aria-valuenow="frames[read]"
      @pointerdown="press"
      @pointermove="go"
    />
    <div class="now" :style="{ transform: `translateX(${now}px)` }" />
    <span v-if="comparing.beside.length || comparing.problem" class="said" role="status">{{ said }}</span>
  </div>
</template>

<style scoped>
.graph {
  position: relative;
  min-width: 0;
  height: 92px;
  border-radius: 9px;
  background: var(--panel);
}
/* With one reel alone it is a ruler, and no more. */
.graph.low {
  height: 40px;
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  border-radius: 9px;
  cursor: pointer;
}
.now {
  position: absolute;
  left: 0;
  top: 0;
  width: 2px;
  height: 100%;
  background: var(--lime);
  pointer-events: none;
  will-change: transform;
}
.said {
  position: absolute;
  left: 10px;
  top: 6px;
  color: var(--dim);
  font-size: 11.5px;
  pointer-events: none;
}
</style>
