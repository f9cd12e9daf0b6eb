<script setup lang="ts">
import { computed, nextTick } from 'vue'
import type { DeformerKind } from '../api/http'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import MenuItem from '../shared/MenuItem.vue'
import TiedSection from '../values/TiedSection.vue'
import { canBend, deformerKinds, deformerWords, useDeforming } from './deforming'

/** What bends an object, and whether it fades: what there is stands below, one more is added here. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const deforming = useDeforming()

/** What was added, which stands below all other values, comes into sight. */
async function add(kind: DeformerKind): Promise<void> {
  await deforming.add(kind)
  await nextTick()
  document.querySelector('.values section[aria-label="Deformers"]')?.scrollIntoView({ block: 'nearest' })
}

const fades = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.object.id)?.fade != null
})
</script>

<template>
  <TiedSection v-if="canBend(object)" label="Shape and fade">
    <span class="line">
      <span title="What bends the shape, in the order in which it acts; of a group, all that the group carries"
        >bent by</span
      >
      <BDropdown
        lazy
        size="sm"
        variant="quiet"
        toggle-class="word-pill"
        no-caret
        strategy="fixed"
        title="Bends the shape in one more way"
      >
        <template #button-content>+ Deformer</template>
        <MenuItem v-for="kind in deformerKinds" :key="kind" @click="add(kind)">
          <span class="kind">{{ kind }}</span> <span class="dim">{{ deformerWords[kind] }}</span>
        </MenuItem>
      </BDropdown>
    </span>
    <button
      type="button"
      class="word-pill"
      :aria-pressed="fades"
      title="Becomes clear along a direction; the edge can be keyed"
      @click="deforming.fade(!fades)"
    >
      fades
    </button>
  </TiedSection>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 5px;
}
.kind {
  display: inline-block;
  width: 58px;
}
</style>
