<script setup lang="ts">
import { computed } from 'vue'
import type { MarkMessage } from '../api/messages'
import { useScene } from '../scene/sceneStore'
import { useContacts } from './contacts'

/** What is marked as standing. */
const scene = useScene()
const contacts = useContacts()
const marks = computed(() => {
  void scene.rowsVersion
  return [...scene.model.marks.values()].filter(({ finding }) => finding === null).sort((a, b) => a.start - b.start)
})
const frame = (ticks: number) => Math.round((ticks / scene.settings.ticksPerFrame) * 1000) / 1000
const nameOf = ({ object }: MarkMessage) => scene.model.objects.get(object!)?.name ?? ''
</script>

<template>
  <div class="contacts">
    <div class="line">
      <h3>Contacts</h3>
      <BButton
        variant="quiet"
        class="btn-small"
        title="Say that the selected objects stand for a while; the check tells where they slide"
        @click="contacts.ask()"
        >+ Contact</BButton
      >
    </div>
    <ul v-if="marks.length">
      <li v-for="mark in marks" :key="mark.id">
        <span class="name">{{ nameOf(mark) }} stands</span>
        <span class="num">{{ frame(mark.start) }}–{{ frame(mark.end) }}</span>
        <BButton
          variant="quiet"
          class="btn-small"
          :aria-label="`Forget that ${nameOf(mark)} stands from ${frame(mark.start)} to ${frame(mark.end)}`"
          title="Forget it"
          @click="scene.edit({ edit: 'deleteMarks', marks: [mark.id] })"
          ><i class="bi bi-x" aria-hidden="true"
        /></BButton>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.contacts {
  padding-top: 8px;
  border-top: 1px solid var(--line);
}
.line,
li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
}
h3 {
  margin: 0;
  font-size: 12px;
  font-weight: 450;
  color: var(--dim);
}
ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
  font-size: 12px;
}
.name {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
