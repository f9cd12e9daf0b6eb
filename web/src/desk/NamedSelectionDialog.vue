<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

/** Names the selected objects, or changes a named selection. */
const props = defineProps<{ id: number | null }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()

const known = props.id === null ? undefined : scene.model.namedSelections.get(props.id)
const name = ref(known?.name ?? '')
const takesSelected = ref(false)
const objects = computed(() => (known && !takesSelected.value ? known.objects : [...selection.objects]))
const names = computed(() => objects.value.map((id) => scene.model.objects.get(id)?.name ?? '').join(', '))

async function keep(): Promise<void> {
  if (!name.value.trim()) return
  emit('close')
  await scene.edit({ edit: 'setNamedSelection', name: name.value, objects: objects.value, selection: known?.id })
}

async function remove(): Promise<void> {
  emit('close')
  await scene.edit({ edit: 'deleteNamedSelection', selection: known!.id })
}
</script>

<template>
  <BModal
    focus="[autofocus]"
    :model-value="true"
    no-animation
    :title="known ? 'Change the named selection' : 'Name the selected objects'"
    centered
    @hidden="emit('close')"
  >
    <form id="named-selection" class="ask" @submit.prevent="keep">
      <label>
        Name
        <input v-model="name" class="form-control" aria-label="Name of the selection" maxlength="80" autofocus />
      </label>
      <label v-if="known && selection.objects.size" class="way">
        <input v-model="takesSelected" type="checkbox" class="form-check-input" />
        <span>Take the {{ selection.objects.size }} objects that are selected now instead</span>
      </label>
      <span class="told">{{ names }}</span>
    </form>
    <template #footer>
      <BButton v-if="known" variant="quiet" class="me-auto" @click="remove">Forget it</BButton>
      <BButton variant="quiet" @click="emit('close')">Cancel</BButton>
      <BButton variant="lime" type="submit" form="named-selection" :disabled="!name.trim()">{{
        known ? 'Keep' : 'Name'
      }}</BButton>
    </template>
  </BModal>
</template>
