<script setup lang="ts">
import { computed, ref } from 'vue'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'

/** Asks for the timecode of the scene's first frame. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const typed = ref(scene.settings.start)
const wanted = computed(() => typed.value.trim())
const isOne = computed(() => /^(\d{1,2}[:;]){1,3}\d{1,3}$/.test(wanted.value))
</script>

<template>
  <AskDialog
    size="sm"
    title="Start of the timecode"
    ok="Start there"
    :ready="isOne && wanted !== scene.settings.start"
    @done="scene.edit({ edit: 'setStart', timecode: wanted })"
    @close="emit('close')"
  >
    <label>
      Timecode of frame {{ scene.settings.range[0] }}, the first
      <input
        v-model="typed"
        class="form-control num"
        :class="{ 'is-invalid': !isOne }"
        :aria-invalid="!isOne"
        aria-label="Timecode of the first frame"
        placeholder="01:00:00:00"
        maxlength="16"
        spellcheck="false"
        autofocus
      />
      <span v-if="!isOne" class="wrong" role="alert">Write hours, minutes, seconds and frames, as 01:00:00:00.</span>
    </label>
    <span class="told">Frame numbers and keys stay as they are.</span>
  </AskDialog>
</template>
