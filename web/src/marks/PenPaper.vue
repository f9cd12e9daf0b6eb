<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import type { PenMark } from '../api/http'
import { useCancelOnEscape } from '../shared/cancelling'
import MarkLayer from './MarkLayer.vue'
import { useMarks, type ShownMark } from './marks'
import { lettersPerWidth, penInks, usePen } from './pen'

/** What lies over the picture while the pen is out, and takes what the hand draws. */
const props = defineProps<{ picture: number; shown: readonly ShownMark[]; width: number; height: number }>()
const emit = defineEmits<{ begin: [] }>()
const pen = usePen()
const marks = useMarks()
const paper = useTemplateRef<HTMLElement>('paper')
const layer = useTemplateRef<InstanceType<typeof MarkLayer>>('layer')
const field = useTemplateRef<HTMLTextAreaElement>('field')

/** Places nearer than this, in pixels, are one. */
const nearest = 1.2
const mostPlaces = 4000
/** How far off the picture a mark may reach, in pictures. */
const overhang = 0.25

/** What the hand is drawing: places in pictures. */
const points = ref<number[]>([])
const isDrawing = ref(false)
/** The picture that it is drawn on, whatever plays meanwhile. */
let drawnOn = 0
/** Where words are being typed. */
const typing = ref<{ x: number; y: number; words: string; picture: number } | null>(null)

const clamp = (value: number) => Math.round(Math.min(Math.max(value, -overhang), 1 + overhang) * 1e5) / 1e5
function placeOf(event: PointerEvent): [number, number] {
  const edge = paper.value!.getBoundingClientRect()
  return [clamp((event.clientX - edge.left) / props.width), clamp((event.clientY - edge.top) / props.height)]
}

function press(event: PointerEvent): void {
  if (event.button !== 0 || isDrawing.value) return
  emit('begin')
  if (typing.value) {
    keepWords()
    return
  }
  if (pen.tool === 'rubber') {
    paper.value!.setPointerCapture(event.pointerId)
    isRubbing = true
    rub(event)
    return
  }
  // A press that types must not take the focus away again.
  event.preventDefault()
  if (pen.tool === 'text') {
    const [x, y] = placeOf(event)
    typing.value = { x, y, words: '', picture: props.picture }
    void nextTick(() => field.value?.focus())
    return
  }
  paper.value!.setPointerCapture(event.pointerId)
  isDrawing.value = true
  drawnOn = props.picture
  points.value = placeOf(event)
}

let isRubbing = false
function rub(event: PointerEvent): void {
  const [x, y] = placeOf(event)
  const mark = layer.value?.at(x * props.width, y * props.height)
  if (mark) void marks.remove(mark)
}

function move(event: PointerEvent): void {
  if (isRubbing) rub(event)
  if (!isDrawing.value) return
  const events = event.getCoalescedEvents?.() ?? []
  for (const each of events.length ? events : [event]) take(placeOf(each))
}

function take(place: [number, number]): void {
  if (pen.tool === 'arrow') {
    points.value = [points.value[0]!, points.value[1]!, ...place]
    return
  }
  const [x, y] = points.value.slice(-2) as [number, number]
  const away = Math.hypot((place[0] - x) * props.width, (place[1] - y) * props.height)
  if (away >= nearest && points.value.length < 2 * mostPlaces) points.value = [...points.value, ...place]
}

function drop(): void {
  isRubbing = false
  if (!isDrawing.value) return
  isDrawing.value = false
  const isArrow = pen.tool === 'arrow'
  // An arrow that leads nowhere is none.
  if (!isArrow || points.value.length === 4) void marks.add(drawnOn, draft.value!)
  points.value = []
}

function cancel(): void {
  isRubbing = isDrawing.value = false
  points.value = []
}
useCancelOnEscape(() => isDrawing.value, cancel)

const draft = computed<PenMark | null>(() =>
  points.value.length >= (pen.tool === 'arrow' ? 4 : 2)
    ? {
        kind: pen.tool === 'arrow' ? 'arrow' : 'stroke',
        points: points.value,
        words: '',
        colour: pen.colour,
        width: pen.width,
      }
    : null,
)
const all = computed<readonly ShownMark[]>(() =>
  draft.value && isDrawing.value
    ? [...props.shown, { id: null, picture: props.picture, frame: 0, madeBy: null, mark: draft.value }]
    : props.shown,
)

const letters = computed(() => pen.width * lettersPerWidth)
function keepWords(): void {
  const typed = typing.value
  typing.value = null
  if (!typed?.words.trim()) return
  void marks.add(typed.picture, {
    kind: 'text',
    points: [typed.x, typed.y],
    words: typed.words.trimEnd(),
    colour: pen.colour,
    width: letters.value,
  })
}
function key(event: KeyboardEvent): void {
  event.stopPropagation()
  if (event.key === 'Escape') typing.value = null
  else if (event.key === 'Enter' && !event.shiftKey) {
    event.preventDefault()
    keepWords()
  }
}
</script>

<template>
  <div
    ref="paper"
    class="paper"
    :class="pen.tool"
    :style="{ width: `${width}px`, height: `${height}px` }"
    @pointerdown="press"
    @pointermove="move"
    @pointerup="drop"
    @pointercancel="cancel"
  >
    <MarkLayer ref="layer" :marks="all" :width="width" :height="height" />
    <textarea
      v-if="typing"
      ref="field"
      v-model="typing.words"
      class="typed"
      rows="1"
      maxlength="500"
      aria-label="Text on the picture"
      :style="{
        left: `${typing.x * width}px`,
        top: `${typing.y * height}px`,
        color: penInks[pen.colour],
        fontSize: `${(letters * width) / 1000}px`,
      }"
      @keydown="key"
      @blur="keepWords"
      @pointerdown.stop
    />
  </div>
</template>

<style scoped>
.paper {
  position: absolute;
  cursor: crosshair;
  touch-action: none;
}
.paper.rubber {
  cursor: default;
}
.paper.text {
  cursor: text;
}
.typed {
  position: absolute;
  padding: 0;
  border: 0;
  border-bottom: 2px solid currentColor;
  outline: none;
  background: rgb(9 18 17 / 55%);
  font-family: 'Figtree Variable', sans-serif;
  font-weight: 650;
  line-height: 1.2;
  resize: none;
  field-sizing: content;
  min-width: 4ch;
}
</style>
