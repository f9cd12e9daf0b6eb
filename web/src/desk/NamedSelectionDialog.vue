<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'

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

const keep = () =>
  void scene.edit({ edit: 'setNamedSelection', name: name.value, objects: objects.value, selection: known?.id })
const forget = () => void scene.edit({ edit: 'deleteNamedSelection', selection: known!.id })
</script>

<template>
  <AskDialog
    :title="known ? 'Change the named selection' : 'Name the selected objects'"
    :ok="known ? 'Keep' : 'Name'"
    :ready="name.trim() !== ''"
    :remove="known && 'Forget it'"
    @done="keep"
    @remove="forget"
    @close="emit('close')"
  >
    <label>
      Name
      <input v-model="name" class="form-control" aria-label="Name of the selection" maxlength="80" autofocus />
    </label>
    <label v-if="known && selection.objects.size" class="way">
      <input v-model="takesSelected" type="checkbox" class="form-check-input" />
      <span>Take the {{ selection.objects.size }} objects that are selected now instead</span>
    </label>
    <span class="told">{{ names }}</span>
  </AskDialog>
</template>
