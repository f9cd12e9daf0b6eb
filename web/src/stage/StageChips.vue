<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'
import { useViews } from './views'

const scene = useScene()
const views = useViews()

const cameras = computed(() => {
  void scene.rowsVersion
  return scene.model.inOrder().filter((object) => object.kind === 'camera')
})
const current = computed(() => cameras.value.find((camera) => camera.id === views.through)?.name ?? 'Free view')
</script>

<template>
  <div class="stage-chips">
    <BDropdown size="sm" variant="chip" :text="current" toggle-class="chip" title="What the stage is looked at through">
      <BDropdownItemButton :active="views.through === null" @click="views.through = null"
        >Free view</BDropdownItemButton
      >
      <BDropdownItemButton
        v-for="camera in cameras"
        :key="camera.id"
        :active="views.through === camera.id"
        @click="views.through = camera.id"
      >
        {{ camera.name }}
      </BDropdownItemButton>
    </BDropdown>
    <button
      type="button"
      class="chip"
      :class="{ dim: !views.helpersShown }"
      :aria-pressed="views.helpersShown"
      title="Show or hide the marks of cameras and lights"
      @click="views.helpersShown = !views.helpersShown"
    >
      Helpers {{ views.helpersShown ? 'shown' : 'hidden' }}
    </button>
  </div>
</template>
