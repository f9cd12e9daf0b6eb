<script setup lang="ts">
import type { Readout } from './readout'

/** What a drag on the desk does, told at the pointer. A component of its own: it changes with every move. */
defineProps<{ told: Readout; width: number }>()
</script>

<template>
  <span
    v-if="told.at.value"
    class="readout num"
    :class="{ left: told.at.value.x > width - 190 }"
    :style="{ left: `${told.at.value.x}px`, top: `${told.at.value.y}px` }"
    >{{ told.at.value.text }}</span
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
