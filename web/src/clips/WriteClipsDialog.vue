<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLookAheadCurves } from '../curves/lookAheadCurves'
import WithinTolerance from '../curves/WithinTolerance.vue'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'

/** Writes the clips of the objects that have chosen ones down as keys. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const choice = useChoice()
const objects = [...new Set([...choice.clips].flatMap((id) => scene.model.placed.get(id)?.object ?? []))]
const what = objects.length === 1 ? (scene.model.objects.get(objects[0]!)?.name ?? '') : `${objects.length} objects`
const tolerance = ref(0.001)
const edit = computed(() => ({ edit: 'writeClips', objects, tolerance: tolerance.value }) as const)
const { told, wrong } = useLookAheadCurves(() => edit.value)

async function write(): Promise<void> {
  if (await scene.edit(edit.value)) choice.clearClips()
}
</script>

<template>
  <AskDialog
    :title="`Write the clips of ${what} as keys`"
    ok="Write"
    :ready="told !== null"
    @done="write"
    @close="emit('close')"
  >
    <p class="mb-0">
      All clips on {{ what }} become keys of its own, and the motion stays. The clips are kept to be placed again.
    </p>
    <WithinTolerance v-model="tolerance" label="Tolerance" :told="told" :wrong="wrong" />
  </AskDialog>
</template>
