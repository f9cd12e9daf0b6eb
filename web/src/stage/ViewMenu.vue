<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'
import { openScreen } from '../screens/openScreen'
import { useViews } from './views'
import MenuItem from '../shared/MenuItem.vue'

const views = useViews()
const scene = useScene()
const counts = [
  { count: 1, label: 'One view', icon: 'bi bi-square' },
  { count: 2, label: 'Two views', icon: 'bi bi-layout-split' },
  { count: 4, label: 'Four views', icon: 'bi bi-grid' },
] as const

const current = computed(() => counts.find(({ count }) => count === views.count)!)
const cost = (share: number) => (views.drawingTime ? `about ${Math.ceil(views.drawingTime * share)} ms a frame` : '')
</script>

<template>
  <BDropdown
    lazy
    teleport-to="body"
    size="sm"
    variant="chip"
    toggle-class="chip"
    title="How many views, and which of them playing updates"
    end
  >
    <template #button-content>
      <i :class="current.icon" aria-hidden="true" /> <span class="visually-hidden">{{ current.label }}</span>
    </template>
    <MenuItem
      v-for="{ count, label, icon } in counts"
      :key="count"
      :active="count === views.count"
      @click="views.setCount(count)"
    >
      <i :class="icon" aria-hidden="true" /> {{ label }}
    </MenuItem>
    <template v-if="views.count > 1">
      <BDropdownDivider />
      <MenuItem :active="views.updates === 'all'" @click="views.updates = 'all'">
        Playing updates all views <span class="hint">{{ cost(1) }}</span>
      </MenuItem>
      <MenuItem :active="views.updates === 'active'" @click="views.updates = 'active'">
        Only the one worked in <span class="hint">{{ cost(1 / views.count) }}</span>
      </MenuItem>
    </template>
    <template v-if="scene.id !== null">
      <BDropdownDivider />
      <MenuItem title="The picture alone, in a window of its own, for a second monitor" @click="openScreen(scene.id)">
        <i class="bi bi-display" aria-hidden="true" /> Big screen
      </MenuItem>
    </template>
  </BDropdown>
</template>
