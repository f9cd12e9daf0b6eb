<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, useTemplateRef } from 'vue'
import StageChips from './StageChips.vue'
import { ViewCamera } from './viewCamera'
import { useViews } from './views'

/** One view's place over the canvas: where hands reach it. */
const props = defineProps<{ index: number }>()
const emit = defineEmits<{
  press: [event: PointerEvent, pane: number]
  release: [event: PointerEvent, pane: number]
  /** The camera is about to move, and has to be stepped. */
  stir: []
}>()

const views = useViews()
const element = useTemplateRef<HTMLDivElement>('element')
let camera: ViewCamera | undefined

const isShown = computed(() => views.shown.includes(props.index))
const isActive = computed(() => views.count > 1 && views.activeIndex === props.index)

onMounted(() => (camera = new ViewCamera(element.value!, () => emit('stir'))))
onBeforeUnmount(() => camera?.dispose())

function nudge(event: KeyboardEvent): void {
  const turn = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  if (!turn || !event.shiftKey) return
  event.preventDefault()
  event.stopPropagation()
  camera?.turnBy(turn[0]! * 0.12, turn[1]! * 0.12)
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
      class="pane-hand"
      tabindex="0"
      role="img"
      aria-label="3D view. Drag to orbit, right-drag to pan, wheel to zoom, Shift and arrow keys to orbit, click to select."
      @focus="views.activeIndex = index"
      @pointerdown.capture="views.activeIndex = index"
      @pointerdown="emit('press', $event, index)"
      @pointerup="emit('release', $event, index)"
      @keydown="nudge"
    />
    <StageChips :index="index" :short="views.count > 1" />
  </div>
</template>
