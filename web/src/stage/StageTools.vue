<script setup lang="ts">
import TrailMenu from '../trails/TrailMenu.vue'
import HandlingMenu from './HandlingMenu.vue'
import ToolPicker from './ToolPicker.vue'
import ViewMenu from './ViewMenu.vue'
import { useViews } from './views'

/** The menus and tools in the stage's corner, which can be folded away. */
const views = useViews()
</script>

<template>
  <div class="stage-corner" :class="{ below: views.count > 1 }">
    <template v-if="!views.folded">
      <ViewMenu />
      <TrailMenu />
      <HandlingMenu />
      <ToolPicker />
    </template>
    <button
      type="button"
      class="chip fold"
      :aria-expanded="!views.folded"
      aria-label="The stage's tools"
      :title="views.folded ? 'Show the stage\'s tools' : 'Fold the stage\'s tools away'"
      @click="views.folded = !views.folded"
    >
      <i :class="`bi ${views.folded ? 'bi-chevron-left' : 'bi-chevron-right'}`" aria-hidden="true" />
    </button>
  </div>
</template>
