<script setup lang="ts">
import type { OutgoingFormatTold } from '../api/http'

/** The formats in which a scene goes out, one of which is chosen. */
defineProps<{ formats: readonly OutgoingFormatTold[] }>()
const chosen = defineModel<string>({ required: true })
</script>

<template>
  <fieldset class="formats">
    <legend class="visually-hidden">Format</legend>
    <label v-for="each in formats" :key="each.ending" :class="{ chosen: each.ending === chosen }" :title="each.for">
      <input v-model="chosen" type="radio" name="format" class="visually-hidden" :value="each.ending" />
      <span>{{ each.name }}</span>
      <span class="num dim">{{ each.ending }}</span>
    </label>
  </fieldset>
</template>

<style scoped>
.formats {
  display: grid;
  align-content: start;
  gap: 1px;
  grid-template-columns: minmax(0, 1fr);
  flex: none;
  width: 296px;
  max-height: 56vh;
  padding: 2px;
  overflow-y: auto;
}
label {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 4px 9px;
  border-radius: 6px;
  cursor: pointer;
  white-space: nowrap;
}
label:hover {
  background: var(--raised);
}
label.chosen {
  background: var(--raised);
  box-shadow: inset 3px 0 0 var(--lime);
}
label:focus-within:has(:focus-visible) {
  outline: 2px solid var(--lime);
  outline-offset: -2px;
}
.num {
  font-size: 11.5px;
}
</style>
