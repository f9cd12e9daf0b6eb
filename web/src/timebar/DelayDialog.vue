<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import NumberField from '../values/NumberField.vue'
import ToldLength from './ToldLength.vue'
import { useLookAhead } from './lookAhead'

/** Lets all motion begin later; the scene starts where it did, and grows. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const frames = ref(Math.round(scene.settings.framesPerSecond / 2))
const edit = computed<Edit>(() => ({ edit: 'delayAll', frames: frames.value }))
const { told, wrong, isTold } = useLookAhead(() => edit.value)
</script>

<template>
  <AskDialog
    title="All motion later"
    ok="Make it later"
    :ready="isTold"
    @done="scene.edit(edit)"
    @close="emit('close')"
  >
    <div class="row-of-fields">
      by
      <NumberField
        :value="frames"
        label="How many frames later"
        :decimals="0"
        :step="1"
        :least="1"
        @hold="frames = Math.round($event)"
        @keep="frames = Math.round($event)"
      />
      frames: keys, warps, clips and bookmarks
    </div>
    <ToldLength :told="told" :wrong="wrong" />
  </AskDialog>
</template>
