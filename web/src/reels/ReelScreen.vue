<script setup lang="ts">
import { useEventListener, useResizeObserver } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import MarkLayer from '../marks/MarkLayer.vue'
import { useMarks } from '../marks/marks'
import { usePen } from '../marks/pen'
import PenBar from '../marks/PenBar.vue'
import PenPaper from '../marks/PenPaper.vue'
import { drawSoon } from '../scene/drawLoop'
import { useCancelOnEscape } from '../shared/cancelling'
import { drawCompared, pictureBox, type Box } from './compareDraw'
import { useComparing } from './comparing'
import { usePlayRatio } from './playRatio'
import { useReels } from './reels'
import { titleOf } from './shooting'

/** The picture, or two that are compared. */
const props = defineProps<{
  place: number
  /** The picture of a reel on a place of A, if it is decoded. */
  picture: (side: 'a' | 'b', place: number) => ImageBitmap | undefined
  /** Counts up when pictures have come. */
  come: number
  playing: boolean
  /** How many frames were dropped since it began to play. */
  dropped?: number
  /** Only the picture, with nothing to take hold of. */
  bare?: boolean
}>()
const emit = defineEmits<{ begin: [] }>()
const reels = useReels()
const comparing = useComparing()
const marks = useMarks()
const pen = usePen()
const holder = useTemplateRef<HTMLElement>('holder')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const size = ref({ width: 1, height: 1 })
const hasB = computed(() => comparing.way !== 'one' && props.place >= 0 && (comparing.beside[props.place] ?? -1) >= 0)

/** Where the picture is, in CSS pixels of the screen. */
const box = computed<Box>(() => {
  const settings = reels.a?.reel.settings ?? { width: 16, height: 9 }
  return pictureBox({ x: 0, y: 0, ...size.value }, settings, comparing.way)
})

/** So long a mark stays while playing, in seconds: for one frame nobody sees it. */
const lingers = 0.5
const mostLingering = 60
/** Whose marks are seen: of the one that is looked at. */
const marked = computed(() => {
  if (comparing.isFlicking && reels.b) return { play: reels.b, at: comparing.beside[props.place] ?? -1, on: marks.onB }
  return { play: reels.a, at: props.place, on: marks.onA }
})
const seen = computed(() => {
  const { play, at, on } = marked.value
  if (!play || at < 0 || on.size === 0) return []
  const seenNow = [...(on.get(play.shown[at]!) ?? [])]
  const back = props.playing ? Math.ceil(play.reel.framesPerSecond * lingers) : 0
  const passed = new Set(play.shown.slice(Math.max(0, at - back), at).reverse())
  passed.delete(play.shown[at]!)
  // What lingers must not hold up what is played.
  for (const picture of passed) {
    const those = on.get(picture) ?? []
    if (seenNow.length + those.length > mostLingering) break
    seenNow.push(...those)
  }
  return seenNow
})

const playRatio = usePlayRatio(
  () => props.playing,
  () => props.dropped ?? 0,
)

/** What the picture on the screen was drawn from: a picture that comes for later does not change it. */
let drawn: unknown[] = []

function draw(): void {
  const ctx = canvas.value?.getContext('2d', { alpha: false, desynchronized: true })
  if (!ctx) return
  let [a, b] = [props.picture('a', props.place), props.picture('b', props.place)]
  if (comparing.isFlicking && reels.b) [a, b] = [b, undefined]
  // What has not come yet cannot be shown: the picture before stays.
  if (!a || (hasB.value && !b && !comparing.isFlicking)) return
  const way = comparing.isFlicking ? 'one' : comparing.way
  if (way === 'one') b = undefined
  const now = [a, b, way, comparing.line, comparing.blend, comparing.gain, ctx.canvas.width, ctx.canvas.height]
  holder.value!.dataset.place = String(props.place)
  if (now.every((each, i) => each === drawn[i])) return
  drawn = now
  const all = { x: 0, y: 0, width: ctx.canvas.width, height: ctx.canvas.height }
  drawCompared(ctx, all, a, b, { way, line: comparing.line, blend: comparing.blend, gain: comparing.gain })
  holder.value!.dataset.shown = `${way}${b ? ' both' : ''}`
}

