<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import { useSelection } from '../scene/selection'
import { useLookAhead } from '../timebar/lookAhead'
import { useArranging } from './arranging'
import AskDialog from '../shared/AskDialog.vue'

const emit = defineEmits<{ close: [] }>()
const selection = useSelection()
const arranging = useArranging()

const keys = computed(() => selection.keySets())
const survivor = ref<'nearest' | 'earliest' | 'latest'>('nearest')
const edit = computed<Edit>(() => ({ edit: 'putOnFrames', keys: keys.value, survivor: survivor.value }))
const { told, wrong } = useLookAhead(() => edit.value)
const moving = computed(() => (told.value ? told.value.betweenFrames - told.value.betweenFramesAfter : 0))
const merging = computed(() => (told.value ? told.value.keys - told.value.keysAfter : 0))
const rules = [
  { rule: 'nearest', label: 'The one nearest to the frame' },
  { rule: 'earliest', label: 'The earliest' },
  { rule: 'latest', label: 'The latest' },
] as const

async function put(): Promise<void> {
  await arranging.make(edit.value)
}
</script>

<template>
  <AskDialog
    title="Put on whole frames"
    ok="Put on frames"
    :ready="told !== null && moving > 0"
    @done="put"
    @close="emit('close')"
  >
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <p v-else-if="told" class="mb-0">
      {{
        moving === 0
          ? 'All selected keys stand on whole frames already.'
          : `${moving === 1 ? '1 key stands' : `${moving} keys stand`} between frames.`
      }}
      {{
        merging === 0 ? '' : `${merging === 1 ? '1 key' : `${merging} keys`} would meet others on a frame and give way.`
      }}
    </p>
    <fieldset v-if="merging > 0">
      <legend>Where keys meet, this one stays</legend>
      <label v-for="{ rule, label } in rules" :key="rule" class="way">
        <input v-model="survivor" type="radio" class="form-check-input" :value="rule" />
        <span>{{ label }}</span>
      </label>
    </fieldset>
  </AskDialog>
</template>
