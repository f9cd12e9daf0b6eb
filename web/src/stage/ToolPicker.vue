<script setup lang="ts">
import { useChoice, type Tool } from '../scene/choice'

const choice = useChoice()
const tools: { tool: Tool; label: string; key: string }[] = [
  { tool: 'pick', label: 'Pick', key: '1' },
  { tool: 'move', label: 'Move', key: '2' },
  { tool: 'turn', label: 'Turn', key: '3' },
  { tool: 'size', label: 'Size', key: '4' },
]
</script>

<template>
  <div class="tools" role="group" aria-label="Tool">
    <button
      v-for="{ tool, label, key } in tools"
      :key="tool"
      type="button"
      :class="{ on: choice.tool === tool }"
      :aria-pressed="choice.tool === tool"
      :title="`${label} (${key})`"
      @click="choice.tool = tool"
    >
      {{ label }}
    </button>
  </div>
</template>
