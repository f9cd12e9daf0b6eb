<script setup lang="ts">
import { computed } from 'vue'
import { useChoice } from '../scene/choice'
import type { SceneObject } from '../scene/sceneModel'
import { useScene } from '../scene/sceneStore'
import NameField from '../shared/NameField.vue'

const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const choice = useChoice()

const parents = computed(() => {
  void scene.rowsVersion
  const inside = (id: number | null): boolean =>
    id !== null && (id === props.object.id || inside(scene.model.objects.get(id)?.parent ?? null))
  return scene.model.inOrder().filter((object) => !inside(object.id))
})

const rename = (name: string) => void scene.edit({ edit: 'renameObject', object: props.object.id, name })

function putUnder(event: Event): void {
  const { value } = event.target as HTMLSelectElement
  void scene.edit({ edit: 'setParent', objects: [props.object.id], parent: value === '' ? null : Number(value) })
}
</script>

<template>
  <header>
    <div class="title">
      <NameField v-slot="{ rename: begin }" :name="object.name" @rename="rename">
        <button type="button" class="name" title="Click to rename" @click="begin">{{ object.name }}</button>
      </NameField>
      <span v-if="choice.objects.size > 1" class="dim">and {{ choice.objects.size - 1 }} more</span>
    </div>
    <label class="under">
      <span class="dim">{{ object.kind }}, moves with</span>
      <select :value="object.parent ?? ''" aria-label="Moves with" @change="putUnder">
        <option value="">nothing</option>
        <option v-for="parent in parents" :key="parent.id" :value="parent.id">{{ parent.name }}</option>
      </select>
    </label>
  </header>
</template>

<style scoped>
.title {
  display: flex;
  align-items: baseline;
  gap: 8px;
  min-height: 26px;
}
.name {
  padding: 0 4px;
  margin-left: -4px;
  border: 0;
  border-radius: 6px;
  background: none;
  color: var(--text);
  font-size: 15px;
  font-weight: 650;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name:hover {
  background: var(--raised);
}
.under {
  display: flex;
  align-items: center;
  gap: 6px;
  font-size: 12px;
}
.under select {
  min-width: 0;
  max-width: 170px;
  padding: 1px 4px;
  color: var(--text);
  background: var(--ink);
  border: 1px solid var(--line);
  border-radius: 6px;
  font-size: 12px;
}
</style>
