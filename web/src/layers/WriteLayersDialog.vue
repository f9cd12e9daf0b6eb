<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLookAheadCurves } from '../curves/lookAheadCurves'
import WithinTolerance from '../curves/WithinTolerance.vue'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import { editOf, type LayerDialog } from './layerDialogs'
import { useLayers } from './layers'

/** Merges layers, or takes keys out into one; tells beforehand how many keys that makes and how far it is off. */
const props = defineProps<{ dialog: LayerDialog }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const layers = useLayers()
const tolerance = ref(0.001)
const edit = computed(() => editOf(props.dialog, tolerance.value))
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)

const below = computed(() => {
  if (props.dialog.kind !== 'down') return ''
  const order = layers.downwards.map(({ id }) => id)
  return layers.downwards[order.indexOf(props.dialog.layer) + 1]?.name ?? 'Base'
})
const words = computed(() => {
  const { dialog } = props
  if (dialog.kind === 'all')
    return {
      title: 'Merge all layers into the base',
      ok: 'Merge',
      text: 'What is seen becomes keys of the base, and the layers that are on go away. The motion stays.',
    }
  if (dialog.kind === 'down') {
    const name = scene.model.layers.get(dialog.layer)?.name ?? ''
    return {
      title: `Merge ${name} into ${below.value}`,
      ok: 'Merge',
      text: `${name} becomes a part of ${below.value} and goes away. The motion stays.`,
    }
  }
  return {
    title: 'Extract the selected keys into a layer',
    ok: 'Extract',
    text: 'The keys leave the base, and a new layer does what they did. The motion stays, and can be softened or switched off by the layer.',
  }
})

async function write(): Promise<void> {
  const before = new Set(scene.model.layers.keys())
  if (!(await scene.edit(edit.value))) return
  const made = [...scene.model.layers.keys()].find((id) => !before.has(id))
  if (made !== undefined) layers.activate(made)
}
</script>

<template>
  <AskDialog :title="words.title" :ok="words.ok" :ready="isTold" @done="write" @close="emit('close')">
    <p class="mb-0">{{ words.text }}</p>
    <WithinTolerance v-model="tolerance" label="Tolerance of the merge" :told="told" :wrong="wrong" />
  </AskDialog>
</template>
