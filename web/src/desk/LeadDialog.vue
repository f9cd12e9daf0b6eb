<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import ToldLength from '../timebar/ToldLength.vue'
import { useLookAhead } from '../timebar/lookAhead'
import NumberField from '../values/NumberField.vue'
import AskDialog from '../shared/AskDialog.vue'

/** Pushes motion later and holds its first pose until it starts. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()

const frames = ref(Math.round(scene.settings.framesPerSecond / 2))
const whose = ref<'all' | 'selected'>('all')
const edit = computed<Edit>(() => ({
  edit: 'addLead',
  frames: frames.value,
  objects: whose.value === 'selected' ? [...selection.objects] : null,
}))
const { told, wrong, isTold } = useLookAhead(() => edit.value)

async function add(): Promise<void> {
  await scene.edit(edit.value)
}
</script>

<template>
  <AskDialog title="Add a lead" ok="Add the lead" :ready="isTold" @done="add" @close="emit('close')">
    <div class="row-of-fields">
      <NumberField
        :value="frames"
        label="Frames of lead"
        :decimals="0"
        :step="1"
        :least="1"
        @keep="frames = Math.round($event)"
      />
      frames of the first pose before anything moves
    </div>
    <fieldset>
      <legend>Whose motion</legend>
      <label class="way">
        <input v-model="whose" type="radio" class="form-check-input" value="all" />
        <span><b>All.</b> The scene grows by as much.</span>
      </label>
      <label class="way">
        <input
          v-model="whose"
          type="radio"
          class="form-check-input"
          value="selected"
          :disabled="selection.objects.size === 0"
        />
        <span
          ><b>That of the selected objects.</b>
          {{ selection.objects.size ? `${selection.objects.size} selected.` : 'Nothing is selected.' }}</span
        >
      </label>
    </fieldset>
    <ToldLength :told="told" :wrong="wrong" />
  </AskDialog>
</template>