function fit(): void {
  const { clientWidth: width, clientHeight: height } = holder.value!
  if (!canvas.value || width === 0 || height === 0) return
  size.value = { width, height }
  const ratio = window.devicePixelRatio * (props.playing ? playRatio.value : 1)
  ;[canvas.value.width, canvas.value.height] = [Math.round(width * ratio), Math.round(height * ratio)]
  drawn = []
  drawSoon(draw)
}
useResizeObserver(holder, fit)
onMounted(fit)
watch([() => props.playing, playRatio], fit)
watch(
  () => [
    props.place,
    props.come,
    reels.a,
    reels.b,
    comparing.way,
    comparing.line,
    comparing.blend,
    comparing.gain,
    comparing.isFlicking,
    comparing.beside,
  ],
  () => drawSoon(draw),
  { deep: true },
)

/** The line of the wipe, in CSS pixels. */
const middle = computed(() => ({
  x: box.value.x + box.value.width * comparing.line.at,
  y: box.value.y + box.value.height / 2,
}))
const reach = computed(() => box.value.height / 2 - 22)

let drag: { what: 'move' | 'turn'; before: { at: number; degrees: number }; from: number } | null = null
function press(event: PointerEvent, what: 'move' | 'turn'): void {
  drag = { what, before: { ...comparing.line }, from: event.clientX }
  ;(event.target as Element).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (!drag) return
  const edge = holder.value!.getBoundingClientRect()
  if (drag.what === 'move') {
    const at = drag.before.at + (event.clientX - drag.from) / box.value.width
    comparing.line = { ...comparing.line, at: Math.min(Math.max(at, 0), 1) }
    return
  }
  const [x, y] = [event.clientX - edge.left - middle.value.x, event.clientY - edge.top - middle.value.y]
  const degrees = (Math.atan2(-x, y) * 180) / Math.PI
  // Straight, where it is nearly so.
  comparing.line = { ...comparing.line, degrees: Math.abs(degrees) < 2 ? 0 : Math.round(degrees * 10) / 10 }
}
const letGo = () => (drag = null)
useCancelOnEscape(
  () => drag !== null,
  () => {
    if (drag) comparing.line = drag.before
    drag = null
  },
)
function step(event: KeyboardEvent, what: 'move' | 'turn'): void {
  const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key]
  if (!way) return
  event.preventDefault()
  event.stopPropagation()
  const { at, degrees } = comparing.line
  comparing.line =
    what === 'move'
      ? { degrees, at: Math.min(Math.max(at + way * (event.shiftKey ? 0.1 : 0.01), 0), 1) }
      : { at, degrees: degrees + way * (event.shiftKey ? 15 : 1) }
}

// The key is let go of elsewhere, too.
useEventListener(window, 'blur', () => (comparing.isFlicking = false))
defineExpose({ full: () => holder.value?.requestFullscreen() })
</script>

