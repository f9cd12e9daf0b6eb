<script setup lang="ts">
import { computed } from 'vue'
import type { ObjectKind } from '../api/http'
import { allKinds } from '../scene/catalogue'
import { useScene } from '../scene/sceneStore'
import { addObject, kindIcons, kindNames } from './addObject'
import { useBringIn } from '../incoming/bringIn'
import { useSounds } from '../sound/sounds'
import MenuItem from '../shared/MenuItem.vue'

const scene = useScene()
const sounds = useSounds()
const bringIn = useBringIn()
const kinds = computed<readonly ObjectKind[]>(() =>
  scene.id === null ? [] : allKinds().filter((kind) => kind !== 'mesh'),
)
</script>

<template>
  <BDropdown lazy size="sm" variant="quiet" toggle-class="btn-small add" no-caret strategy="fixed" end>
    <template #button-content>+ Add</template>
    <MenuItem v-for="kind in kinds" :key="kind" @click="addObject(kind)">
      <i :class="`bi ${kindIcons[kind]}`" aria-hidden="true" /> {{ kindNames[kind] }}
    </MenuItem>
    <BDropdownDivider />
    <MenuItem @click="bringIn.open()"> <i class="bi bi-box-arrow-in-down" aria-hidden="true" /> From a file… </MenuItem>
    <MenuItem @click="sounds.choose()"> <i class="bi bi-music-note-beamed" aria-hidden="true" /> Sound… </MenuItem>
  </BDropdown>
</template>

<style scoped>
:deep(.add) {
  height: 20px;
  border: 0;
  background: none;
  color: var(--dim);
}
:deep(.add:hover) {
  color: var(--text);
}
.bi {
  margin-right: 6px;
  color: var(--dim);
}
</style>
