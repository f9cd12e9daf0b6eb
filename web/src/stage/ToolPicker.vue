<script setup lang="ts">
import { useSelection, type Tool } from '../scene/selection'

const selection = useSelection()
const tools: { tool: Tool; label: string; key: string }[] = [
  { tool: 'select', label: 'Select', key: '1' },
  { tool: 'move', label: 'Move', key: '2' },
  { tool: 'rotate', label: 'Rotate', key: '3' },
  { tool: 'scale', label: 'Scale', key: '4' },
]
</script>

<template>
  <div class="tools" role="group" aria-label="Tool">
    <button
      v-for="{ tool, label, key } in tools"
      :key="tool"
      type="button"
      :class="{ on: selection.tool === tool }"
      :aria-pressed="selection.tool === tool"
      :title="`${label} (${key})`"
      @click="selection.tool = tool"
    >
      {{ label }}
    </button>
  </div>
</template>
