<script setup lang="ts">
import { computed } from 'vue'
import { workingIcons, useWorking, type Working } from './working'

/** How many objects this window hides, locks and shows alone; a click ends it. */
const working = useWorking()
const words: Record<Working, [is: string, end: string]> = {
  hidden: ['hidden in this window', 'show them'],
  locked: ['locked in this window', 'open them'],
  solo: ['shown alone in this window', 'show the others'],
}
const counts = computed(() =>
  (Object.keys(words) as Working[]).flatMap((what) => {
    const count = working[what].size
    const [is, end] = words[what]
    return count ? [{ what, count, icon: workingIcons[what][1], hint: `${count} ${is}; click to ${end}` }] : []
  }),
)
</script>

<template>
  <span v-if="counts.length" class="counts">
    <button
      v-for="{ what, count, icon, hint } in counts"
      :key="what"
      type="button"
      class="num"
      :title="hint"
      :aria-label="hint"
      @click="working.clear(what)"
    >
      <i :class="`bi ${icon}`" aria-hidden="true" />{{ count }}
    </button>
  </span>
</template>

<style scoped>
.counts {
  display: flex;
}
button {
  padding: 2px 4px;
  border: 0;
  border-radius: 6px;
  background: none;
  color: var(--text);
}
button:hover {
  background: var(--raised);
}
.bi {
  margin-right: 2px;
  color: var(--lemon);
}
</style>
