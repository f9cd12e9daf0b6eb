<script setup lang="ts">
import { computed, onBeforeUnmount, reactive, watchEffect } from 'vue'
import type { Edit } from '../api/http'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useTriedEdit } from '../scene/triedEdit'
import AskDialog from '../shared/AskDialog.vue'
import { usePivotMark } from '../stage/pivotMark'
import { useLookAhead } from '../timebar/lookAhead'
import { usePlayhead } from '../timebar/playhead'

/** Groups the selected objects about a place of the box around them, where they are turned and scaled from then on. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()

const objects = [...selection.objects]
const whose = computed(() => {
  const [first] = objects
  return objects.length === 1 ? (scene.model.objects.get(first!)?.name ?? '') : `${objects.length} objects`
})
const axes = [
  { axis: 'x', name: 'Across', ways: ['Left', 'Middle', 'Right'] },
  { axis: 'y', name: 'Up', ways: ['Foot', 'Middle', 'Top'] },
  { axis: 'z', name: 'Deep', ways: ['Back', 'Middle', 'Front'] },
] as const
const pivot = reactive({ x: 0, y: -1, z: 0 })

const edit = computed<Edit>(() => ({ edit: 'groupObjects', objects, at: playhead.frame, pivot: { ...pivot } }))
const { wrong, isTold } = useLookAhead(() => edit.value)
const { keep } = useTriedEdit(() => edit.value, {
  tryOn: scene.tryEdit,
  make: async (final) => {
    const kept = await scene.keepTry(final)
    if (kept?.added.length) selection.select(kept.added)
  },
  cancel: () => scene.dropTry(),
})

/** The group that is tried is what they hang in meanwhile, and did not before. */
const mark = usePivotMark()
const parents = new Set(objects.map((id) => scene.model.objects.get(id)?.parent))
watchEffect(() => {
  void scene.structureVersion
  const now = objects.map((id) => scene.model.objects.get(id)?.parent)
  mark.group = now.find((parent) => parent != null && !parents.has(parent)) ?? null
})
onBeforeUnmount(() => (mark.group = null))
</script>

<template>
  <AskDialog title="Group with a pivot" ok="Group" aside :ready="isTold" @done="keep" @close="emit('close')">
    <span class="told">A group that turns and scales {{ whose }} about this place. All moves on as it did.</span>
    <fieldset v-for="{ axis, name, ways } in axes" :key="axis" class="axis">
      <legend>{{ name }} ({{ axis }})</legend>
      <label v-for="(way, i) in ways" :key="way" class="tick">
        <input v-model="pivot[axis]" type="radio" class="form-check-input" :name="axis" :value="i - 1" /> {{ way }}
      </label>
    </fieldset>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  </AskDialog>
</template>

<style scoped>
.axis {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px 10px;
}
.axis legend {
  grid-column: 1 / -1;
}
</style>
