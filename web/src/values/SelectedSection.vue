<script setup lang="ts">
/** What is selected on the desk, above the object's values. */
defineProps<{ title: string; label: string }>()
</script>

<template>
  <section class="selected" :aria-label="label">
    <h2 class="title">{{ title }}</h2>
    <div class="fields"><slot name="fields" /></div>
    <slot />
  </section>
</template>

<style scoped>
.selected {
  padding-bottom: 8px;
  margin-bottom: 4px;
  border-bottom: 1px solid var(--line-soft);
}
.title {
  margin: 0 0 4px;
  font-size: 12px;
  font-weight: 600;
  color: var(--picked);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.fields {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto minmax(0, 1fr);
  align-items: center;
  gap: 4px 8px;
}
.fields :slotted(.wide) {
  grid-column: span 3;
}
</style>
