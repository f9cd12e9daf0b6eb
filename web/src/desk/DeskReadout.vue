<script setup lang="ts">
import { onBeforeUnmount, shallowRef, watch } from 'vue'
import { useScene } from '../scene/sceneStore'
import type { Readout } from './readout'

/** What a drag on the desk does, told at the pointer. A component of its own: it changes with every move. */
const props = defineProps<{ told: Readout; width: number }>()
const scene = useScene()
const shown = shallowRef(props.told.at.value)

/** Longest wait for what the hand tries, in milliseconds. */
const patience = 50
let waiting: ReturnType<typeof setTimeout> | undefined

function show(): void {
  clearTimeout(waiting)
  waiting = undefined
  shown.value = props.told.at.value
}

// It goes along with what the hand does: shown by itself it would take a frame of its own, and hold up the picture.
watch(props.told.at, (now) => {
  if (!now || !shown.value) show()
  else waiting ??= setTimeout(show, patience)
})
watch(() => scene.rowsVersion, show)
onBeforeUnmount(() => clearTimeout(waiting))
</script>

<template>
  <span
    v-if="shown"
    class="readout num"
    :class="{ left: shown.x > width - 190 }"
    :style="{ left: `${shown.x}px`, top: `${shown.y}px` }"
    >{{ shown.text }}</span
  >
</template>

<style scoped>
.readout {
  position: absolute;
  translate: 12px -28px;
  padding: 2px 8px;
  border-radius: 7px;
  background: var(--lemon);
  color: var(--on-lemon);
  font-size: 11.5px;
  font-weight: 600;
  white-space: nowrap;
  pointer-events: none;
}
.readout.left {
  translate: calc(-100% - 12px) -28px;
}
</style>
