<script setup lang="ts">
import { computed, ref } from 'vue'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'
import CheckItem from '../shared/CheckItem.vue'
import { useEscape } from '../shared/escape'
import { useKeyDialogs } from './keyDialogs'
import { useLaneFilter } from './laneFilter'
import { laneGroups } from './lanes'

/** Which lanes are shown, and the named choices. */
const filter = useLaneFilter()
const scene = useScene()
const choice = useChoice()
const dialogs = useKeyDialogs()
const open = ref(false)
useEscape(open)

const named = computed(() => {
  void scene.rowsVersion
  return [...scene.model.namedChoices.values()].sort((a, b) => a.name.localeCompare(b.name))
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
    title="Which lanes are shown; named choices"
    auto-close="outside"
  >
    <template #button-content>
      <i :class="filter.count ? 'bi bi-funnel-fill' : 'bi bi-funnel'" aria-hidden="true" />
      <span class="visually-hidden">Lanes shown</span><span v-if="filter.count" class="num">{{ filter.count }}</span>
    </template>
    <CheckItem :on="filter.chosenOnly" @click="filter.chosenOnly = !filter.chosenOnly">Chosen objects only</CheckItem>
    <CheckItem :on="filter.animatedOnly" @click="filter.animatedOnly = !filter.animatedOnly"
      >Only what has keys</CheckItem
    >
    <BDropdownDivider />
    <CheckItem
      v-for="group in laneGroups"
      :key="group"
      :on="filter.groups.has(group)"
      @click="filter.toggleGroup(group)"
      >{{ group }}</CheckItem
    >
    <BDropdownDivider />
    <BDropdownText class="hint-line">Named choices</BDropdownText>
    <div v-for="each in named" :key="each.id" class="named">
      <BDropdownItemButton
        class="go"
        :title="`Choose these ${each.objects.length}`"
        @click="choice.choose(each.objects)"
        >{{ each.name }} <span class="hint num">{{ each.objects.length }}</span></BDropdownItemButton
      >
      <BDropdownItemButton
        :active="filter.named === each.id"
        :aria-label="`Show only the lanes of ${each.name}`"
        title="Show only these lanes"
        @click="filter.named = filter.named === each.id ? null : each.id"
        ><i class="bi bi-funnel" aria-hidden="true"
      /></BDropdownItemButton>
      <BDropdownItemButton
        :aria-label="`Change the choice ${each.name}`"
        title="Change it"
        @click="dialogs.ask({ kind: 'namedChoice', id: each.id })"
        ><i class="bi bi-pencil" aria-hidden="true"
      /></BDropdownItemButton>
    </div>
    <BDropdownItemButton :disabled="choice.objects.size === 0" @click="dialogs.ask({ kind: 'namedChoice', id: null })"
      >Name the chosen objects…</BDropdownItemButton
    >
    <template v-if="filter.count">
      <BDropdownDivider />
      <BDropdownItemButton @click="filter.clear()">Show all lanes</BDropdownItemButton>
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
.go {
  flex: 1;
}
:deep(.hint-line) {
  padding-block: 2px;
  color: var(--dim);
  font-size: 11.5px;
}
</style>
