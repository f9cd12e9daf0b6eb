<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit, KeySet } from '../api/http'
import { useArranging } from '../desk/arranging'
import { useSelection } from '../scene/selection'
import NumberField from '../values/NumberField.vue'
import { useLookAheadCurves } from './lookAheadCurves'
import { useToldCurve } from './toldCurve'

/** Ways to put the selected keys in order. What each would do to the curve is told before it is done. */
interface Way {
  name: string
  hint: string
  /** What its number is called; none for a way without one. */
  field?: { label: string; unit?: string; rest: number; least?: number; most?: number; decimals: number; step: number }
  edit: (keys: KeySet[], number: number) => Edit
}

const ways: readonly Way[] = [
  {
    name: 'Reduce keys',
    hint: 'as few keys as the tolerance allows',
    field: { label: 'Tolerance', rest: 0.05, least: 0, decimals: 4, step: 0.01 },
    edit: (keys, tolerance) => ({ edit: 'reduceKeys', keys, tolerance }),
  },
  {
    name: 'Resample',
    hint: 'keys evenly, on the curve',
    field: { label: 'A second', rest: 12, least: 0.001, most: 240, decimals: 3, step: 1 },
    edit: (keys, perSecond) => ({ edit: 'resampleKeys', keys, perSecond }),
  },
  {
    name: 'Spread evenly',
    hint: 'as far from key to key; values stay',
    edit: (keys) => ({ edit: 'spreadKeys', keys }),
  },
  {
    name: 'Smooth',
    hint: 'evens out jagged values; ends stay',
    field: { label: 'Amount', unit: ' %', rest: 30, least: 0, most: 100, decimals: 0, step: 5 },
    edit: (keys, amount) => ({ edit: 'smoothKeys', keys, amount: amount / 100 }),
  },
  {
    name: 'Remove spikes',
    hint: 'puts single wild values back on the line',
    edit: (keys) => ({ edit: 'removeSpikes', keys }),
  },
  {
    name: 'Unwind rotation',
    hint: 'no jump of a whole turn between two keys',
    edit: (keys) => ({ edit: 'unwindRotation', keys }),
  },
  {
    name: 'Delete, keep the curve',
    hint: 'bends the keys beside them towards the old curve',
    edit: (keys) => ({ edit: 'deleteKeys', keys, keepCurve: true }),
  },
  {
    name: 'Shift values',
    hint: 'each by as much',
    field: { label: 'By', rest: 1, decimals: 4, step: 0.1 },
    edit: (keys, offset) => ({ edit: 'setKeyValues', keys, offset, factor: 1 }),
  },
  {
    name: 'Scale values',
    hint: 'about 0',
    field: { label: 'To', unit: ' %', rest: 50, decimals: 2, step: 5 },
    edit: (keys, percent) => ({ edit: 'setKeyValues', keys, offset: 0, factor: percent / 100 }),
  },
  {
    name: 'Snap values',
    hint: 'to the nearest multiple',
    field: { label: 'Of', rest: 0.5, least: 1e-6, decimals: 4, step: 0.1 },
    edit: (keys, step) => ({ edit: 'snapValues', keys, step }),
  },
  { name: 'Flip in value', hint: 'upside down', edit: (keys) => ({ edit: 'flipKeys', keys, inTime: false }) },
  { name: 'Flip in time', hint: 'back to front', edit: (keys) => ({ edit: 'flipKeys', keys, inTime: true }) },
]

const selection = useSelection()
const arranging = useArranging()
const selected = ref(0)
const numbers = ref(ways.map(({ field }) => field?.rest ?? 0))
const way = computed(() => ways[selected.value]!)
const number = computed({
  get: () => numbers.value[selected.value]!,
  set: (value) => (numbers.value[selected.value] = value),
})
const edit = computed(() => (selection.keyCount ? way.value.edit(selection.keySets(), number.value) : null))
const { told, wrong } = useLookAheadCurves(() => edit.value)
const inWords = useToldCurve()
const most = computed(() => told.value && inWords(told.value))

const apply = () => void arranging.onSelected((keys) => way.value.edit(keys, number.value))
</script>

<template>
  <div class="line">
    <select v-model="selected" class="small-pick" aria-label="How to clean up">
      <option v-for="({ name }, i) in ways" :key="name" :value="i">{{ name }}</option>
    </select>
    <BButton variant="lime" class="btn-small" :disabled="!told" @click="apply">Do it</BButton>
  </div>
  <div v-if="way.field" class="line field-line">
    <span>{{ way.field.label }}</span>
    <NumberField
      :key="way.name"
      :value="number"
      :label="`${way.name}: ${way.field.label}`"
      :unit="way.field.unit"
      :decimals="way.field.decimals"
      :step="way.field.step"
      :least="way.field.least"
      :most="way.field.most"
      trim
      @hold="number = $event"
      @keep="number = $event"
    />
    <span class="dim">{{ way.hint }}</span>
  </div>
  <p v-else class="dim told">{{ way.hint }}</p>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  <p v-else-if="told?.keys === 0" class="told" role="status">Nothing would change: select all keys of a stretch.</p>
  <p v-else-if="told" class="told" role="status">
    {{ told.keys }} {{ told.keys === 1 ? 'key becomes' : 'keys become' }} <b>{{ told.keysAfter }}</b><template
      v-if="most"
      >, at most <b>{{ most.off }}</b> off, {{ most.where }}</template
    ><template v-else>; the curve stays as it is</template>
  </p>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 6px;
}
.line select {
  flex: 1;
}
.field-line {
  margin-top: 5px;
}
.field-line :deep(.field) {
  width: 84px;
}
.field-line .dim {
  font-size: 11.5px;
}
.told,
.wrong {
  margin: 5px 0 0;
  font-size: 11.5px;
}
.wrong {
  color: var(--grapefruit);
}
</style>
