<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import CheckItem from '../shared/CheckItem.vue'
import { useEscape } from '../shared/escape'
import MenuItem from '../shared/MenuItem.vue'
import NumberField from '../values/NumberField.vue'
import { useTrails, type TrailSpan } from './trails'

/** Trails on or off, and how they are drawn. */
const scene = useScene()
const selection = useSelection()
const trails = useTrails()
const open = ref(false)
useEscape(open)

interface Field {
  setting: 'around' | 'every' | 'poses' | 'thickness' | 'keySize'
  name: string
  label: string
  unit?: string
  least: number
  most: number
  hint?: string
}
const spans: readonly [TrailSpan, string][] = [
  ['around', 'About the playhead'],
  ['work', 'The work range'],
  ['all', 'The whole scene'],
]
const fields: readonly Field[] = [
  {
    setting: 'around',
    name: 'Frames on each side',
    label: 'Frames of a trail on each side of the playhead',
    least: 1,
    most: 2000,
  },
  {
    setting: 'every',
    name: 'A dot every',
    label: 'Frames from one dot of a trail to the next',
    least: 0,
    most: 100,
    hint: 'Frames from one dot to the next; 0 for none',
  },
  {
    setting: 'poses',
    name: 'A whole pose every',
    label: 'Frames from one whole pose to the next',
    least: 0,
    most: 1000,
    hint: 'Frames from one whole pose to the next, before the playhead and after it; 0 for none',
  },
  { setting: 'thickness', name: 'Thickness', label: 'Thickness of trails', unit: ' px', least: 1, most: 8 },
  { setting: 'keySize', name: 'Size of keys', label: 'Size of keys on trails', unit: ' px', least: 4, most: 40 },
]
const spaces = computed(() => {
  void scene.structureVersion
  return scene.model.inOrder().filter(({ path }) => !path)
})
const setSpace = (event: Event) => {
  const { value } = event.target as HTMLSelectElement
  trails.space = value === 'world' || value === 'camera' ? value : Number(value)
}
const isPinned = computed(() => selection.objects.size > 0 && [...selection.objects].every((id) => trails.pins.has(id)))
</script>

<template>
  <BDropdown
    v-model="open"
    lazy
    teleport-to="body"
    split
    size="sm"
    variant="chip"
    auto-close="outside"
    toggle-text="How trails are drawn"
    :split-class="['chip', trails.isOn ? '' : 'dim']"
    role="group"
    :title="trails.isOn ? 'Trails are shown (T)' : 'Show the ways of what is selected or pinned (T)'"
    @split-click="trails.toggle()"
  >
    <template #button-content
      ><i class="bi bi-graph-up-arrow small-stage" aria-hidden="true" /><span class="wide-stage">Trails</span></template
    >
    <MenuItem
      v-for="[span, name] in spans"
      role="radio"
      :key="span"
      :active="trails.settings.span === span"
      @click="trails.settings.span = span"
      >{{ name }}</MenuItem
    >
    <BDropdownDivider />
    <CheckItem role="checkbox" :on="trails.settings.numbers" @click="trails.settings.numbers = !trails.settings.numbers"
      >Frame numbers</CheckItem
    >
    <CheckItem role="checkbox" :on="trails.settings.bySpeed" @click="trails.settings.bySpeed = !trails.settings.bySpeed"
      >Dots tell the pace</CheckItem
    >
    <CheckItem
      role="checkbox"
      :on="isPinned"
      :class="{ disabled: selection.objects.size === 0 }"
      @click="trails.pin(selection.objects, !isPinned)"
      >Keep the selected ones</CheckItem
    >
    <MenuItem v-if="trails.pins.size" role="button" @click="trails.pin(trails.pins, false)"
      >Keep none ({{ trails.pins.size }} kept)</MenuItem
    >
    <div class="menu-fields">
      <label v-for="{ setting, name, label, unit, least, most, hint } in fields" :key="setting"
        >{{ name }}
        <NumberField
          :value="trails.settings[setting]"
          :label="label"
          :unit="unit"
          :hint="hint"
          :least="least"
          :most="most"
          :step="1"
          :decimals="0"
          @hold="trails.settings[setting] = Math.round($event)"
          @keep="trails.settings[setting] = Math.round($event)"
      /></label>
      <label
        >Drawn in
        <select
          class="small-pick"
          aria-label="The space that trails are drawn in"
          :value="trails.space"
          @change="setSpace"
        >
          <option value="world">the world</option>
          <option value="camera">what the camera sees</option>
          <option v-for="object in spaces" :key="object.id" :value="object.id">the space of {{ object.name }}</option>
        </select></label
      >
    </div>
  </BDropdown>
</template>
