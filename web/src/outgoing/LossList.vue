<script setup lang="ts">
import type { OutgoingTold } from '../api/http'

/** What cannot go out or come in, in words. */
withDefaults(defineProps<{ losses: OutgoingTold['losses']; label?: string }>(), {
  label: 'What this format cannot hold',
})
/** So many names are told; the others are counted. */
const most = 4
const named = (of: readonly string[]) =>
  of.length > most ? `${of.slice(0, most).join(', ')} and ${of.length - most} more` : of.join(', ')
</script>

<template>
  <ul v-if="losses.length" class="losses" :aria-label="label">
    <li v-for="loss in losses" :key="loss.what" :title="loss.of.join(', ')">
      <b>{{ loss.what }}</b> {{ loss.why }}<span v-if="loss.of.length" class="dim">: {{ named(loss.of) }}</span>
    </li>
  </ul>
</template>

<style scoped>
.losses {
  max-height: 170px;
  margin: 0;
  padding: 8px 10px 8px 24px;
  border: 1px solid var(--line);
  border-radius: 8px;
  overflow-y: auto;
  font-size: 12.5px;
}
li + li {
  margin-top: 3px;
}
b {
  font-weight: 600;
}
</style>
