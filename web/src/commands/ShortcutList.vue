<script setup lang="ts">
import { computed } from 'vue'
import type { Command } from './command'
import { useFinder } from './finder'
import { useFocusReturn } from '../shared/focusReturn'

const props = defineProps<{ commands: readonly Command[] }>()
const finder = useFinder()
useFocusReturn()
const groups = computed(() =>
  Object.entries(
    Object.groupBy(
      props.commands.filter((command) => command.shown),
      (command) => command.group,
    ),
  ),
)
</script>

<template>
  <BModal no-animation v-model="finder.listing" title="Shortcuts" title-tag="h2" no-footer size="lg">
    <div class="groups">
      <section v-for="[name, commands] in groups" :key="name">
        <h3>{{ name }}</h3>
        <div v-for="command in commands" :key="command.title" class="line">
          {{ command.title }}<kbd>{{ command.shown }}</kbd>
        </div>
      </section>
      <section>
        <h3>With the mouse</h3>
        <div class="line">Orbit, pan, zoom the stage<span class="dim">drag, right-drag, wheel</span></div>
        <div class="line">Go deeper into a group<span class="dim">click again</span></div>
        <div class="line">Snap a handle<kbd>Ctrl</kbd></div>
        <div class="line">Zoom or pan the desk<span class="dim">wheel, Shift wheel</span></div>
        <div class="line">Scroll the lanes<span class="dim">Alt wheel</span></div>
      </section>
    </div>
  </BModal>
</template>

<style scoped>
.groups {
  columns: 2;
  column-gap: 32px;
}
section {
  break-inside: avoid;
  margin-bottom: 14px;
}
h3 {
  font-size: 12px;
  color: var(--dim);
}
.line {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 3px 0;
}
kbd {
  white-space: nowrap;
}
</style>
