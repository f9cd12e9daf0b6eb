<script setup lang="ts">
import { computed } from 'vue'
import { useClipboard } from '../desk/clipboard'
import { useValueClipboard } from './valueClipboard'
import MenuItem from '../shared/MenuItem.vue'

/** What can be done with one value, behind its name. */
defineProps<{
  name: string
  label: string
  tint: string
  hasKeys: boolean
  hasKeyHere: boolean
  locked: boolean
  /** Whether it is an object's: it can be locked, and takes keys of others. */
  lockable: boolean
}>()
defineEmits<{ key: []; still: []; reset: []; copy: []; paste: []; pasteKeys: []; lock: [] }>()
const clipboard = useValueClipboard()
const copied = useClipboard()
const isOfOne = computed(() => copied.keyed?.names.length === 1)
</script>

<template>
  <BDropdown
    no-caret
    size="sm"
    variant="link"
    strategy="fixed"
    :toggle-class="`value-name ${tint}`"
    :title="`${label}: click for what can be done with it`"
    lazy
  >
    <template #button-content
      >{{ name }}<i v-if="locked" class="bi bi-lock-fill lock" title="Locked" aria-label="locked"
    /></template>
    <MenuItem :disabled="locked" @click="$emit('key')">{{ hasKeyHere ? 'Remove the key here' : 'Key here' }}</MenuItem>
    <MenuItem
      :disabled="locked || !hasKeys"
      title="Removes all keys of the value and keeps what it is on this frame"
      @click="$emit('still')"
      >Remove keys, keep the value</MenuItem
    >
    <MenuItem :disabled="locked" @click="$emit('reset')">Reset</MenuItem>
    <BDropdownDivider />
    <MenuItem @click="$emit('copy')">Copy the value</MenuItem>
    <MenuItem :disabled="locked || clipboard.value === null" @click="$emit('paste')"
      >Paste the value
      <span v-if="clipboard.value !== null" class="hint num">{{ Number(clipboard.value.toFixed(4)) }}</span></MenuItem
    >
    <template v-if="lockable">
      <MenuItem
        :disabled="locked || !isOfOne"
        :title="isOfOne ? 'The first of them at the playhead' : 'Copy keys of one value first'"
        @click="$emit('pasteKeys')"
        >Paste the copied keys here</MenuItem
      >
      <BDropdownDivider />
      <MenuItem @click="$emit('lock')">{{ locked ? 'Unlock' : 'Lock' }}</MenuItem>
    </template>
  </BDropdown>
</template>

<style scoped>
:deep(.value-name) {
  max-width: 84px;
  padding: 0 3px;
  margin-left: -3px;
  border: 0;
  border-radius: 5px;
  color: var(--text);
  font-size: inherit;
  line-height: 20px;
  text-decoration: none;
  text-align: left;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
:deep(.value-name:hover) {
  background: var(--raised);
  color: var(--text);
}
:deep(.value-name.x) {
  color: var(--x);
}
:deep(.value-name.y) {
  color: var(--y);
}
:deep(.value-name.z) {
  color: var(--z);
}
.lock {
  margin-left: 5px;
  color: var(--dim);
  font-size: 10px;
}
</style>
