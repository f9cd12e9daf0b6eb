<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ClipValues, Edit } from '../api/http'
import { useLookAheadCurves } from '../curves/lookAheadCurves'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'

/** Saves the selected keys as a clip. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const keys = selection.keySets()
const times = keys.flatMap((set) => set.times)
const frames = (Math.max(...times) - Math.min(...times)) / scene.settings.ticksPerFrame
const owner = scene.model.holder(keys[0]!.object)?.name ?? ''

const name = ref('')
const values = ref<ClipValues>('changes')
const inPlace = ref(false)
const edit = computed<Edit>(() => ({
  edit: 'saveClip',
  keys,
  name: name.value.trim() || null,
  values: values.value,
  inPlace: inPlace.value,
}))
/** Why these keys make no clip. */
const { told, wrong } = useLookAheadCurves(() => edit.value)
const ready = computed(() => told.value !== null && name.value.trim() !== '')

async function save(): Promise<void> {
  if ((await scene.edit(edit.value)) && inPlace.value) selection.clearKeys()
}
</script>

<template>
  <AskDialog title="Save keys as a clip" ok="Save" :ready="ready" @done="save" @close="emit('close')">
    <p class="mb-0">
      {{ times.length === 1 ? '1 key' : `${times.length} keys` }} of {{ owner }},
      {{ frames === 1 ? '1 frame' : `${Number(frames.toFixed(2))} frames` }} long. A clip can be placed on any object,
      repeated, and run at a rate of its own.
    </p>
    <input
      v-model="name"
      class="form-control"
      maxlength="80"
      placeholder="What is the motion called?"
      aria-label="Name of the clip"
      autofocus
    />
    <fieldset>
      <legend>Placed, it moves an object</legend>
      <label class="way">
        <input v-model="values" type="radio" class="form-check-input" value="changes" />
        <span><b>From where it is.</b> The first key is no change.</span>
      </label>
      <label class="way">
        <input v-model="values" type="radio" class="form-check-input" value="asTheyAre" />
        <span><b>By the keys’ own values.</b> For an object that rests at 0.</span>
      </label>
    </fieldset>
    <label class="way">
      <input v-model="inPlace" type="checkbox" class="form-check-input" />
      <span>Put the clip in place of these keys: the motion stays the same.</span>
    </label>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  </AskDialog>
</template>
