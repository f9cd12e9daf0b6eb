<script setup lang="ts">
import LandDialog from './LandDialog.vue'
import { useRecording } from './recording'

const recording = useRecording()
</script>

<template>
  <LandDialog v-if="recording.landing" :ids="recording.landing" @close="recording.landing = null" />
</template>
