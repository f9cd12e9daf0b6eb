<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'
import { facingNames, shadingNames, useViews, type Facing, type Shading } from './views'

/** What one view shows, and how. */
const props = defineProps<{ index: number; short: boolean }>()
const scene = useScene()
const views = useViews()
const view = computed(() => views.all[props.index]!)

const cameras = computed(() => {
  void scene.rowsVersion
  return scene.model.inOrder().filter((object) => object.kind === 'camera')
})
const current = computed(() => {
  const { look } = view.value
  return typeof look === 'string' ? facingNames[look] : (cameras.value.find(({ id }) => id === look)?.name ?? '')
})
const facings = Object.entries(facingNames) as [Facing, string][]
const shadings = Object.entries(shadingNames) as [Shading, string][]
</script>

<template>
  <div class="stage-chips">
    <BDropdown lazy size="sm" variant="chip" :text="current" toggle-class="chip" title="From where this view looks">
      <BDropdownItemButton
        v-for="[facing, name] in facings"
        :key="facing"
        :active="view.look === facing"
        @click="view.look = facing"
        >{{ name }}</BDropdownItemButton
      >
      <BDropdownDivider v-if="cameras.length" />
      <BDropdownItemButton
        v-for="camera in cameras"
        :key="camera.id"
        :active="view.look === camera.id"
        @click="view.look = camera.id"
      >
        {{ camera.name }}
      </BDropdownItemButton>
    </BDropdown>
    <BDropdown
      lazy
      size="sm"
      variant="chip"
      :text="shadingNames[view.shading]"
      toggle-class="chip"
      title="How this view draws shapes"
    >
      <BDropdownItemButton
        v-for="[shading, name] in shadings"
        :key="shading"
        :active="view.shading === shading"
        @click="view.shading = shading"
        >{{ name }}</BDropdownItemButton
      >
    </BDropdown>
    <button
      type="button"
      class="chip"
      :class="{ dim: !view.helpers }"
      :aria-pressed="view.helpers"
      aria-label="Helpers"
      title="Show or hide the marks of cameras and lights in this view"
      @click="view.helpers = !view.helpers"
    >
      <template v-if="short"><i :class="view.helpers ? 'bi bi-eye' : 'bi bi-eye-slash'" aria-hidden="true" /></template>
      <template v-else>Helpers {{ view.helpers ? 'shown' : 'hidden' }}</template>
    </button>
  </div>
</template>
