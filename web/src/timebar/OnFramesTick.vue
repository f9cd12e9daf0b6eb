<script setup lang="ts">
import type { FrameRule } from '../api/http'
import { frameRules } from './frameRules'

/** Whether keys are put on whole frames afterwards, and what becomes of those that would meet; null where they are not. */
const rule = defineModel<FrameRule | null>({ required: true })
</script>

<template>
  <div class="row-of-fields">
    <label class="tick">
      <input
        type="checkbox"
        class="form-check-input"
        :checked="rule !== null"
        @change="rule = rule === null ? 'apart' : null"
      />
      Put the keys on whole frames
    </label>
    <label v-if="rule !== null" class="tick">
      <span class="dim">where they meet</span>
      <select v-model="rule" class="small-pick">
        <option v-for="{ rule: each, label } in frameRules" :key="each" :value="each">{{ label }}</option>
      </select>
    </label>
  </div>
</template>

<style scoped>
.tick {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
