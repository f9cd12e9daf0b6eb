<script setup lang="ts">
import NumberField from './NumberField.vue'

/** By which chance something is made: a number, and a button that takes the next one. */
const seed = defineModel<number>({ required: true })
defineProps<{ /** What another seed gives. */ another: string }>()
</script>

<template>
  <div class="row-of-fields">
    <NumberField
      :value="seed"
      label="Seed"
      :decimals="0"
      :step="1"
      :least="0"
      :most="999999"
      @hold="seed = $event"
      @keep="seed = $event"
    />
    seed
    <BButton variant="quiet" class="btn-small" :title="another" @click="seed++">Another</BButton>
  </div>
</template>
