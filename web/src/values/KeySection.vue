<script setup lang="ts">
import { computed } from 'vue'
import type { Interpolation } from '../api/http'
import { useArranging } from '../desk/arranging'
import { useDesk } from '../desk/deskStore'
import { useKeyDialogs } from '../desk/keyDialogs'
import { useChoice } from '../scene/choice'
import { arrives, interpolations, leaves } from '../scene/keys'
import { useScene } from '../scene/sceneStore'
import TimeField from '../timebar/TimeField.vue'
import NumberField from './NumberField.vue'
import { readSum } from './sums'

/** The chosen keys: their frame, value, and how they arrive and leave. */
const scene = useScene()
const choice = useChoice()
const desk = useDesk()
const arranging = useArranging()
const dialogs = useKeyDialogs()

/** What the chosen keys have in common; undefined where they differ. */
const common = computed(() => {
  void scene.rowsVersion
  let first: { time: number; value: number; arrives: Interpolation; leaves: Interpolation } | undefined
  const same = { value: true, arrives: true, leaves: true }
  for (const [lane, times] of choice.keys) {
    const [object, channel] = lane.split('|') as [string, string]
    const keys = scene.model.objects.get(Number(object))?.channels.get(channel)?.keys
    if (!keys) continue
    for (let i = 0; i < keys.count; i++) {
      const time = keys.times[i]!
      if (!times.has(time)) continue
      const now = { time, value: keys.values[i]!, arrives: arrives(keys.modes[i]!), leaves: leaves(keys.modes[i]!) }
      if (!first) first = now
      else {
        same.value &&= first.value === now.value
        same.arrives &&= first.arrives === now.arrives
        same.leaves &&= first.leaves === now.leaves
        if (time < first.time) first = { ...first, time }
      }
    }
  }
  return first && { ...first, same }
})
const frame = computed(() => (common.value ? common.value.time / scene.settings.ticksPerFrame : 0))

/** Moves the whole choice, so that its first key comes to stand on the frame. */
const setFrame = (wanted: number) =>
  void arranging.onChosen((keys) => ({ edit: 'moveKeys', keys, frames: wanted - frame.value, ripple: false }))

/** All the same, or each by as much. */
const setValue = (value: number) =>
  void arranging.onChosen((keys) => ({ edit: 'setKeyValues', keys, offset: value, factor: 0 }))

function typed(text: string): void {
  const change = /^([+\-*/])=(.+)$/.exec(text.replace(/\s/g, ''))
  const number = readSum(change?.[2] ?? '', 0)
  if (!change || number === null) return
  const [factor, offset] = { '+': [1, number], '-': [1, -number], '*': [number, 0], '/': [1 / number, 0] }[change[1]!]!
  void arranging.onChosen((keys) => ({ edit: 'setKeyValues', keys, offset: offset!, factor: factor! }))
}

function setMode(side: 'in' | 'out', event: Event): void {
  const mode = (event.target as HTMLSelectElement).value as Interpolation
  void arranging.onChosen((keys) => ({ edit: 'setInterpolation', keys, [side]: mode }))
}
</script>

<template>
  <section v-if="common" class="keys" aria-label="Chosen keys">
    <h2 class="group">{{ choice.keyCount === 1 ? 'Chosen key' : `${choice.keyCount} chosen keys` }}</h2>
    <div class="fields">
      <span>{{ choice.keyCount === 1 ? 'Frame' : 'First frame' }}</span>
      <TimeField :frame="Number(frame.toFixed(3))" label="Frame of the chosen keys" fractions @keep="setFrame" />
      <span>Value</span>
      <NumberField
        :value="common.value"
        label="Value of the chosen keys"
        :decimals="3"
        trim
        :placeholder="common.same.value ? undefined : 'various'"
        @keep="setValue"
        @changed="typed"
      />
      <span>Arrives</span>
      <select
        class="mode"
        aria-label="How the chosen keys arrive"
        :value="common.same.arrives ? common.arrives : ''"
        @change="setMode('in', $event)"
      >
        <option v-if="!common.same.arrives" value="" disabled>various</option>
        <option v-for="mode in interpolations" :key="mode" :value="mode">{{ mode }}</option>
      </select>
      <span>Leaves</span>
      <select
        class="mode"
        aria-label="How the chosen keys leave"
        :value="common.same.leaves ? common.leaves : ''"
        @change="setMode('out', $event)"
      >
        <option v-if="!common.same.leaves" value="" disabled>various</option>
        <option v-for="mode in interpolations" :key="mode" :value="mode">{{ mode }}</option>
      </select>
    </div>
    <div class="ways">
      <label><input v-model="desk.snaps" type="checkbox" class="form-check-input" /> Stay on whole frames</label>
      <BButton variant="quiet" class="btn-small" @click="dialogs.ask({ kind: 'onFrames' })">Put on frames…</BButton>
    </div>
  </section>
</template>

<style scoped>
.keys {
  padding-bottom: 8px;
  margin-bottom: 4px;
  border-bottom: 1px solid var(--line-soft);
}
.group {
  margin: 0 0 4px;
  font-size: 12px;
  font-weight: 600;
  color: var(--lemon);
}
[data-bs-theme='light'] .group {
  color: var(--text);
}
.fields {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto minmax(0, 1fr);
  align-items: center;
  gap: 4px 8px;
}
.mode {
  height: 22px;
  min-width: 0;
  font-size: 12px;
  color: var(--text);
  background: var(--ink);
  border: 1px solid var(--line);
  border-radius: 6px;
}
.ways {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  margin-top: 6px;
  color: var(--dim);
  font-size: 11.5px;
}
.ways input {
  margin: 0 3px 0 0;
}
</style>
