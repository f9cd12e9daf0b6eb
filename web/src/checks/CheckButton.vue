<script setup lang="ts">
import { computed } from 'vue'
import { useChecks } from './checks'

/** Shows the timing check or the values; how much it has found stands on it. */
const checks = useChecks()
const bad = computed(() => (checks.isOpen && checks.told ? checks.told.faults + checks.told.warnings : 0))
const hint = computed(() => (checks.isOpen ? 'Back to the values' : 'Look through the timing for what eyes miss'))
</script>

<template>
  <BButton
    variant="quiet"
    class="btn-small"
    :aria-pressed="checks.isOpen"
    aria-label="Timing check"
    :title="`${hint} (Shift K)`"
    @click="checks.toggle"
    ><i class="bi bi-check2-circle" aria-hidden="true" /><span v-if="bad" class="num bad">{{
      bad > 99 ? '99+' : bad
    }}</span></BButton
  >
</template>

<style scoped>
.bad {
  margin-left: 5px;
  font-size: 11.5px;
}
[aria-pressed='true'] {
  border-color: var(--dim);
}
</style>
