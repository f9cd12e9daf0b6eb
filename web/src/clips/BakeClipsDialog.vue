<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLookAheadCurves } from '../curves/lookAheadCurves'
import WithinTolerance from '../curves/WithinTolerance.vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'

/** Writes the clips of the objects that have selected ones down as keys. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const objects = [...new Set([...selection.clips].flatMap((id) => scene.model.placed.get(id)?.object ?? []))]
const what = objects.length === 1 ? (scene.model.objects.get(objects[0]!)?.name ?? '') : `${objects.length} objects`
const tolerance = ref(0.001)
const edit = computed(() => ({ edit: 'bakeClips', objects, tolerance: tolerance.value }) as const)
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)

async function bake(): Promise<void> {
  if (await scene.edit(edit.value)) selection.clearClips()
}
</script>

<template>
  <AskDialog
    :title="`Bake the clips of ${what} into keys`"
    ok="Bake"
    :ready="isTold"
    @done="bake"
    @close="emit('close')"
  >
    <p class="mb-0">
      All clips on {{ what }} become keys of its own, and the motion stays. The clips are kept to be placed again.
    </p>
    <WithinTolerance v-model="tolerance" label="Tolerance" :told="told" :wrong="wrong" />
  </AskDialog>
</template>
