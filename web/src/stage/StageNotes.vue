<script setup lang="ts">
import { usePathDrawing } from '../paths/drawing'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import StageMeter from './StageMeter.vue'
import { useViews } from './views'

/** What is said over the stage: what a hand does, what can be done next, and what is not here yet. */
defineProps<{
  /** What the hand on the handles has done so far, at the pointer. */
  told: { x: number; y: number; text: string } | null
  /** The box that is drawn around points of a path. */
  box: { left: number; top: number; right: number; bottom: number; offsetLeft: number; offsetTop: number } | null
}>()
const scene = useScene()
const playhead = usePlayhead()
const views = useViews()
const drawing = usePathDrawing()
</script>

<template>
  <span v-if="told" class="stage-told num" :style="{ left: `${told.x}px`, top: `${told.y}px` }">{{ told.text }}</span>
  <span
    v-if="box"
    class="path-box"
    :style="{
      left: `${box.left + box.offsetLeft}px`,
      top: `${box.top + box.offsetTop}px`,
      width: `${box.right - box.left}px`,
      height: `${box.bottom - box.top}px`,
    }"
  />
  <p v-if="drawing.isChoosing" class="stage-drawing" role="status">
    Click the rope of the path that the selected objects are to go along. <kbd>Esc</kbd> gives up.
  </p>
  <p v-if="drawing.isOn" class="stage-drawing" role="status">
    Click to set points, drag to pull handles. <kbd>Enter</kbd> ends, <kbd>Backspace</kbd> takes the last back,
    <kbd>Esc</kbd> gives up.
  </p>
  <p v-if="!playhead.isHere" class="stage-away num" role="status">Frame {{ playhead.frame }} is on its way</p>
  <p v-else-if="views.lateBehind" class="stage-away" role="status">{{ views.lateBehind }}</p>
  <StageMeter v-if="playhead.playing" />
  <div v-else-if="scene.model.objects.size === 0 && !drawing.isOn" :key="scene.rowsVersion" class="stage-empty">
    <p class="stage-empty-title">An empty stage</p>
    <p>Add a box with <b>+ Add</b> on the desk below, drag its arrows, and press <kbd>N</kbd> to key it.</p>
  </div>
</template>
