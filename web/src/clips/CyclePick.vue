<script setup lang="ts">
import type { ClipCycle } from '../api/http'
import { vStands } from '../scene/standing'

/** What a clip does when it has been played through. */
defineProps<{ value: ClipCycle }>()
const emit = defineEmits<{ pick: [cycle: ClipCycle] }>()
const ways: { value: ClipCycle; label: string }[] = [
  { value: 'once', label: 'once' },
  { value: 'repeat', label: 'repeat' },
  { value: 'repeatOffset', label: 'with offset' },
]
const pick = (event: Event) => emit('pick', (event.target as HTMLSelectElement).value as ClipCycle)
</script>

<template>
  <select class="small-pick" aria-label="When it has been played through" v-stands="value" @change="pick">
    <option v-for="way in ways" :key="way.value" :value="way.value">{{ way.label }}</option>
  </select>
</template>
