<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from './playhead'
import { useTimeDialogs } from './timeDialogs'
import { useTimeDisplay, type Display } from './timeDisplay'
import MenuItem from '../shared/MenuItem.vue'

const scene = useScene()
const playhead = usePlayhead()
const time = useTimeDisplay()
const dialogs = useTimeDialogs()

const ways = computed<{ way: Display; label: string; hint: string }[]>(() => [
  { way: 'frames', label: 'Frames', hint: 'frame numbers' },
  { way: 'seconds', label: 'Seconds', hint: 'from the first frame on' },
  { way: 'timecode', label: 'Timecode', hint: 'hours, minutes, seconds, frames' },
  ...(scene.settings.canDrop
    ? [{ way: 'dropFrame' as const, label: 'Drop-frame timecode', hint: 'numbers skipped to keep to the clock' }]
    : []),
])
/** Beside frames stands the timecode, beside everything else the frame. */
const other = computed(() =>
  time.display === 'frames'
    ? time.label(playhead.readFrame, scene.settings.canDrop ? 'dropFrame' : 'timecode')
    : `frame ${playhead.readFrame}`,
)
</script>

<template>
  <BDropdown lazy variant="link" size="sm" no-caret toggle-class="other num" strategy="fixed" title="How time is shown">
    <template #button-content
      ><i class="bi bi-stopwatch comes-2" aria-hidden="true" /><span class="text folds-2">{{ other }}</span></template
    >
    <MenuItem
      v-for="{ way, label, hint } in ways"
      :key="way"
      :active="way === time.display"
      @click="time.selected = way"
    >
      {{ label }} <span class="hint">{{ hint }}</span>
    </MenuItem>
    <BDropdownDivider />
    <MenuItem @click="dialogs.ask({ kind: 'start' })">
      Start of the timecode… <span class="hint num">{{ scene.settings.start }}</span>
    </MenuItem>
  </BDropdown>
</template>

<style scoped>
:deep(.other) {
  padding: 4px 2px;
  color: var(--dim);
  font-size: 11.5px;
  text-decoration: none;
}
:deep(.other:hover) {
  color: var(--text);
}
.text {
  display: block;
  contain: layout paint;
  will-change: transform;
  width: 82px;
  text-align: left;
}
.hint {
  margin-left: 6px;
  opacity: 0.75;
}
</style>
