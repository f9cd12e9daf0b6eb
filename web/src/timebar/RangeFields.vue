<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'
import { useTimeDisplay } from './timeDisplay'
import TimeField from './TimeField.vue'

const scene = useScene()
const time = useTimeDisplay()

/** As many as the longest of the times has. */
const letters = computed(() =>
  Math.max(...[...scene.settings.range, ...scene.settings.work].map((frame) => time.label(frame).length)),
)

function setRange(first: number, last: number): void {
  void scene.edit({ edit: 'setRanges', range: { first: Math.round(first), last: Math.round(last) } })
}

function setWork(first: number, last: number): void {
  void scene.edit({ edit: 'setRanges', work: { first: Math.round(first), last: Math.round(last) } })
}
</script>

<template>
  <div class="ranges" :style="{ '--letters': letters }">
    <span class="dim">scene</span>
    <TimeField
      :frame="scene.settings.range[0]"
      label="Scene's first frame"
      @keep="setRange($event, scene.settings.range[1])"
    />
    <TimeField
      :frame="scene.settings.range[1]"
      label="Scene's last frame"
      @keep="setRange(scene.settings.range[0], $event)"
    />
    <span class="dim">work</span>
    <TimeField
      :frame="scene.settings.work[0]"
      label="Work range's first frame"
      @keep="setWork($event, scene.settings.work[1])"
    />
    <TimeField
      :frame="scene.settings.work[1]"
      label="Work range's last frame"
      @keep="setWork(scene.settings.work[0], $event)"
    />
  </div>
</template>

<style scoped>
.ranges {
  display: grid;
  grid-template-columns: auto repeat(2, var(--room));
  align-items: center;
  --room: max(54px, calc(var(--letters) * 7px + 18px));
  gap: 2px 5px;
  font-size: 11px;
}
.ranges :deep(.field) {
  height: 19px;
  font-size: 11.5px;
  font-weight: 600;
}
</style>
