<script setup lang="ts">
import { computed, ref } from 'vue'
import { usePerson } from '../scene/person'
import { useScene } from '../scene/sceneStore'
import KeptPill from './KeptPill.vue'
import LetGoDialog from './LetGoDialog.vue'
import WhoDialog from './WhoDialog.vue'
import MenuItem from '../shared/MenuItem.vue'
import { dayOf, hourOf } from '../shared/when'

const scene = useScene()
const { author, name } = usePerson()
const shownAtMost = 200
const dialog = ref<'' | 'letGo' | 'who'>('')
const newestFirst = computed(() => scene.history.slice(-shownAtMost).reverse())
/** The time of day, or the day where that is another. */
const time = (at: string) => (dayOf(at) === 'today' ? hourOf(at) : dayOf(at))
const whoOf = (by: string | null, called: string | null) => (by === author.value ? 'you' : (called ?? 'somebody'))
const isTheirs = (by: string | null) => by !== null && by !== author.value
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
    <template #button-content><KeptPill /></template>
    <BDropdownText v-if="scene.history.length === 0">No changes yet</BDropdownText>
    <div v-for="entry in newestFirst" :key="entry.seq" class="entry">
      <MenuItem class="there" :active="entry.seq === scene.position" @click="scene.goTo(entry.seq)">
        <span class="line" :class="{ undone: entry.seq > scene.position }"
          ><span class="num seq">{{ entry.seq }}</span
          ><span class="what">{{ entry.title }}</span
          ><span class="who" :class="{ theirs: isTheirs(entry.author) }">{{ whoOf(entry.author, entry.name) }}</span
          ><span class="num at" :title="new Date(entry.madeAt).toLocaleString()">{{ time(entry.madeAt) }}</span></span
        >
      </MenuItem>
      <MenuItem
        v-if="isTheirs(entry.author) && entry.seq <= scene.position"
        class="back"
        :aria-label="`Take back only this: ${entry.title}`"
        title="Take back only this change; what came since stays"
        @click="scene.takeBack(entry.seq)"
        ><i class="bi bi-arrow-counterclockwise" aria-hidden="true"
      /></MenuItem>
    </div>
    <MenuItem
      v-if="scene.history.length && scene.history.length <= shownAtMost"
      :active="scene.position === scene.note.floor"
      @click="scene.goTo(scene.note.floor)"
    >
      <span class="line"
        ><span class="num seq">{{ scene.note.floor }}</span
        >{{ scene.note.floor ? 'As it was when older changes were let go' : 'Before the first change' }}</span
      >
    </MenuItem>
    <BDropdownDivider />
    <MenuItem v-if="scene.position > scene.note.floor + 1" @click="dialog = 'letGo'"
      >Room that the history takes…</MenuItem
    >
    <MenuItem @click="dialog = 'who'">{{ name ? `You are ${name}` : 'Say who you are' }}…</MenuItem>
  </BDropdown>
  <LetGoDialog v-if="dialog === 'letGo'" @close="dialog = ''" />
  <WhoDialog v-else-if="dialog === 'who'" @close="dialog = ''" />
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
.entry {
  display: flex;
}
.entry :deep(.there) {
  flex: 1;
}
.entry :deep(.back) {
  width: auto;
  padding-inline: 10px;
}
.line {
  display: flex;
  gap: 10px;
  max-width: 460px;
}
.what {
  overflow: hidden;
  text-overflow: ellipsis;
}
.undone {
  opacity: 0.6;
}
.seq {
  min-width: 28px;
  text-align: right;
  opacity: 0.7;
}
.who {
  opacity: 0.7;
}
.who.theirs {
  color: var(--mint);
  opacity: 1;
}
.active .who {
  color: inherit;
}
.at {
  margin-left: auto;
  padding-left: 16px;
  opacity: 0.7;
}
</style>
