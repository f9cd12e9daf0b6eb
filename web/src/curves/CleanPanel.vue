<script setup lang="ts">
import { computed, ref, toRef } from 'vue'
import { useArranging } from '../desk/arranging'
import { useSelection } from '../scene/selection'
import { useKeyPanel } from '../values/keyPanel'
import NumberField from '../values/NumberField.vue'
import { cleanWays as ways } from './cleanWays'
import { useLookAheadCurves } from './lookAheadCurves'
import { useToldCurve } from './toldCurve'

const selection = useSelection()
const arranging = useArranging()
const panel = useKeyPanel()
const selected = toRef(panel, 'way')
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
