<script setup lang="ts">
import { computed, ref } from 'vue'
import { meansName } from '../desk/naming'
import type { SceneObject } from '../scene/sceneRows'

/** Which objects are meant. Those chosen stand first; of very many only the first are listed, until a part of a name is typed. */
const props = defineProps<{ objects: readonly SceneObject[] }>()
const chosen = defineModel<readonly number[]>({ required: true })
const text = ref('')
const mostListed = 100

const first = new Set(chosen.value)
const found = computed(() => {
  const isMeant = meansName(text.value)
  const wanted = props.objects.filter(({ name }) => text.value.trim() === '' || isMeant(name))
  return [...wanted.filter(({ id }) => first.has(id)), ...wanted.filter(({ id }) => !first.has(id))]
})
function set(id: number, event: Event): void {
  const others = chosen.value.filter((each) => each !== id)
  chosen.value = (event.target as HTMLInputElement).checked ? [...others, id] : others
}
</script>

<template>
  <input
    v-model="text"
    type="search"
    class="form-control form-control-sm"
    placeholder="Part of a name"
    aria-label="Part of a name"
  />
  <div class="list" role="group" aria-label="Objects">
    <label v-for="object in found.slice(0, mostListed)" :key="object.id" class="tick">
      <input
        type="checkbox"
        class="form-check-input"
        :checked="chosen.includes(object.id)"
        @change="set(object.id, $event)"
      />
      {{ object.name }}
    </label>
    <p v-if="found.length === 0" class="dim">No other object is called so.</p>
    <p v-else-if="found.length > mostListed" class="dim">
      and {{ found.length - mostListed }} more; type a part of a name
    </p>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 2px;
  max-height: 180px;
  margin-top: 8px;
  padding: 6px 10px;
  overflow-y: auto;
  border: 1px solid var(--line);
  border-radius: 9px;
}
.list p {
  margin: 0;
}
</style>
