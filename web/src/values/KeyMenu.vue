<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSelection, type Tool } from '../scene/selection'
import { interpolations } from '../api/messages'
import { useScene } from '../scene/sceneStore'
import { useLayers } from '../layers/layers'
import ReachField from '../layers/ReachField.vue'
import CheckItem from '../shared/CheckItem.vue'
import { useEscape } from '../shared/escape'
import { usePlayhead } from '../timebar/playhead'
import { useAutoKey } from './autoKey'
import { useKeying } from './keying'
import { keyFilters, useKeySettings } from './keySettings'
import { usePending } from './pending'
import MenuItem from '../shared/MenuItem.vue'

/** Auto-key, the key button, and what they do. */
const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()
const pending = usePending()
const autoKey = useAutoKey()
const keying = useKeying()
const settings = useKeySettings()
const layers = useLayers()

const parts: Record<Tool, string> = {
  select: 'transforms',
  move: 'position',
  rotate: 'rotation',
  scale: 'scale',
}
const named = computed(() => {
  void scene.rowsVersion
  return [...scene.model.namedSelections.values()]
})
const open = ref(false)
useEscape(open)
const nothing = computed(() => selection.objects.size === 0)
</script>

<template>
  <BButton
    variant="quiet"
    class="auto"
    :class="{ on: autoKey.isOn }"
    :pressed="autoKey.isOn"
    :title="`Auto-key (A): every change by hand makes a key; the first of a still value also keeps the old one at frame ${scene.settings.work[0]}`"
    @click="autoKey.toggle()"
  >
    <i class="bi bi-record-fill" aria-hidden="true" /> <span class="folds-1">Auto-key</span>
  </BButton>
  <ReachField class="goes-1" />
  <BDropdown
    lazy
    v-model="open"
    split
    variant="lemon"
    size="sm"
    strategy="fixed"
    end
    :split-disabled="nothing"
    split-class="key"
    role="group"
    toggle-text="What is keyed, and how"
    auto-close="outside"
    :title="
      nothing
        ? 'Select an object first'
        : `Key ${parts[selection.tool]} of what is selected at frame ${playhead.readFrame}${layers.active ? ` in the layer ${layers.name}` : ''} (N); all with Shift N`
    "
    @split-click="keying.keySelected()"
  >
    <template #button-content
      ><i class="bi bi-key-fill comes-6" aria-hidden="true" /><span
        ><span class="folds-6">Key</span> <span class="folds-3">{{ parts[selection.tool] }} · N</span></span
      ><span v-if="layers.active" class="into"
        ><span class="goes-2">in {{ layers.name }}</span
        ><span class="comes-2">{{ layers.active.letter }}</span></span
      >
      <span v-if="pending.count" class="waiting" :title="`${pending.count} changed values wait for a key`">{{
        pending.count
      }}</span></template
    >
    <MenuItem role="button" :disabled="nothing" @click="keying.keySelected(['Position'])">Key position</MenuItem>
    <MenuItem role="button" :disabled="nothing" @click="keying.keySelected(['Rotation'])">Key rotation</MenuItem>
    <MenuItem role="button" :disabled="nothing" @click="keying.keySelected(['Scale'])">Key scale</MenuItem>
    <MenuItem role="button" :disabled="nothing" @click="keying.keyAttributes()">Key all attributes</MenuItem>
    <MenuItem role="button" :disabled="settings.objects.length === 0" @click="keying.keyAll()"
      >Key all <kbd>Shift N</kbd></MenuItem
    >
    <BDropdownDivider />
    <BDropdownText class="heading">Key all touches</BDropdownText>
    <div class="filters">
      <CheckItem
        role="checkbox"
        v-for="name in keyFilters()"
        :key="name"
        :on="settings.filters.includes(name)"
        @click="settings.toggleFilter(name)"
        >{{ name }}</CheckItem
      >
    </div>
    <div class="menu-fields settings">
      <label>
        <span>of</span>
        <select class="small-pick" v-model="settings.scope" aria-label="Whose channels key all keys">
          <option value="selected">the selected objects</option>
          <option value="all">all objects</option>
          <option v-for="each in named" :key="each.id" :value="each.id">{{ each.name }}</option>
        </select>
      </label>
      <label>
        <span>New keys</span>
        <select class="small-pick" v-model="settings.interpolation" aria-label="In and out of new keys">
          <option v-for="mode in interpolations.filter((each) => each !== 'free')" :key="mode">{{ mode }}</option>
        </select>
      </label>
    </div>
  </BDropdown>
</template>

<style scoped>
.auto.on {
  --bs-btn-color: var(--text);
  --bs-btn-active-color: var(--text);
  border-color: var(--tangerine) !important;
  background: repeating-linear-gradient(
    -45deg,
    color-mix(in srgb, var(--tangerine) 34%, var(--ink)) 0 6px,
    color-mix(in srgb, var(--tangerine) 14%, var(--ink)) 6px 12px
  );
}
.auto.on .bi {
  color: var(--tangerine);
}
.into {
  max-width: 110px;
  margin-left: 5px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.waiting {
  min-width: 18px;
  margin-left: 6px;
  padding: 2px 5px;
  border-radius: 9px;
  background: var(--on-lemon);
  color: var(--lemon);
  font-size: 11px;
}
:deep(.heading) {
  padding-block: 2px;
  color: var(--dim);
  font-size: 11.5px;
}
kbd {
  margin-left: 8px;
}
.filters {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.settings select {
  width: 150px;
}
</style>
