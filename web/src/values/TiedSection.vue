<script setup lang="ts">
/** What ties an object to others: a row of small picks with a word before each. */
defineProps<{ label: string }>()
</script>

<template>
  <section class="tied" :aria-label="label"><slot /></section>
</template>

<style scoped>
.tied {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 3px 12px;
  margin-top: 4px;
  color: var(--dim);
  font-size: 12px;
}
.tied :slotted(label) {
  display: flex;
  align-items: center;
  gap: 5px;
}
</style>
