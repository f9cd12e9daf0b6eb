<script setup lang="ts">
import { computed } from 'vue'
import BackdropMenu from '../backdrops/BackdropMenu.vue'
import CheckItem from '../shared/CheckItem.vue'
import { useScene } from '../scene/sceneStore'
import { facingNames, shadingNames, useViews, type Facing, type Shading } from './views'
import MenuItem from '../shared/MenuItem.vue'

/** What one view shows, and how. */
const props = defineProps<{ index: number }>()
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
const moves = computed(() => views.movesCamera && typeof view.value.look === 'number')
const lookHint = computed(
  () => `${current.value}: from where this view looks${moves.value ? '; a drag in it moves that camera' : ''}`,
)
/** Where drawing is slow, shadows are not always there. */
const slowShadows = computed(() => {
  if (!views.shadows || views.shadowsWhen === 'always') return ''
  return views.shadowsWhen === 'rest' ? 'only at rest: drawing is slow here' : 'not here: drawing is too slow'
})
const facings = Object.entries(facingNames) as [Facing, string][]
const shadings = Object.entries(shadingNames) as [Shading, string][]
</script>

<template>
  <div class="stage-chips">
    <BDropdown lazy teleport-to="body" size="sm" variant="chip" toggle-class="chip" :title="lookHint">
      <template #button-content>
        <span class="looks">{{ current }}</span>
        <i v-if="moves" class="bi bi-arrows-move" role="img" aria-label="and moves it" />
      </template>
      <MenuItem
        v-for="[facing, name] in facings"
        :key="facing"
        :active="view.look === facing"
        @click="view.look = facing"
        >{{ name }}</MenuItem
      >
      <BDropdownDivider v-if="cameras.length" />
      <MenuItem
        v-for="camera in cameras"
        :key="camera.id"
        :active="view.look === camera.id"
        @click="view.look = camera.id"
      >
        {{ camera.name }}
      </MenuItem>
      <BDropdownDivider v-if="cameras.length" />
      <CheckItem v-if="cameras.length" :on="views.movesCamera" @click="views.movesCamera = !views.movesCamera"
        >The view moves the camera</CheckItem
      >
    </BDropdown>
    <BDropdown
      v-if="!views.folded"
      lazy
      teleport-to="body"
      size="sm"
      variant="chip"
      toggle-class="chip"
      title="How this view draws shapes"
    >
      <template #button-content
        ><i class="bi bi-droplet-half small-pane" aria-hidden="true" /><span class="wide-pane">{{
          shadingNames[view.shading]
        }}</span></template
      >
      <MenuItem
        v-for="[shading, name] in shadings"
        :key="shading"
        :active="view.shading === shading"
        @click="view.shading = shading"
        >{{ name }}</MenuItem
      >
      <BDropdownDivider />
      <CheckItem
        :on="views.shadows"
        title="The sun throws shadows, in all views"
        @click="views.shadows = !views.shadows"
        >Shadows <span v-if="slowShadows" class="hint">{{ slowShadows }}</span></CheckItem
      >
    </BDropdown>
    <BackdropMenu v-if="!views.folded" :look="view.look" />
    <button
      v-if="!views.folded"
      type="button"
      class="chip"
      :class="{ dim: !view.helpers }"
      :aria-label="`Helpers ${view.helpers ? 'shown' : 'hidden'}`"
      title="Show or hide the marks of cameras and lights in this view"
      @click="view.helpers = !view.helpers"
    >
      <i :class="view.helpers ? 'bi bi-eye' : 'bi bi-eye-slash'" class="small-pane" aria-hidden="true" />
      <span class="wide-pane">Helpers {{ view.helpers ? 'shown' : 'hidden' }}</span>
    </button>
  </div>
</template>
