<script setup lang="ts">
import type { CurveMessage } from '../api/messages'
import NumberField from '../values/NumberField.vue'
import ToldCurve from './ToldCurve.vue'

/** How far keys that are written may be off, and what that makes of them. */
defineProps<{ label: string; told: CurveMessage | null; wrong: string }>()
const tolerance = defineModel<number>({ required: true })
</script>

<template>
  <div class="row-of-fields">
    at most
    <NumberField
      :value="tolerance"
      :label="label"
      :decimals="6"
      :step="0.001"
      :least="0.000001"
      trim
      @hold="tolerance = $event"
      @keep="tolerance = $event"
    />
    off, in each value’s unit
  </div>
  <ToldCurve :told="told" :wrong="wrong" />
</template>
