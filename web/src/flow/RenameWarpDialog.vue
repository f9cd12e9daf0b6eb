<script setup lang="ts">
import { ref } from 'vue'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'

const props = defineProps<{ warp: number }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const name = ref(scene.model.warps.get(props.warp)?.name ?? '')
</script>

<template>
  <AskDialog
    title="Rename the warp"
    ok="Rename"
    :ready="name.trim() !== ''"
    @done="scene.edit({ edit: 'setWarp', warp, name })"
    @close="emit('close')"
  >
    <input v-model="name" class="form-control" maxlength="80" aria-label="Name of the warp" autofocus />
  </AskDialog>
</template>
