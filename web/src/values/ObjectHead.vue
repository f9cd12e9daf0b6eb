<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useChoice } from '../scene/choice'
import type { SceneObject } from '../scene/sceneModel'
import { useScene } from '../scene/sceneStore'

const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const choice = useChoice()

const name = ref<string | null>(null)
const field = useTemplateRef<HTMLInputElement>('field')

const parents = computed(() => {
  void scene.rowsVersion
  const inside = (id: number | null): boolean =>
    id !== null && (id === props.object.id || inside(scene.model.objects.get(id)?.parent ?? null))
  return scene.model.inOrder().filter((object) => !inside(object.id))
})

async function rename(): Promise<void> {
  name.value = props.object.name
  await nextTick()
  field.value?.select()
}

function finish(): void {
  const wanted = name.value?.trim()
  name.value = null
  if (wanted && wanted !== props.object.name)
    void scene.edit({ edit: 'renameObject', object: props.object.id, name: wanted })
}

function press(event: KeyboardEvent): void {
  if (event.key === 'Escape') name.value = null
  if (event.key === 'Enter') finish()
}

function putUnder(event: Event): void {
  const { value } = event.target as HTMLSelectElement
  void scene.edit({ edit: 'setParent', objects: [props.object.id], parent: value === '' ? null : Number(value) })
}
</script>

<template>
  <header>
    <div class="title">
      <input
        v-if="name !== null"
        ref="field"
        v-model="name"
        class="form-control form-control-sm"
        maxlength="80"
        aria-label="Name"
        @blur="finish"
        @keydown.stop="press"
      />
      <button v-else type="button" class="name" title="Click to rename" @click="rename">{{ object.name }}</button>
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
