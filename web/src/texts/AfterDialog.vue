<script setup lang="ts">
import { computed, ref } from 'vue'
import type { AfterOrder, Edit } from '../api/http'
import { useSelection } from '../scene/selection'
import { useTriedEdit } from '../scene/triedEdit'
import AskDialog from '../shared/AskDialog.vue'
import NumberField from '../values/NumberField.vue'
import SeedField from '../values/SeedField.vue'
import { useLookAheadCurves } from '../curves/lookAheadCurves'

/** Lets the selected objects move one after the other. It is seen on the stage and the desk before it is kept. */
const emit = defineEmits<{ close: [] }>()
const selection = useSelection()

const orders: Record<AfterOrder, string> = {
  inOrder: 'from the first to the last',
  fromEnds: 'from both ends to the middle',
  fromMiddle: 'from the middle to both ends',
  atRandom: 'at random',
}
const frames = ref(2)
const order = ref<AfterOrder>('inOrder')
const seed = ref(1)
const objects = computed(() => [...selection.objects])

const edit = computed<Edit | null>(() =>
  frames.value === 0
    ? null
    : { edit: 'oneAfterOther', objects: objects.value, frames: frames.value, order: order.value, seed: seed.value },
)
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)
const { keep } = useTriedEdit(() => edit.value)
</script>

<template>
  <AskDialog
    title="One after the other"
    ok="Set them apart"
    :ready="isTold && edit !== null"
    @done="keep"
    @close="emit('close')"
  >
    <p class="mb-0">
      The keys of each of the {{ objects.length }} selected objects come later than those of the one before.
    </p>
    <div class="row-of-fields">
      by
      <NumberField
        :value="frames"
        label="Frames from one to the next"
        :decimals="2"
        :step="1"
        :least="-10000"
        :most="10000"
        trim
        @hold="frames = $event"
        @keep="frames = $event"
      />
      frames each,
      <select v-model="order" class="small-pick" aria-label="Order">
        <option v-for="(words, each) in orders" :key="each" :value="each">{{ words }}</option>
      </select>
    </div>
    <SeedField v-if="order === 'atRandom'" v-model="seed" another="Another order" />
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="told" class="told" role="status">{{ told.keys }} keys move in time.</span>
  </AskDialog>
</template>
