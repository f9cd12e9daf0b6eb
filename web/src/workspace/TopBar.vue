<script setup lang="ts">
import { useTemplateRef } from 'vue'
import CheckButton from '../checks/CheckButton.vue'
import { useFinder } from '../commands/finder'
import { useScene } from '../scene/sceneStore'
import { useFolding } from '../shared/folding'
import BrandMark from '../shared/BrandMark.vue'
import SchemeButton from '../shared/SchemeButton.vue'
import NameField from '../shared/NameField.vue'
import PeopleChips from '../people/PeopleChips.vue'
import PageSwitch from '../reels/PageSwitch.vue'
import { useOutgoing } from '../outgoing/outgoing'
import { useShooting } from '../reels/shooting'
import HistoryMenu from './HistoryMenu.vue'
import { useSteps } from './steps'

const scene = useScene()
const finder = useFinder()
const steps = useSteps()
const outgoing = useOutgoing()
const shooting = useShooting()
const row = useTemplateRef<HTMLElement>('row')
useFolding(row, 5)
</script>

<template>
  <header ref="row" class="top">
    <BrandMark />
    <h1 class="scene">
      <NameField :name="scene.settings.name" @rename="(name) => scene.edit({ edit: 'renameScene', name })">
        <template #default="{ rename }">
          <button type="button" :title="`${scene.settings.name}\nClick to call it something else`" @click="rename">
            {{ scene.settings.name }}
          </button>
        </template>
      </NameField>
    </h1>
    <PageSwitch v-if="scene.id !== null" :id="scene.id" at="animate" />
    <HistoryMenu />
    <div class="pair">
      <BButton
        variant="quiet"
        class="btn-small"
        :disabled="!steps.canUndo.value"
        :title="steps.canUndo.value ? `Undo: ${steps.undoTitle.value} (Ctrl Z)` : 'Nothing to undo'"
        aria-label="Undo"
        @click="steps.undo"
      >
        <i class="bi bi-arrow-counterclockwise" aria-hidden="true" />
      </BButton>
      <BButton
        variant="quiet"
        class="btn-small"
        :disabled="!scene.canRedo"
        :title="scene.canRedo ? `Redo: ${scene.redoTitle} (Ctrl Shift Z)` : 'Nothing to redo'"
        aria-label="Redo"
        @click="steps.redo"
      >
        <i class="bi bi-arrow-clockwise" aria-hidden="true" />
      </BButton>
    </div>
    <span v-if="scene.lineState !== 'standing'" class="visually-hidden" role="alert"
      >The server does not answer. What you change is kept here until it is back.</span
    >
    <div class="gap" />
    <PeopleChips />
    <button type="button" class="finder" @click="finder.finding = true">
      <i class="bi bi-search comes-2" aria-hidden="true" /><span class="folds-2">Find a command</span>
      <kbd class="goes-2">Ctrl K</kbd>
    </button>
    <CheckButton />
    <SchemeButton />
    <BButton
      v-if="scene.id !== null"
      variant="strong"
      class="btn-small"
      title="Shoot a reel (Shift R)"
      aria-label="Shoot a reel"
      :disabled="shooting.isBusy"
      @click="shooting.asking = true"
    >
      <i class="bi bi-film comes-4" aria-hidden="true" /><span class="folds-4">Shoot a reel</span>
    </BButton>
    <BButton
      v-if="scene.id !== null"
      variant="quiet"
      class="btn-small"
      title="Send the scene, or some of it, out as a file (Shift X)"
      aria-label="Send out"
      @click="outgoing.isOpen = true"
    >
      <i class="bi bi-download" aria-hidden="true" /> <span class="folds-3">Send out</span>
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
  min-width: 0;
  height: 42px;
  padding: 0 14px;
  border-bottom: 1px solid var(--line);
}
.top[data-fold~='2'] .finder {
  min-width: 0;
  padding-inline: 8px;
}
.top[data-fold~='5'] .scene {
  max-width: 120px;
}
.scene {
  flex: none;
  margin: 0;
  max-width: 260px;
  font-size: 13px;
  font-weight: 450;
}
.scene button {
  max-width: 100%;
  padding: 2px 4px;
  border: 0;
  border-radius: 6px;
  background: none;
  color: var(--dim);
}
.scene button:hover {
  color: var(--text);
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
  align-items: center;
  justify-content: space-between;
  min-width: 196px;
  padding: 3px 8px 3px 12px;
  line-height: 1;
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
