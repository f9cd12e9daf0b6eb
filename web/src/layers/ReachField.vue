<script setup lang="ts">
import { computed } from 'vue'
import NumberField from '../values/NumberField.vue'
import { useLayers } from './layers'

/** How far a change in the active layer reaches: it has faded out so many frames before and after. */
const layers = useLayers()
const text = computed(() => (layers.reach === null ? 'no end' : `± ${layers.reach} f`))
const most = 100_000

function numberIn(written: string): number | null | undefined {
  const bare = written.replace(/[±f\s]/g, '')
  if (bare === '' || bare === 'noend' || bare === 'noend'.slice(0, 2)) return null
  const number = Number(bare)
  return Number.isFinite(number) && number >= 0 && number <= most ? number || null : undefined
}

async function take(written: string): Promise<boolean> {
  const number = numberIn(written)
  if (number === undefined) return false
  layers.reach = number
  return true
}
</script>

<template>
  <span
    v-if="layers.active?.mode === 'add'"
    class="reach"
    :title="`Reach: a change in ${layers.active.name} has faded out so many frames before and after; nothing beyond changes. Empty: without end`"
  >
    <span class="dim">reach</span>
    <NumberField
      :value="layers.reach ?? 0"
      label="Reach of a change, in frames"
      :text="text"
      :typing="layers.reach === null ? '' : String(layers.reach)"
      :least="0"
      :most="most"
      :step="1"
      :decimals="0"
      :fits="(written) => numberIn(written) !== undefined"
      :take="take"
      wrong-hint="Give a number of frames, or nothing for no end."
    />
  </span>
</template>

<style scoped>
.reach {
  display: flex;
  flex: none;
  align-items: center;
  gap: 6px;
}
.reach :deep(.field) {
  width: 64px;
}
</style>
