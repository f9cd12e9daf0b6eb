<script setup lang="ts">
import type { SignedAxis } from '../api/http'
import { directionNames, directions } from '../paths/directions'
import { vStands } from '../scene/standing'

/** One of an object's own directions, to be picked. */
defineProps<{
  word: string
  label: string
  hint: string
  value: SignedAxis | null
  /** Another direction: only those that lie across it are offered. */ across?: SignedAxis | null
  /** What none of them is called, where that can be picked. */ none?: string
}>()
const emit = defineEmits<{ pick: [axis: SignedAxis | null] }>()

const isAcross = (axis: SignedAxis, other?: SignedAxis | null) => other?.at(-1) !== axis.at(-1)
const chosen = (event: Event) => ((event.target as HTMLSelectElement).value || null) as SignedAxis | null
</script>

<template>
  <label :title="hint">
    <span>{{ word }}</span>
    <select class="small-pick" :aria-label="label" v-stands="value" @change="emit('pick', chosen($event))">
      <option v-if="none" value="">{{ none }}</option>
      <option v-for="axis in directions.filter((each) => isAcross(each, across))" :key="axis" :value="axis">
        {{ directionNames[axis] }}
      </option>
    </select>
  </label>
</template>

<style scoped>
label {
  display: flex;
  align-items: center;
  gap: 5px;
}
select {
  height: 20px;
  max-width: 130px;
}
</style>
