<script setup lang="ts">
/** How long the scene lasts now and would last, drawn one above the other on the same scale. */
const props = defineProps<{ before: number; after: number }>()
const part = (seconds: number) => (seconds / Math.max(props.before, props.after)) * 100
</script>

<template>
  <svg class="length-bar" viewBox="0 0 100 5" preserveAspectRatio="none" aria-hidden="true">
    <rect class="before" :width="part(before)" height="2" />
    <rect :width="part(after)" y="2.5" height="2.5" />
  </svg>
</template>
