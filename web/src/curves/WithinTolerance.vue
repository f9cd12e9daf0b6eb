<script setup lang="ts">
import { computed } from 'vue'
import type { CurveMessage } from '../api/messages'
import NumberField from '../values/NumberField.vue'
import { useToldCurve } from './toldCurve'

/** How far keys that are written may be off, and what that makes of them. */
const props = withDefaults(
  defineProps<{
    label: string
    told: CurveMessage | null
    wrong: string
    least?: number
    /** What is said before and after the field. */
    before?: string
    after?: string
  }>(),
  { least: 0.000001, before: 'at most', after: 'off, in each value’s unit' },
)
const tolerance = defineModel<number>({ required: true })
const inWords = useToldCurve()
const most = computed(() => props.told && inWords(props.told))
</script>

<template>
  <div class="row-of-fields">
    {{ before }}
    <NumberField
      :value="tolerance"
      :label="label"
      :decimals="6"
      :step="0.001"
      :least="least"
      trim
      @hold="tolerance = $event"
      @keep="tolerance = $event"
    />
    {{ after }}
  </div>
  <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  <span v-else-if="told" class="told" role="status">
    {{ told.keys }} keys become {{ told.keysAfter
    }}<template v-if="most">; the largest difference is {{ most.off }}, {{ most.where }}</template
    ><template v-else>; nothing differs</template>
  </span>
  <span v-else class="told">Looking at what it would do…</span>
</template>
