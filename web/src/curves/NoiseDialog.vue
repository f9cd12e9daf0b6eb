<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { ChannelSpec, ChannelValue, Edit } from '../api/http'
import { useSelectedSpan } from '../desk/selectedFrames'
import { channelsOf, specOf } from '../scene/catalogue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useTriedEdit } from '../scene/triedEdit'
import AskDialog from '../shared/AskDialog.vue'
import TimeField from '../timebar/TimeField.vue'
import NumberField from '../values/NumberField.vue'
import SeedField from '../values/SeedField.vue'
import { useLookAheadCurves } from './lookAheadCurves'

/** Lets values sway or flicker between two frames. It is seen on the stage and the desk before it is kept. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()

/** The channels of the selected keys or, with none, those of the selected objects to choose from. */
const ofKeys = selection
  .keySets()
  .flatMap(({ object, channel }) => (typeof object === 'number' ? { object, channel } : []))
const objects = computed(() => [...selection.objects].flatMap((id) => scene.model.objects.get(id) ?? []))
const choices = computed(() => {
  const specs = objects.value.map(channelsOf)
  return (specs[0] ?? []).filter(({ name }) => specs.every((list) => list.some((spec) => spec.name === name)))
})
const channelFirst = () =>
  choices.value.find(({ name }) => name === 'light.intensity')?.name ?? choices.value[0]?.name ?? 'position.x'
const channel = ref(channelFirst())
const channels = computed<ChannelValue[]>(() =>
  ofKeys.length ? ofKeys : objects.value.map(({ id }) => ({ object: id, channel: channel.value })),
)
const spec = computed(() => {
  const [first] = channels.value
  const holder = first && scene.model.holder(first.object)
  return holder && specOf(holder, first.channel)
})

const span = useSelectedSpan()(false)
const [first, last] = span && span[0] < span[1] ? span : scene.settings.work
const from = ref(first)
const to = ref(last)

/** How far a value goes if nobody has said so: what is seen, and does not tear it away. */
const usual: Partial<Record<ChannelSpec['unit'], number>> = { degrees: 5, onOff: 1, fraction: 0.3, factor: 0.5 }
const usualAmount = () => (spec.value && usual[spec.value.unit]) ?? 0.2
const amount = ref(usualAmount())
watch(channel, () => (amount.value = usualAmount()))
const beats = ref(4)
const seed = ref(1)
const roughness = ref(0)

const edit = computed<Edit | null>(() =>
  channels.value.length === 0 || amount.value === 0
    ? null
    : {
        edit: 'addNoise',
        channels: channels.value,
        from: from.value,
        to: to.value,
        amount: amount.value,
        beats: beats.value,
        seed: seed.value,
        roughness: roughness.value,
      },
)
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)
const { keep } = useTriedEdit(() => edit.value)

const numbers = [
  { model: amount, label: 'Amount', words: 'either way', step: 0.01, decimals: 3, least: undefined, most: undefined },
  { model: beats, label: 'Beats a second', words: 'beats a second', step: 0.1, decimals: 2, least: 0.01, most: 100 },
  { model: roughness, label: 'Roughness', words: 'rough, 0 to 1', step: 0.01, decimals: 2, least: 0, most: 1 },
]
</script>

<template>
  <AskDialog title="Noise" ok="Write the keys" :ready="isTold && edit !== null" @done="keep" @close="emit('close')">
    <p v-if="ofKeys.length" class="mb-0">
      On {{ channels.length === 1 ? 'the channel' : `the ${channels.length} channels` }} of the selected keys
    </p>
    <label v-else class="row-of-fields">
      on
      <select v-model="channel" class="small-pick" aria-label="Channel">
        <option v-for="each in choices" :key="each.name" :value="each.name">{{ each.fullName }}</option>
      </select>
      of {{ objects.length === 1 ? objects[0]!.name : `${objects.length} objects` }}
    </label>
    <div class="row-of-fields">
      from <span class="box"><TimeField :frame="from" label="From frame" @keep="from = $event" /></span> to
      <span class="box"><TimeField :frame="to" label="To frame" @keep="to = $event" /></span>
    </div>
    <div v-for="{ model, label, words, ...limits } in numbers" :key="label" class="row-of-fields">
      <NumberField
        :value="model.value"
        :label="label"
        v-bind="limits"
        trim
        @hold="model.value = $event"
        @keep="model.value = $event"
      />
      {{ words }}
    </div>
    <SeedField v-model="seed" another="Other noise of the same kind" />
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="told" class="told" role="status">{{ told.keys }} keys become {{ told.keysAfter }}.</span>
    <span v-else class="told">Looking at what it would do…</span>
  </AskDialog>
</template>
