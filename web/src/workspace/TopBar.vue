<script setup lang="ts">
import { http } from '../api/http'
import { useFinder } from '../commands/finder'
import { useScene } from '../scene/sceneStore'
import BrandMark from '../shared/BrandMark.vue'
import SchemeButton from '../shared/SchemeButton.vue'
import HistoryMenu from './HistoryMenu.vue'

const scene = useScene()
const finder = useFinder()
</script>

<template>
  <header class="top">
    <BrandMark />
    <h1 class="scene" :title="scene.settings.name">{{ scene.settings.name }}</h1>
    <HistoryMenu />
    <div class="pair">
      <BButton
        variant="quiet"
        class="btn-small"
        :disabled="!scene.canUndo"
        :title="scene.canUndo ? `Undo: ${scene.undoTitle ?? 'what waits here'} (Ctrl Z)` : 'Nothing to undo'"
        aria-label="Undo"
        @click="scene.undo()"
      >
        <i class="bi bi-arrow-counterclockwise" aria-hidden="true" />
      </BButton>
      <BButton
        variant="quiet"
        class="btn-small"
        :disabled="!scene.canRedo"
        :title="scene.canRedo ? `Redo: ${scene.redoTitle} (Ctrl Shift Z)` : 'Nothing to redo'"
        aria-label="Redo"
        @click="scene.redo()"
      >
        <i class="bi bi-arrow-clockwise" aria-hidden="true" />
      </BButton>
    </div>
    <span v-if="scene.lineState !== 'standing'" class="visually-hidden" role="alert"
      >The server does not answer. What you change is kept here until it is back.</span
    >
    <div class="gap" />
    <button type="button" class="finder" @click="finder.finding = true">Find a command <kbd>Ctrl K</kbd></button>
    <SchemeButton />
    <BButton
      v-if="scene.id !== null"
      variant="quiet"
      class="btn-small"
      :href="http.fileAddress(scene.id)"
      title="Save the scene as a scene file"
    >
      <i class="bi bi-download" aria-hidden="true" /> Export
    </BButton>
    <BButton
      variant="quiet"
      class="btn-small"
      title="Shortcuts (?)"
      aria-label="Shortcuts"
      @click="finder.listing = true"
      >?</BButton
    >
  </header>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  gap: 12px;
  height: 42px;
  padding: 0 14px;
  border-bottom: 1px solid var(--line);
}
.scene {
  margin: 0;
  max-width: 260px;
  font-size: 13px;
  font-weight: 450;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  color: var(--dim);
}
.pair {
  display: flex;
  gap: 5px;
}
.gap {
  flex: 1;
}
.finder {
  display: flex;
  justify-content: space-between;
  width: 196px;
  padding: 3px 8px 3px 12px;
  border: 1px solid var(--line);
  border-radius: 999px;
  background: none;
  color: var(--dim);
  font-size: 12px;
}
.finder:hover {
  border-color: var(--dim);
  color: var(--text);
}
.finder kbd {
  border: 0;
  background: none;
  color: inherit;
}
</style>
