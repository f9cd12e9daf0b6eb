<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import { loosely } from '../loose/loose'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import { useLookAhead } from '../timebar/lookAhead'
import TimeField from '../timebar/TimeField.vue'
import NumberField from '../values/NumberField.vue'
import { useWarps } from './warps'

/** Motion on twos, threes and so on, for what is selected or for all; no key is touched. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const warps = useWarps()

const selected = warps.selectedObjects()
const whom = computed(() => {
  const [first, ...rest] = selected.map(({ object }) => scene.model.objects.get(object)?.name)
  return rest.length ? `${first} and ${rest.length} more` : first
})
const isAll = ref(selected.length === 0)
const targets = computed(() => (isAll.value ? null : selected))
const every = ref(2)
const [sceneFirst, sceneLast] = scene.settings.range
const first = ref(sceneFirst)
const last = ref(sceneLast)

const paces = ['ones', 'twos', 'threes', 'fours']
const edit = computed<Edit>(() => ({
  edit: 'stepTime',
  every: every.value,
  targets: targets.value,
  first: first.value,
  last: last.value,
}))
const { wrong, isTold } = useLookAhead(() => edit.value)
/** What goes by played time, and so by each frame still. */
const loose = computed(() => {
  const ids = isAll.value ? [...scene.model.objects.keys()] : selected.map(({ object }) => object)
  const names = ids.flatMap((id) => {
    const object = scene.model.objects.get(id)
    return object && loosely(object) !== '' ? [object.name] : []
  })
  if (every.value === 1 || names.length === 0) return ''
  const who = names.length > 2 ? `${names[0]} and ${names.length - 1} more` : names.join(' and ')
  return `What sways, lags or bounces still does so on each frame (${who}); bake that first to step it.`
})
</script>

<template>
  <AskDialog title="Play on twos, threes…" ok="Step" :ready="isTold" @done="scene.edit(edit)" @close="emit('close')">
    <div class="row-of-fields">
      <span class="paces" role="radiogroup" aria-label="On">
        <button
          v-for="(pace, i) in paces"
          :key="pace"
          type="button"
          role="radio"
          :aria-checked="every === i + 1"
          @click="every = i + 1"
        >
          {{ pace }}
        </button>
      </span>
      <NumberField
        :value="every"
        label="Frames that each picture stands"
        :decimals="0"
        :step="1"
        :least="1"
        :most="100"
        trim
        @hold="every = Math.round($event)"
        @keep="every = Math.round($event)"
      />
      {{ every === 1 ? 'frame' : 'frames' }} a picture
    </div>
    <div class="row-of-fields">
      of
      <select v-model="isAll" class="small-pick" aria-label="What is stepped">
        <option v-if="selected.length" :value="false">{{ whom }}</option>
        <option :value="true">the whole scene</option>
      </select>
    </div>
    <div class="row-of-fields">
      from
      <TimeField :frame="first" label="From frame" @hold="first = $event" @keep="first = $event" />
      to
      <TimeField :frame="last" label="To frame" @hold="last = $event" @keep="last = $event" />
    </div>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else class="told" role="status">
      {{ every === 1 ? 'Every frame is a picture of its own again.' : 'No key is touched.' }}
    </span>
    <span v-if="loose" class="told">{{ loose }}</span>
  </AskDialog>
</template>

<style scoped>
.paces {
  display: flex;
  gap: 4px;
}
.paces button {
  padding: 2px 10px;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: none;
  color: var(--text);
}
.paces button[aria-checked='true'] {
  border-color: transparent;
  background: var(--lemon);
  color: var(--on-lemon);
}
</style>
