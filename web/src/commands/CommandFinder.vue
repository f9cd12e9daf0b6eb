<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { runCommand, type Command } from './command'
import { findCommands } from './findCommands'
import { useFinder } from './finder'
import { useFocusReturn } from '../shared/focusReturn'

const props = defineProps<{ commands: readonly Command[] }>()
const finder = useFinder()
useFocusReturn()
const field = useTemplateRef<HTMLInputElement>('field')
const text = ref('')
const at = ref(0)

const found = computed(() =>
  findCommands(props.commands, text.value).map((command) => ({ command, lack: command.lacks?.() ?? null })),
)
watch(found, () => (at.value = 0))

function run(command: Command | undefined): void {
  if (!command) return
  finder.finding = false
  runCommand(command)
}

function press(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    const step = event.key === 'ArrowDown' ? 1 : -1
    at.value = (at.value + step + found.value.length) % Math.max(1, found.value.length)
    document.getElementById(`command-${at.value}`)?.scrollIntoView({ block: 'nearest' })
  } else if (event.key === 'Enter') {
    event.preventDefault()
    run(found.value[at.value]?.command)
  }
}

/** A list that appears under a pointer at rest does not take its selection from it. */
function point(event: PointerEvent, i: number): void {
  if (event.movementX !== 0 || event.movementY !== 0) at.value = i
}

// What is typed next belongs here from the first letter on, wherever the dialog has put the focus by then.
useEventListener(
  window,
  'keydown',
  (event: KeyboardEvent) => {
    field.value?.focus()
    press(event)
  },
  { capture: true },
)
onMounted(() => requestAnimationFrame(() => field.value?.focus()))
</script>

<template>
  <BModal
    v-model="finder.finding"
    focus="[autofocus]"
    title-tag="h2"
    title="Find a command"
    aria-label="Find a command"
    no-footer
    no-header
    body-class="p-0"
    no-animation
  >
    <input
      ref="field"
      v-model="text"
      class="form-control find"
      placeholder="What would you like to do?"
      role="combobox"
      aria-expanded="true"
      aria-controls="found-commands"
      :aria-activedescendant="`command-${at}`"
      aria-label="Find a command"
      autofocus
    />
    <ul id="found-commands" class="list" role="listbox" aria-label="Commands">
      <li
        v-for="({ command, lack }, i) in found"
        :id="`command-${i}`"
        :key="command.title"
        role="option"
        :aria-selected="i === at"
        :class="{ at: i === at, lacking: lack !== null }"
        :aria-disabled="lack === null ? undefined : true"
        @click="run(command)"
        @pointermove="point($event, i)"
      >
        <span class="dim group">{{ command.group }}</span><span
          >{{ command.title }}<span v-if="lack" class="why">{{ lack }}</span></span
        ><kbd v-if="command.shown">{{ command.shown }}</kbd>
      </li>
      <li v-if="found.length === 0" class="dim">No command has these words.</li>
    </ul>
  </BModal>
</template>

<style scoped>
.find {
  padding: 12px 16px;
  border: 0;
  border-bottom: 1px solid var(--line);
  border-radius: 12px 12px 0 0;
  font-size: 15px;
}
.list {
  margin: 0;
  padding: 6px;
  max-height: 50vh;
  overflow-y: auto;
  list-style: none;
}
.list li {
  display: flex;
  align-items: center;
  padding: 6px 10px;
  border-radius: 7px;
}
.list li.at {
  background: var(--raised);
}
.lacking,
.why {
  color: var(--dim);
}
.why {
  display: block;
  font-size: 11.5px;
}
.group {
  width: 74px;
  flex: none;
  font-size: 12px;
}
kbd {
  margin-left: auto;
}
</style>
