<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit, FrameRule } from '../api/http'
import { useSelection } from '../scene/selection'
import { frameRules } from '../timebar/frameRules'
import { useLookAhead } from '../timebar/lookAhead'
import { useArranging } from './arranging'
import AskDialog from '../shared/AskDialog.vue'

const emit = defineEmits<{ close: [] }>()
const selection = useSelection()
const arranging = useArranging()

const keys = computed(() => selection.keySets())
const rule = ref<FrameRule>('apart')
const edit = computed<Edit>(() => ({ edit: 'putOnFrames', keys: keys.value, rule: rule.value }))
/** How many would give way, if any were to. */
const { told: withLoss } = useLookAhead(() => ({ edit: 'putOnFrames', keys: keys.value, rule: 'nearest' }))
const meeting = computed(() => (withLoss.value ? withLoss.value.keys - withLoss.value.keysAfter : 0))
const { told, wrong, isTold } = useLookAhead(() => edit.value)
const moving = computed(() => (told.value ? told.value.betweenFrames - told.value.betweenFramesAfter : 0))
const merging = computed(() => (told.value ? told.value.keys - told.value.keysAfter : 0))

async function put(): Promise<void> {
  await arranging.make(edit.value)
}
</script>

<template>
  <AskDialog
    title="Put on whole frames"
    ok="Put on frames"
    :ready="isTold && moving > 0"
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
    <fieldset v-if="meeting > 0">
      <legend>Where keys meet on a frame</legend>
      <label v-for="{ rule: each, label } in frameRules" :key="each" class="way">
        <input v-model="rule" type="radio" class="form-check-input" :value="each" />
        <span>{{ label }}</span>
      </label>
    </fieldset>
  </AskDialog>
</template>
