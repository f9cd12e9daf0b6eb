<script setup lang="ts">
import { useRecording } from './recording'

const recording = useRecording()
</script>

<template>
  <BButton
    variant="quiet"
    :class="{ on: recording.isActive }"
    :aria-pressed="recording.isOpen"
    title="Record motion by hand or by a device (R)"
    aria-label="Record"
    @click="recording.isActive ? recording.finish(true) : (recording.isOpen = !recording.isOpen)"
  >
    <i class="bi bi-record-circle" aria-hidden="true" /> <span class="folds-2">Record</span>
  </BButton>
</template>

<style scoped>
.on {
  --bs-btn-bg: var(--tangerine);
  --bs-btn-color: var(--on-tangerine);
  --bs-btn-hover-bg: var(--tangerine);
  --bs-btn-hover-color: var(--on-tangerine);
}
</style>
