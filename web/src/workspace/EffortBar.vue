<script setup lang="ts">
import { useScene } from '../scene/sceneStore'

/** How far an edit is that takes long, and its end before its time. */
const scene = useScene()
</script>

<template>
  <section v-if="scene.effort?.share != null" class="effort" :aria-label="`Being made: ${scene.effort.words}`">
    <div class="words">
      <b>Being made: {{ scene.effort.words }}</b>
      <span class="num dim">{{ Math.round(scene.effort.share * 100) }} %</span>
      <progress :value="scene.effort.share" max="1" aria-label="Share that is done" />
    </div>
    <BButton variant="quiet" class="btn-small" title="Call it off; nothing is changed" @click="scene.callOff"
      >Cancel</BButton
    >
  </section>
</template>

<style scoped>
.effort {
  position: fixed;
  right: 14px;
  top: 52px;
  z-index: 1050;
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 10px 12px;
  border: 1px solid var(--line);
  border-radius: 9px;
  background: var(--panel);
  box-shadow: 0 8px 28px rgb(0 0 0 / 35%);
  font-size: 12.5px;
}
.words {
  display: grid;
  gap: 3px;
  min-width: 180px;
}
progress {
  width: 100%;
  height: 5px;
  accent-color: var(--lime);
}
</style>
