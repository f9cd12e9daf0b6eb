<script setup lang="ts">
import NumberField from '../values/NumberField.vue'

/** How far fewer keys may be off the samples that they are made of. */
const lengths = defineModel<number>('lengths', { required: true })
const degrees = defineModel<number>('degrees', { required: true })
</script>

<template>
  <NumberField
    :value="lengths"
    label="Tolerance in lengths"
    :decimals="6"
    :step="0.001"
    :least="0"
    trim
    @hold="lengths = $event"
    @keep="lengths = $event"
  />
  lengths and
  <NumberField
    :value="degrees"
    label="Tolerance in degrees"
    unit="°"
    :decimals="4"
    :step="0.1"
    :least="0"
    trim
    @hold="degrees = $event"
    @keep="degrees = $event"
  />
  (0 keeps each sample)
</template>