<template>
  <div ref="holder" class="screen">
    <canvas ref="canvas" role="img" :aria-label="reels.a ? `Picture of ${titleOf(reels.a.reel)}` : 'No reel'" />
    <div class="over" :style="{ left: `${box.x}px`, top: `${box.y}px` }">
      <PenPaper
        v-if="pen.isOn && !bare && reels.a && !comparing.isFlicking"
        :picture="reels.a.shown[place] ?? 0"
        :shown="seen"
        :width="box.width"
        :height="box.height"
        @begin="emit('begin')"
      />
      <MarkLayer v-else-if="seen.length" :marks="seen" :width="box.width" :height="box.height" />
    </div>
    <span
      v-if="!bare && reels.a && !comparing.isFlicking"
      class="pill a"
      :style="{ left: `${box.x + 12}px`, top: `${box.y + 12}px` }"
      >A · Reel {{ reels.a.reel.number }}</span
    >
    <span
      v-if="!bare && reels.b && (hasB || comparing.isFlicking)"
      class="pill b"
      :style="{
        right: `${Math.max(0, size.width - (comparing.way === 'side' ? size.width : box.x + box.width)) + 12}px`,
        top: `${box.y + 12}px`,
      }"
      >B · Reel {{ reels.b.reel.number }}</span
    >
    <span v-else-if="!bare && reels.b && comparing.way !== 'one'" class="nothing">B has no picture here</span>
    <div
      v-if="comparing.way === 'wipe' && hasB && !comparing.isFlicking"
      class="line"
      :style="{
        left: `${middle.x}px`,
        top: `${middle.y}px`,
        height: `${box.height}px`,
        transform: `translate(-50%, -50%) rotate(${comparing.line.degrees}deg)`,
      }"
    />
    <template v-if="!bare && !pen.isOn && comparing.way === 'wipe' && hasB && !comparing.isFlicking">
      <button
        type="button"
        class="grip"
        role="slider"
        aria-label="Line between A and B"
        aria-valuemin="0"
        aria-valuemax="100"
        :aria-valuenow="Math.round(comparing.line.at * 100)"
        title="Drag the line; the arrow keys move it too"
        :style="{ left: `${middle.x}px`, top: `${middle.y}px` }"
        @pointerdown="press($event, 'move')"
        @pointermove="move"
        @pointerup="letGo"
        @pointercancel="letGo"
        @keydown="step($event, 'move')"
      >
        <i class="bi bi-arrow-left-right" aria-hidden="true" />
      </button>
      <button
        type="button"
        class="turn"
        role="slider"
        aria-label="Lean of the line"
        aria-valuemin="-180"
        aria-valuemax="180"
        :aria-valuenow="Math.round(comparing.line.degrees)"
        title="Drag to turn the line; the arrow keys turn it too"
        :style="{
          left: `${middle.x - Math.sin((comparing.line.degrees * Math.PI) / 180) * reach}px`,
          top: `${middle.y + Math.cos((comparing.line.degrees * Math.PI) / 180) * reach}px`,
        }"
        @pointerdown="press($event, 'turn')"
        @pointermove="move"
        @pointerup="letGo"
        @pointercancel="letGo"
        @keydown="step($event, 'turn')"
      />
    </template>
    <PenBar v-if="pen.isOn && !bare && reels.a" />
  </div>
</template>

<style scoped>
.screen {
  position: relative;
  min-width: 0;
  min-height: 0;
  /* Its corners are square: a rounded clip over moving pictures costs a pass over the whole page for each of them. */
  overflow: hidden;
  background: #0a1211;
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.over {
  position: absolute;
  width: 0;
  height: 0;
}
.pill {
  position: absolute;
  padding: 4px 12px;
  border-radius: 7px;
  font-size: 12px;
  font-weight: 700;
}
.pill.a {
  background: var(--lemon);
  color: var(--on-lemon);
}
.pill.b {
  background: #63d3b8;
  color: #10201e;
}
.nothing {
  position: absolute;
  right: 12px;
  bottom: 12px;
  padding: 4px 10px;
  border-radius: 7px;
  background: rgb(9 18 17 / 80%);
  color: #f4ecd6;
  font-size: 12px;
}
.line {
  position: absolute;
  width: 2px;
  background: #f4ecd6;
  pointer-events: none;
}
.grip,
.turn {
  position: absolute;
  display: grid;
  place-content: center;
  padding: 0;
  border: 0;
  border-radius: 50%;
  background: #f4ecd6;
  color: #10201e;
  transform: translate(-50%, -50%);
  touch-action: none;
}
.grip {
  width: 28px;
  height: 28px;
  cursor: ew-resize;
}
.turn {
  width: 14px;
  height: 14px;
  cursor: grab;
}
</style>
