<script setup lang="ts">
import type { ClipRounds } from '../api/http'

/** What a clip does when it has been played through. */
defineProps<{ value: ClipRounds }>()
const emit = defineEmits<{ pick: [rounds: ClipRounds] }>()
const ways: { value: ClipRounds; label: string }[] = [
  { value: 'once', label: 'once' },
  { value: 'repeat', label: 'repeat' },
  { value: 'repeatOffset', label: 'with offset' },
]
const pick = (event: Event) => emit('pick', (event.target as HTMLSelectElement).value as ClipRounds)
</script>

<template>
  <select class="small-pick" aria-label="When it has been played through" :value="value" @change="pick">
    <option v-for="way in ways" :key="way.value" :value="way.value">{{ way.label }}</option>
  </select>
</template>
