<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Extrapolation } from '../api/http'
import { useArranging } from '../desk/arranging'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import NumberField from '../values/NumberField.vue'
import { beyondKinds, useBeyondKeys, type Side } from './beyondKeys'

/** What the channels of the selected keys do before their first key and after their last. */
const scene = useScene()
const arranging = useArranging()

const cycles = ref(1)

const beyond = useBeyondKeys()
const lanes = computed(beyond.channels)
/** What all of them do on a side; empty where they differ. */
function common(side: Side): Extrapolation | '' {
  void scene.rowsVersion
  const found = new Set(
    lanes.value.map(({ object, channel }) => scene.model.holder(object)?.channels.get(channel)?.[side]),
  )
  return found.size === 1 ? ([...found][0] as Extrapolation) : ''
}
const now = computed(() => ({ before: common('before'), after: common('after') }))
const isCycle = (how: string) => ['repeat', 'repeatOffset', 'mirror'].includes(how)

const give = (side: Side, event: Event) => beyond.give(side, (event.target as HTMLSelectElement).value as Extrapolation)

const bake = (side: Side) =>
  void arranging.make({ edit: 'bakeCycles', channels: lanes.value, [side]: cycles.value }, [])
</script>

<template>
  <div class="grid">
    <template v-for="side in ['before', 'after'] as const" :key="side">
      <span>{{ side === 'before' ? 'Before' : 'After' }}</span>
      <select
        class="small-pick"
        :aria-label="`What happens ${side} the keys`"
        v-stands="now[side]"
        @change="give(side, $event)"
      >
        <option v-if="now[side] === ''" value="" disabled>various</option>
        <option v-for="[kind, name] in beyondKinds" :key="kind" :value="kind">{{ name }}</option>
      </select>
      <BButton
        variant="quiet"
        class="btn-small"
        :disabled="!isCycle(now[side])"
        :title="`Bake the cycles ${side} the keys: write them as keys`"
        :aria-label="`Bake the cycles ${side} the keys`"
        @click="bake(side)"
        >Bake</BButton
      >
    </template>
    <span>Cycles</span>
    <NumberField
      :value="cycles"
      label="Cycles to bake"
      :decimals="0"
      :step="1"
      :least="1"
      :most="1000"
      @hold="cycles = Math.round($event)"
      @keep="cycles = Math.round($event)"
    />
  </div>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  align-items: center;
  gap: 4px 8px;
}
</style>
