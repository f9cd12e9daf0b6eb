<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, useTemplateRef } from 'vue'
import FlatAxes from './FlatAxes.vue'
import StageChips from './StageChips.vue'
import type { CameraMoves } from './cameraHand'
import { ViewCamera } from './viewCamera'
import { useViews } from './views'

/** One view's place over the canvas: where hands reach it. */
const props = defineProps<{
  index: number
  /** What becomes of a camera object that is moved here. */ moves: CameraMoves
}>()
const emit = defineEmits<{
  press: [event: PointerEvent, pane: number]
  release: [event: PointerEvent, pane: number]
  moved: [event: PointerEvent, pane: number]
  wheeled: [event: WheelEvent, pane: number]
  doubled: [event: MouseEvent, pane: number]
  /** The camera is about to move, and has to be stepped. */
  stir: []
  /** A hand drags or turns the wheel in a view through a camera object that it does not move. */
  stuck: [pane: number]
}>()

const views = useViews()
const element = useTemplateRef<HTMLDivElement>('element')
let camera: ViewCamera | undefined

const isShown = computed(() => views.shown.includes(props.index))
const isActive = computed(() => views.count > 1 && views.activeIndex === props.index)

onMounted(() => (camera = new ViewCamera(element.value!, props.moves, () => emit('stir'))))
onBeforeUnmount(() => camera?.dispose())

function nudge(event: KeyboardEvent): void {
  const turn = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  if (!turn || !event.shiftKey) return
  event.preventDefault()
  event.stopPropagation()
  camera?.turnBy(turn[0]! * 0.12, turn[1]! * 0.12)
}

const flat = computed(() => {
  const { look } = views.all[props.index]!
  return typeof look === 'string' && look !== 'free' ? look : null
})

const isStuck = () => typeof views.all[props.index]!.look === 'number' && !camera?.movesCamera

function wheel(event: WheelEvent): void {
  emit('wheeled', event, props.index)
  if (!event.defaultPrevented && isStuck()) emit('stuck', props.index)
}

let pressed: PointerEvent | null = null
function press(event: PointerEvent): void {
  pressed = event
  emit('press', event, props.index)
}

function move(event: PointerEvent): void {
  emit('moved', event, props.index)
  if (!pressed || !event.buttons || !isStuck()) return
  if (Math.hypot(event.clientX - pressed.clientX, event.clientY - pressed.clientY) < 6) return
  pressed = null
  emit('stuck', props.index)
}

defineExpose({
  index: props.index,
  element,
  get camera() {
    return camera!
  },
})
</script>

<template>
  <div v-show="isShown" class="pane" :class="{ active: isActive }">
    <div
      ref="element"
      :data-view="index"
      class="pane-hand"
      tabindex="0"
      role="img"
      aria-label="3D view. Drag to orbit, right-drag to pan, wheel to zoom, Shift and arrow keys to orbit, click to select."
      @focus="views.activeIndex = index"
      @pointerdown.capture="views.activeIndex = index"
      @pointerdown="press"
      @pointermove="move"
      @wheel="wheel"
      @pointerup="emit('release', $event, index)"
      @dblclick="emit('doubled', $event, index)"
      @keydown="nudge"
    />
    <StageChips :index="index" />
    <FlatAxes v-if="flat" :facing="flat" />
  </div>
</template>
