<script setup lang="ts">
import { useElementBounding, useElementSize, useWindowSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useFieldProblem } from './fieldProblem'

/** Stands below the field that it is about, or above where there is no room. */
const problem = useFieldProblem()
const note = useTemplateRef<HTMLElement>('note')
const { top, bottom, left } = useElementBounding(() => problem.field)
const { width, height } = useElementSize(note, undefined, { box: 'border-box' })
const screen = useWindowSize()
const edge = 8

const place = computed(() => {
  const below = bottom.value + 5
  const isBelow = below + height.value + edge <= screen.height.value
  return {
    left: `${Math.max(edge, Math.min(left.value, screen.width.value - edge - width.value))}px`,
    top: `${isBelow ? below : top.value - 5 - height.value}px`,
  }
})
</script>

<template>
  <div role="status">
    <p
      v-if="problem.field"
      id="field-problem"
      ref="note"
      class="field-problem"
      :class="{ pressed: problem.isPressed }"
      :style="place"
    >
      {{ problem.text }}
    </p>
  </div>
</template>

<style scoped>
.field-problem {
  position: fixed;
  z-index: 1090;
  max-width: 280px;
  margin: 0;
  padding: 6px 10px;
  border: 1px solid var(--grapefruit);
  border-radius: 8px;
  background: var(--panel);
  color: var(--text);
  font-size: 12.5px;
  box-shadow: 0 6px 20px rgb(0 0 0 / 35%);
  pointer-events: none;
  /* Half a number is not wrong yet. */
  animation: come 0.12s 0.6s backwards;
}
.field-problem.pressed {
  animation: none;
}
@keyframes come {
  from {
    opacity: 0;
  }
}
</style>
