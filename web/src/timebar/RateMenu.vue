<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'
import { useTimeDialogs } from './timeDialogs'
import MenuItem from '../shared/MenuItem.vue'

const scene = useScene()

const presets = [
  { rate: '24', label: '24', use: 'film' },
  { rate: '24000/1001', label: '23.976', use: 'film on NTSC video' },
  { rate: '25', label: '25', use: 'PAL video' },
  { rate: '30000/1001', label: '29.97', use: 'NTSC video' },
  { rate: '30', label: '30', use: 'web' },
  { rate: '48', label: '48', use: 'high-rate film' },
  { rate: '50', label: '50', use: 'smooth PAL video' },
  { rate: '60000/1001', label: '59.94', use: 'smooth NTSC video' },
  { rate: '60', label: '60', use: 'games and screens' },
]
const shown = computed(
  () => presets.find((preset) => preset.rate === scene.settings.rate)?.label ?? scene.settings.rate,
)

const dialogs = useTimeDialogs()
const ask = (rate: string) => dialogs.ask({ kind: 'rate', rate })

function pick(rate: string): void {
  if (rate === scene.settings.rate) return
  // With no keys there is nothing to keep but the frame numbers.
  if (scene.model.keyCount === 0) void scene.edit({ edit: 'setRate', rate, keep: 'frames' })
  else ask(rate)
}
</script>

<template>
  <BDropdown lazy variant="quiet" size="sm" title="Frames per second" strategy="fixed">
    <template #button-content
      ><span>{{ shown }} <span class="folds-4">fps</span></span></template
    >
    <MenuItem
      v-for="preset in presets"
      :key="preset.rate"
      :active="preset.rate === scene.settings.rate"
      @click="pick(preset.rate)"
    >
      <span class="num rate">{{ preset.label }}</span> {{ preset.use }}
    </MenuItem>
    <BDropdownDivider />
    <MenuItem @click="ask(scene.settings.rate)">Another rate…</MenuItem>
  </BDropdown>
</template>

<style scoped>
.rate {
  display: inline-block;
  min-width: 50px;
}
</style>
