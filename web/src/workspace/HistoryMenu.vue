<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'

const scene = useScene()
const shownAtMost = 200
const newestFirst = computed(() => scene.history.slice(-shownAtMost).reverse())
const time = (at: string) => new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <BDropdown
    lazy
    size="sm"
    variant="pill"
    toggle-class="history"
    no-caret
    strategy="fixed"
    title="Every change is kept. Open the list to go back to any of them"
  >
    <template #button-content>{{
      scene.busy ? 'Keeping…' : scene.position === 0 ? 'Kept' : `Kept · change ${scene.position}`
    }}</template>
    <BDropdownText v-if="scene.history.length === 0">No changes yet</BDropdownText>
    <BDropdownItemButton
      v-for="entry in newestFirst"
      :key="entry.seq"
      :active="entry.seq === scene.position"
      @click="scene.goTo(entry.seq)"
    >
      <span class="line" :class="{ undone: entry.seq > scene.position }"
        ><span class="num seq">{{ entry.seq }}</span
        >{{ entry.title }}<span class="num at">{{ time(entry.madeAt) }}</span></span
      >
    </BDropdownItemButton>
    <BDropdownItemButton
      v-if="scene.history.length && scene.history.length <= shownAtMost"
      :active="scene.position === 0"
      @click="scene.goTo(0)"
    >
      <span class="line"><span class="num seq">0</span>Before the first change</span>
    </BDropdownItemButton>
  </BDropdown>
</template>

<style scoped>
:deep(.history) {
  padding: 3px 10px;
  border: 1px solid var(--line);
  border-radius: 999px;
  color: var(--dim);
  font-size: 12px;
  line-height: 1.3;
}
:deep(.history:hover) {
  color: var(--text);
  border-color: var(--dim);
}
.line {
  display: flex;
  gap: 10px;
  max-width: 420px;
}
.undone {
  opacity: 0.6;
}
.seq {
  min-width: 28px;
  text-align: right;
  opacity: 0.7;
}
.at {
  margin-left: auto;
  padding-left: 16px;
  opacity: 0.7;
}
</style>
