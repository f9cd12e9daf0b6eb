<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import CheckItem from '../shared/CheckItem.vue'
import { useEscape } from '../shared/escape'
import { useKeyDialogs } from './keyDialogs'
import { useLaneFilter } from './laneFilter'
import { traitNames, useTraits } from './traits'
import { allGroups } from '../scene/catalogue'
import MenuItem from '../shared/MenuItem.vue'

/** Which lanes are shown, and the named selections. */
const filter = useLaneFilter()
const scene = useScene()
const selection = useSelection()
const dialogs = useKeyDialogs()
const open = ref(false)
const traits = useTraits()
watch(open, (isOpen) => (traits.counted = isOpen))
useEscape(open)

const named = computed(() => {
  void scene.rowsVersion
  return [...scene.model.namedSelections.values()].sort((a, b) => a.name.localeCompare(b.name))
})
</script>

<template>
  <BDropdown
    lazy
    v-model="open"
    size="sm"
    variant="quiet"
    toggle-class="btn-small filter"
    no-caret
    strategy="fixed"
    title="Which lanes are shown; named selections"
    auto-close="outside"
  >
    <template #button-content>
      <i :class="filter.count ? 'bi bi-funnel-fill' : 'bi bi-funnel'" aria-hidden="true" />
      <span class="visually-hidden">Lanes shown</span><span v-if="filter.count" class="num">{{ filter.count }}</span>
    </template>
    <CheckItem :on="filter.selectedOnly" @click="filter.selectedOnly = !filter.selectedOnly"
      >Selected objects only</CheckItem
    >
    <CheckItem :on="filter.animatedOnly" @click="filter.animatedOnly = !filter.animatedOnly"
      ><span class="counted"
        >Only what has keys
        <span class="hint num">{{ scene.model.objects.size - traits.of('noKeys').size }}</span></span
      ></CheckItem
    >
    <CheckItem
      v-for="(label, trait) in traitNames"
      :key="trait"
      :on="filter.trait === trait"
      @click="filter.toggleTrait(trait)"
      ><span class="counted"
        >{{ label }} <span class="hint num">{{ traits.of(trait).size }}</span></span
      ></CheckItem
    >
    <BDropdownDivider />
    <CheckItem
      v-for="group in allGroups()"
      :key="group"
      :on="!filter.hidden.has(group)"
      @click="filter.toggleGroup(group)"
      >{{ group }}</CheckItem
    >
    <BDropdownDivider />
    <BDropdownText class="hint-line">Named selections</BDropdownText>
    <div v-for="each in named" :key="each.id" class="named">
      <MenuItem class="go" :title="`Select these ${each.objects.length}`" @click="selection.select(each.objects)"
        >{{ each.name }} <span class="hint num">{{ each.objects.length }}</span></MenuItem
      >
      <MenuItem
        role="menuitemcheckbox"
        :active="filter.named === each.id"
        :aria-label="`Show only the lanes of ${each.name}`"
        title="Show only these lanes"
        @click="filter.named = filter.named === each.id ? null : each.id"
        ><i class="bi bi-funnel" aria-hidden="true"
      /></MenuItem>
      <MenuItem
        :aria-label="`Change the selection ${each.name}`"
        title="Change it"
        @click="dialogs.ask({ kind: 'namedSelection', id: each.id })"
        ><i class="bi bi-pencil" aria-hidden="true"
      /></MenuItem>
    </div>
    <MenuItem :disabled="selection.objects.size === 0" @click="dialogs.ask({ kind: 'namedSelection', id: null })"
      >Name the selected objects…</MenuItem
    >
    <template v-if="filter.count">
      <BDropdownDivider />
      <MenuItem @click="filter.clear()">Show all lanes</MenuItem>
    </template>
  </BDropdown>
</template>

<style scoped>
:deep(.filter) {
  gap: 3px;
  height: 20px;
  padding: 0 5px;
  border: 0;
  background: none;
  color: var(--dim);
}
:deep(.filter:hover) {
  color: var(--text);
}
.named {
  display: flex;
}
.counted {
  display: inline-flex;
  justify-content: space-between;
  gap: 12px;
  width: calc(100% - 22px);
  min-width: 204px;
}
.go {
  flex: 1;
}
:deep(.hint-line) {
  padding-block: 2px;
  color: var(--dim);
  font-size: 11.5px;
}
</style>
