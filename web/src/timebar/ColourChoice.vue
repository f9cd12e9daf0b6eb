<script setup lang="ts">
import type { BookmarkColour } from '../api/http'
import { bookmarkColours } from './bookmarks'

/** One of the colours of bookmarks, or, where that is a choice, any of them. */
defineProps<{ label: string; /** What stands for all of them; no such choice where it is left out. */ any?: string }>()
const colour = defineModel<BookmarkColour | null>({ required: true })
</script>

<template>
  <div class="row-of-fields" role="radiogroup" :aria-label="label">
    <label v-if="any" class="any">
      <input v-model="colour" type="radio" class="form-check-input" :name="label" :value="null" /> {{ any }}
    </label>
    <label
      v-for="each in bookmarkColours"
      :key="each"
      class="colour"
      :title="each"
      :style="{ '--own': `var(--${each})` }"
    >
      <input v-model="colour" type="radio" :name="label" :value="each" :aria-label="each" />
    </label>
  </div>
</template>

<style scoped>
.colour input {
  appearance: none;
  display: block;
  width: 24px;
  height: 24px;
  border: 4px solid var(--panel);
  border-radius: 8px;
  background: var(--own);
}
.colour input:checked {
  outline: 2px solid var(--text);
}
.any {
  margin-right: 6px;
}
</style>
