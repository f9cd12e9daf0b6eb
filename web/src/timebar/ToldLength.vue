<script setup lang="ts">
import type { TimeMessage } from '../api/messages'
import LengthBars from './LengthBars.vue'

/** What an edit of time would do to the scene's range and length, or why it cannot be done. The slot stands before it. */
defineProps<{ told: TimeMessage | null; wrong: string }>()
</script>

<template>
  <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  <div v-else-if="told">
    <span class="told"
      ><template v-if="$slots.default"><slot /> · </template>scene {{ told.range[0] }} to {{ told.range[1] }} ·
      {{ told.seconds.toFixed(2) }} s become {{ told.secondsAfter.toFixed(2) }} s</span
    >
    <LengthBars :before="told.seconds" :after="told.secondsAfter" />
  </div>
</template>
