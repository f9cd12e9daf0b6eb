<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'
import { useTimeDialogs } from './timeDialogs'
import MenuItem from '../shared/MenuItem.vue'
import { rateLabel, usualRates } from './rates'

const scene = useScene()

const shown = computed(() => rateLabel(scene.settings.rate))

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
      v-for="preset in usualRates"
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
