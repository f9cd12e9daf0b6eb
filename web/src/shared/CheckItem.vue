<script setup lang="ts">
/** A line of a menu that can be on or off beside others. */
defineProps<{ on: boolean }>()
defineEmits<{ click: [] }>()
</script>

<template>
  <BDropdownItemButton role="menuitemcheckbox" :aria-checked="on" @click="$emit('click')">
    <i class="bi bi-check-lg check" :class="{ on }" aria-hidden="true" /><slot />
  </BDropdownItemButton>
</template>

<style scoped>
.check {
  margin: 0 7px 0 -5px;
  color: var(--lime);
  visibility: hidden;
}
.check.on {
  visibility: visible;
}
[data-bs-theme='light'] .check {
  color: var(--mint);
}
</style>
