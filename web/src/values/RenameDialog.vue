<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import { stemOf } from '../desk/naming'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useAnswer } from '../shared/answers'
import AskDialog from '../shared/AskDialog.vue'
import NumberField from './NumberField.vue'

/** Renames the selected objects: a part of each name is replaced, or all are numbered. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()

const objects = computed(() => scene.model.inOrder().filter(({ id }) => selection.objects.has(id)))
const way = ref<'part' | 'number'>(objects.value.length > 1 ? 'number' : 'part')
const find = ref(stemOf(objects.value[0]?.name ?? ''))
const put = ref('')
const base = ref(stemOf(objects.value[0]?.name ?? ''))
const from = ref(1)
const digits = ref(1)

const edit = computed<Edit | null>(() => {
  const ids = objects.value.map(({ id }) => id)
  if (way.value === 'part')
    return find.value ? { edit: 'renameObjects', objects: ids, find: find.value, put: put.value } : null
  if (!base.value.trim()) return null
  return { edit: 'renameObjects', objects: ids, put: base.value, from: from.value, digits: digits.value }
})
const { told, wrong, isTold } = useAnswer(
  () => JSON.stringify(edit.value),
  () => edit.value && scene.newNames(edit.value),
)
const mostShown = 6
const changes = computed(() =>
  isTold.value
    ? objects.value.flatMap(({ id, name }, i) => (told.value![i] === name ? [] : { id, name, next: told.value![i] }))
    : [],
)

async function rename(): Promise<void> {
  await scene.edit(edit.value!)
}
</script>

<template>
  <AskDialog
    :title="objects.length === 1 ? `Rename ${objects[0]!.name}` : `Rename ${objects.length} objects`"
    ok="Rename"
    :ready="isTold && changes.length > 0"
    @done="rename"
    @close="emit('close')"
  >
    <fieldset>
      <legend>How</legend>
      <label class="way">
        <input v-model="way" type="radio" class="form-check-input" value="number" />
        <span>Call all the same, and number them</span>
      </label>
      <label class="way">
        <input v-model="way" type="radio" class="form-check-input" value="part" />
        <span>Replace a part of each name</span>
      </label>
    </fieldset>
    <div v-if="way === 'part'" class="row-of-fields">
      <input v-model="find" class="form-control" maxlength="80" aria-label="Part to replace" autofocus />
      becomes
      <input v-model="put" class="form-control" maxlength="80" aria-label="What comes in its place" />
    </div>
    <div v-else class="row-of-fields">
      <input v-model="base" class="form-control" maxlength="72" aria-label="Name" autofocus /> from
      <NumberField
        :value="from"
        label="First number"
        :decimals="0"
        :step="1"
        :least="0"
        :most="999999"
        @hold="from = $event"
        @keep="from = $event"
      />
      with
      <NumberField
        :value="digits"
        label="Digits"
        :decimals="0"
        :step="1"
        :least="1"
        :most="6"
        @hold="digits = $event"
        @keep="digits = $event"
      />
      {{ digits === 1 ? 'digit' : 'digits' }}
    </div>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <ul v-else-if="changes.length" class="names" role="status">
      <li v-for="{ id, name, next } in changes.slice(0, mostShown)" :key="id">
        <span class="dim">{{ name }}</span> <i class="bi bi-arrow-right" aria-hidden="true" /> {{ next }}
      </li>
      <li v-if="changes.length > mostShown" class="dim">and {{ changes.length - mostShown }} more</li>
    </ul>
    <span v-else-if="isTold" class="told">No name changes.</span>
  </AskDialog>
</template>

<style scoped>
.row-of-fields > :deep(.field) {
  width: 64px;
}
.row-of-fields .form-control {
  flex: 1 1 120px;
  width: auto;
}
.names {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 12.5px;
}
.names li {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
