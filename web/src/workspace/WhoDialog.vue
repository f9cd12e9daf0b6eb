<script setup lang="ts">
import { ref } from 'vue'
import { usePerson } from '../scene/person'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'

/** Asks for the name that goes with one's edits in the history. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const person = usePerson()
const name = ref(person.name.value)

function close(): void {
  person.asked.value = true
  emit('close')
}
</script>

<template>
  <AskDialog title="Who are you?" ok="Keep" :ready="true" @done="scene.rename(name.trim())" @close="close">
    <p class="mb-2">Your name goes with your changes in the history, so that others know whose they are.</p>
    <label class="form-label" for="who">Name</label>
    <input id="who" v-model="name" class="form-control" maxlength="40" autocomplete="nickname" autofocus />
  </AskDialog>
</template>
