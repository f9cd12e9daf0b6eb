<script setup lang="ts">
import { computed, ref } from 'vue'
import { useScene } from '../scene/sceneStore'
import { momentOf } from '../shared/when'
import AskDialog from '../shared/AskDialog.vue'
import { useComparing } from './comparing'

/** Which moment of the history the curves are compared with. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const comparing = useComparing()

/** The newest first; a step stands for the scene as it was after it. */
const steps = computed(() => [
  ...scene.history
    .map(({ seq, title, madeAt }) => ({ seq, label: `${seq} · ${title}`, at: momentOf(madeAt) }))
    .reverse(),
  { seq: scene.note.floor, label: 'Before the first change', at: '' },
])
const selected = ref(comparing.step ?? Math.max(0, scene.position - 1))
</script>

<template>
  <AskDialog
    title="Compare with the curves of earlier"
    ok="Compare"
    :ready="true"
    @done="comparing.past = { step: selected }"
    @close="emit('close')"
  >
    <p class="mb-0">Curves as they were after this change are drawn behind those of now, in tall lanes.</p>
    <select v-model="selected" class="form-select steps" size="9" aria-label="The curves after which change">
      <option v-for="step in steps" :key="step.seq" :value="step.seq">
        {{ step.label }}{{ step.at ? ` · ${step.at}` : '' }}
      </option>
    </select>
  </AskDialog>
</template>

<style scoped>
.steps {
  font-size: 12.5px;
}
</style>
