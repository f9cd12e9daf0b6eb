<script setup lang="ts">
import { RouterLink } from 'vue-router'

/** Leads from animating a scene to its reels, and back. */
defineProps<{ id: number; at: 'animate' | 'reels' }>()
</script>

<template>
  <nav class="switch" aria-label="Pages of the scene">
    <RouterLink
      :to="`/scenes/${id}`"
      class="folds-4"
      :class="{ on: at === 'animate' }"
      :aria-current="at === 'animate' ? 'page' : undefined"
      >Animate</RouterLink
    >
    <RouterLink
      :to="`/scenes/${id}/reels`"
      :class="{ on: at === 'reels' }"
      :aria-current="at === 'reels' ? 'page' : undefined"
      >Reels</RouterLink
    >
  </nav>
</template>

<style scoped>
.switch {
  display: flex;
  flex: none;
  gap: 2px;
  padding: 2px;
  border-radius: 9px;
  background: var(--panel);
}
.switch a {
  padding: 3px 12px;
  border-radius: 7px;
  color: var(--dim);
  font-size: 12.5px;
  text-decoration: none;
}
.switch a:hover {
  color: var(--text);
}
.switch a.on {
  background: var(--cream);
  color: var(--on-cream);
  font-weight: 650;
}
</style>
