<script setup lang="ts">
import { useSelection, type Tool } from '../scene/selection'

const selection = useSelection()
const tools: { tool: Tool; label: string; key: string; icon: string }[] = [
  { tool: 'select', label: 'Select', key: '1', icon: 'bi bi-cursor' },
  { tool: 'move', label: 'Move', key: '2', icon: 'bi bi-arrows-move' },
  { tool: 'rotate', label: 'Rotate', key: '3', icon: 'bi bi-arrow-clockwise' },
  { tool: 'scale', label: 'Scale', key: '4', icon: 'bi bi-arrows-angle-expand' },
]
</script>

<template>
  <div class="tools" role="group" aria-label="Tool">
    <button
      v-for="{ tool, label, key, icon } in tools"
      :key="tool"
      type="button"
      :class="{ on: selection.tool === tool }"
      :aria-pressed="selection.tool === tool"
      :title="`${label} (${key})`"
      @click="selection.tool = tool"
    >
      <i :class="icon" class="small-stage" aria-hidden="true" /><span class="wide-stage">{{ label }}</span>
    </button>
  </div>
</template>
