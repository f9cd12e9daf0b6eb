<script setup lang="ts">
import { usePen } from '../marks/pen'
import { letGo } from '../shared/letGo'
import NumberField from '../values/NumberField.vue'
import { useComparing, ways, type Way } from './comparing'
import { useReels } from './reels'

/** How the picture is looked at: alone, beside another, with the pen. */
const reels = useReels()
const comparing = useComparing()
const pen = usePen()
</script>

<template>
  <div class="bar">
    <BButton
      v-for="(each, name) in ways"
      :key="name"
      :variant="comparing.way === name ? 'strong' : 'quiet'"
      :aria-pressed="comparing.way === name"
      :title="
        name === 'one' || reels.isComparing ? each.hint : `${each.hint}. Press B on the card of a second reel first`
      "
      :disabled="name !== 'one' && !reels.isComparing"
      @click="comparing.way = name as Way"
      >{{ each.label }}</BButton
    >
    <label v-if="comparing.way === 'blend'" class="slide"
      >A
      <input v-model.number="comparing.blend" type="range" min="0" max="1" step="0.01" aria-label="How much of B" />
      B</label
    >
    <label v-if="comparing.way === 'difference'" class="slide"
      >×
      <input
        v-model.number="comparing.gain"
        type="range"
        min="1"
        max="32"
        step="1"
        aria-label="How strong the difference is shown"
      />
      <span class="num">{{ comparing.gain }}</span></label
    >
    <BButton
      v-if="reels.a"
      :variant="pen.isOn ? 'strong' : 'quiet'"
      :aria-pressed="pen.isOn"
      title="Draw on the picture (P)"
      @click="pen.isOn = !pen.isOn"
      ><i class="bi bi-pencil" aria-hidden="true" /> Pen</BButton
    >
    <span class="gap" />
    <template v-if="reels.isComparing">
      <span class="dim">line up by</span>
      <select v-model="comparing.lineUp" @change="letGo" class="small-pick" aria-label="Line up by">
        <option value="frame">frame</option>
        <option value="source">source time</option>
        <option value="offset">place, moved by</option>
      </select>
      <NumberField
        v-if="comparing.lineUp === 'offset'"
        class="offset"
        :value="comparing.offset"
        label="B is looked at later by"
        unit=" fr"
        :decimals="0"
        :step="1"
        :least="-20000"
        :most="20000"
        @keep="comparing.offset = Math.round($event)"
      />
      <BButton variant="quiet" class="btn-small" title="Change A for B (X)" @click="reels.swap">A ⇄ B</BButton>
    </template>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  font-size: 12.5px;
}
.gap {
  flex: 1;
}
.slide {
  display: flex;
  align-items: center;
  gap: 6px;
}
.slide input {
  width: 110px;
  accent-color: var(--lime);
}
.offset {
  width: 76px;
}
</style>
