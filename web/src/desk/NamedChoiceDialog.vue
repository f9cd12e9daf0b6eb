<script setup lang="ts">
import { computed, ref } from 'vue'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'

/** Names the chosen objects, or changes a named choice. */
const props = defineProps<{ id: number | null }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const choice = useChoice()

const known = props.id === null ? undefined : scene.model.namedChoices.get(props.id)
const name = ref(known?.name ?? '')
const takesChosen = ref(false)
const objects = computed(() => (known && !takesChosen.value ? known.objects : [...choice.objects]))
const names = computed(() => objects.value.map((id) => scene.model.objects.get(id)?.name ?? '').join(', '))

async function keep(): Promise<void> {
  if (!name.value.trim()) return
  emit('close')
  await scene.edit({ edit: 'setNamedChoice', name: name.value, objects: objects.value, choice: known?.id })
}

async function remove(): Promise<void> {
  emit('close')
  await scene.edit({ edit: 'deleteNamedChoice', choice: known!.id })
}
</script>

<template>
  <BModal
    focus="[autofocus]"
    :model-value="true"
    no-animation
    :title="known ? 'Change the named choice' : 'Name the chosen objects'"
    centered
    @hidden="emit('close')"
  >
    <form id="named-choice" class="ask" @submit.prevent="keep">
      <label>
        Name
        <input v-model="name" class="form-control" aria-label="Name of the choice" maxlength="80" autofocus />
      </label>
      <label v-if="known && choice.objects.size" class="way">
        <input v-model="takesChosen" type="checkbox" class="form-check-input" />
        <span>Take the {{ choice.objects.size }} objects that are chosen now instead</span>
      </label>
      <span class="told">{{ names }}</span>
    </form>
    <template #footer>
      <BButton v-if="known" variant="quiet" class="me-auto" @click="remove">Forget it</BButton>
      <BButton variant="quiet" @click="emit('close')">Cancel</BButton>
      <BButton variant="lime" type="submit" form="named-choice" :disabled="!name.trim()">{{
        known ? 'Keep' : 'Name'
      }}</BButton>
    </template>
  </BModal>
</template>
