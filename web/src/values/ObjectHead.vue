<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useSelection } from '../scene/selection'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import { usePlayhead } from '../timebar/playhead'
import NameField from '../shared/NameField.vue'
import { useWorking } from '../working/working'
import { useRenaming } from './renaming'

const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()
const renaming = useRenaming()
const working = useWorking()

const parents = computed(() => {
  void scene.rowsVersion
  // A parent comes before what moves with it.
  const inside = new Set([props.object.id])
  return scene.model.inOrder().filter(({ id, parent }) => {
    if (parent !== null && inside.has(parent)) inside.add(id)
    return !inside.has(id)
  })
})

const rename = (name: string) => void scene.edit({ edit: 'renameObject', object: props.object.id, name })

/** The padlock is its own, or that of what it moves with. */
function unlock(): void {
  let at: number | null = props.object.id
  while (at !== null && !working.locked.has(at)) at = scene.model.objects.get(at)?.parent ?? null
  if (at !== null) working.toggle('locked', [at])
}

/** Whether things stay where they are when they move with something else from now on. */
const keepsPlace = useStorage('zesty-keeps-place', true)
/** At how many frames the object's own transforms have keys: there it keeps its place. */
const keyTimes = computed(() => {
  void scene.rowsVersion
  const times = new Set<number>()
  for (const { name, keys } of props.object.channels.values())
    if (/^(position|rotation|scale)\./.test(name)) for (const time of keys.times) times.add(time)
  return times.size
})

function putUnder(event: Event): void {
  const { value } = event.target as HTMLSelectElement
  void scene.edit({
    edit: 'setParent',
    objects: [...selection.objects],
    parent: value === '' ? null : Number(value),
    keepAt: keepsPlace.value ? playhead.frame : null,
  })
}
</script>

<template>
  <header>
    <div class="title">
      <NameField
        :key="`${object.id} ${renaming.isIn(object.id, 'values')}`"
        v-slot="{ rename: begin }"
        :name="object.name"
        :begun="renaming.isIn(object.id, 'values')"
        @rename="rename"
        @done="renaming.end"
      >
        <button type="button" class="name" :title="`${object.name}\nClick to rename (F2)`" @click="begin">
          {{ object.name }}
        </button>
      </NameField>
      <button
        v-if="working.isLocked(object.id)"
        type="button"
        class="shut"
        title="Locked in this window; click to unlock"
        @click="unlock"
      >
        <i class="bi bi-lock-fill" aria-hidden="true" /> locked here
      </button>
      <span v-if="selection.objects.size > 1" class="dim">and {{ selection.objects.size - 1 }} more</span>
    </div>
    <label class="under">
      <span class="dim">{{ object.kind }}, parent</span>
      <select
        class="small-pick"
        v-stands="object.parent"
        aria-label="Parent"
        :disabled="working.isLocked(object.id)"
        @change="putUnder"
      >
        <option value="">none</option>
        <option v-for="parent in parents" :key="parent.id" :value="parent.id">{{ parent.name }}</option>
      </select>
    </label>
    <label class="keeps" title="When it gets another parent, or none">
      <input v-model="keepsPlace" type="checkbox" class="form-check-input" /> and keeps its place<template
        v-if="keyTimes"
      >
        at {{ keyTimes === 1 ? 'its key' : `each of its ${keyTimes} keyed frames` }}</template
      >
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
.shut {
  padding: 0 6px;
  border: 1px solid var(--line);
  border-radius: 999px;
  background: none;
  color: var(--picked);
  font-size: 11px;
  white-space: nowrap;
}
.shut:hover {
  border-color: var(--dim);
}
.under {
  display: flex;
  align-items: center;
  gap: 6px;
  font-size: 12px;
}
.keeps {
  display: flex;
  align-items: center;
  gap: 5px;
  margin-top: 3px;
  color: var(--dim);
  font-size: 11.5px;
}
.keeps input {
  margin: 0;
}
.under .dim {
  white-space: nowrap;
}
.under select {
  min-width: 0;
  max-width: 170px;
}
</style>
