<script setup lang="ts">
import { computed } from 'vue'
import { holdsOnly, channelsOf, specOf } from '../scene/catalogue'
import type { SceneObject } from '../scene/sceneRows'
import NumberField from '../values/NumberField.vue'
import type { Reach } from './recordSettings'

/** What one way of the hand does: to which channel, and how much. */
const props = defineProps<{
  object: SceneObject | null
  /** What the way is called, as in "to the right". */ way: string
  /** Only rotations may be chosen. */ turns?: boolean
  /** Nothing may be chosen too. */ free?: boolean
  /** What the amount is for, as in "a notch". */ per: string
}>()
const reach = defineModel<Reach>({ required: true })

const specs = computed(() =>
  props.object
    ? channelsOf(props.object).filter((spec) => !holdsOnly(spec) && (!props.turns || spec.group === 'Rotation'))
    : [],
)
const spec = computed(() => props.object && specOf(props.object, reach.value.channel))
const unit = computed(() => (spec.value?.unit === 'degrees' ? '°' : ''))

function choose(channel: string): void {
  const chosen = props.object && specOf(props.object, channel)
  const isOther = chosen && (chosen.unit === 'degrees') !== (spec.value?.unit === 'degrees')
  const usual = chosen?.unit === 'degrees' ? 45 : 1
  reach.value = { channel, by: isOther ? (props.free ? usual / 10 : usual) : reach.value.by }
}
</script>

<template>
  <div class="reach">
    <span class="way">{{ way }}</span>
    <select
      class="small-pick"
      :value="reach.channel"
      :aria-label="`What it drives ${way}`"
      @change="choose(($event.target as HTMLSelectElement).value)"
    >
      <option v-if="free" value="">nothing</option>
      <option v-else-if="!spec" :value="reach.channel">channel…</option>
      <option v-for="each in specs" :key="each.name" :value="each.name">{{ each.fullName }}</option>
    </select>
    <template v-if="reach.channel && spec">
      <span class="by"
        ><NumberField
          :value="reach.by"
          :label="`How much ${way}`"
          :decimals="4"
          :step="0.1"
          :least="-100000"
          :most="100000"
          trim
          @hold="reach = { ...reach, by: $event }"
          @keep="reach = { ...reach, by: $event }"
      /></span>
      <span class="dim">{{ unit }} {{ per }}</span>
    </template>
  </div>
</template>

<style scoped>
.reach {
  display: flex;
  align-items: center;
  gap: 6px;
}
.way {
  flex: none;
  width: 62px;
  color: var(--dim);
}
.small-pick {
  flex: 1;
  max-width: 112px;
}
.by {
  width: 52px;
}
.dim {
  color: var(--dim);
  white-space: nowrap;
}
</style>
