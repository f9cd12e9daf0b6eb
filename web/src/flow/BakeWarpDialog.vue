<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLookAheadCurves } from '../curves/lookAheadCurves'
import WithinTolerance from '../curves/WithinTolerance.vue'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'

/** Writes a warp into the keys; tells beforehand how many keys that makes and how far it is off. */
const props = defineProps<{ warp: number }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const name = computed(() => scene.model.warps.get(props.warp)?.name ?? '')
const tolerance = ref(0.001)
const edit = computed(() => ({ edit: 'bakeWarp', warp: props.warp, tolerance: tolerance.value }) as const)
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)
</script>

<template>
  <AskDialog
    :title="`Bake ${name} into keys`"
    ok="Bake"
    :ready="isTold"
    @done="scene.edit(edit)"
    @close="emit('close')"
  >
    <p class="mb-0">The keys are rewritten so that the motion is the same without the warp, which then goes away.</p>
    <WithinTolerance v-model="tolerance" label="Tolerance of the bake" :told="told" :wrong="wrong" />
  </AskDialog>
</template>
