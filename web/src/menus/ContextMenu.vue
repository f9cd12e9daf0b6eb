<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { nextTick, onMounted, useTemplateRef } from 'vue'
import { runCommand, type Command } from '../commands/command'
import { useFocusReturn } from '../shared/focusReturn'
import MenuItem from '../shared/MenuItem.vue'
import { useContextMenu, type MenuLine } from './contextMenu'

/** The menu at the pointer: what can be done with what is under it, with the shortcuts. */
const menu = useContextMenu()
const place = useTemplateRef<HTMLElement>('place')
/** A menu that is gone hears late that it is hidden: it must not close the next one. */
const mine = menu.opened
const close = () => void (menu.opened === mine && menu.close())
useFocusReturn()

// It is gone at once, wherever the keyboard is by then.
useEventListener(
  window,
  'keydown',
  (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return
    event.stopPropagation()
    close()
  },
  { capture: true },
)

/** The arrow keys go on from the first line, as soon as it can have the focus: a line does not take it before the menu has its place. */
onMounted(async () => {
  await nextTick()
  focusFirst()
})

function focusFirst(): void {
  requestAnimationFrame(() => {
    const first = place.value?.querySelector<HTMLElement>('.dropdown-item:not(.disabled)')
    if (!first || place.value?.contains(document.activeElement)) return
    first.focus()
    focusFirst()
  })
}

function run(line: NonNullable<MenuLine>): void {
  close()
  runCommand(line as Command)
}
</script>

<template>
  <div ref="place" class="at" :style="{ left: `${menu.at!.x}px`, top: `${menu.at!.y}px` }" @contextmenu.prevent>
    <BDropdown
      visible
      no-animation
      no-caret
      strategy="fixed"
      variant="quiet"
      toggle-class="point"
      aria-label="What can be done here"
      menu-class="context"
      @hidden="close"
    >
      <template v-for="(line, i) in menu.lines" :key="i">
        <BDropdownDivider v-if="!line" />
        <MenuItem v-else @click="run(line)"
          ><span class="line"
            >{{ line.title }} <kbd v-if="line.shown">{{ line.shown }}</kbd></span
          ></MenuItem
        >
      </template>
    </BDropdown>
  </div>
</template>

<style scoped>
.at {
  position: fixed;
  z-index: 1050;
  width: 0;
  height: 0;
}
:deep(.point) {
  width: 0;
  height: 0;
  min-height: 0;
  padding: 0;
  border: 0;
  overflow: hidden;
  opacity: 0;
  pointer-events: none;
}
:deep(.context .dropdown-item) {
  padding-block: 2px;
  font-size: 12.5px;
}
:deep(.context .dropdown-divider) {
  margin-block: 4px;
}
.line {
  display: flex;
  justify-content: space-between;
  gap: 24px;
}
kbd {
  padding: 0;
  border: 0;
  background: none;
  color: var(--dim);
  font-size: 11.5px;
}
</style>
