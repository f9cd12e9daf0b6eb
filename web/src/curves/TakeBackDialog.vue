<script setup lang="ts">
import { objectChannels } from '../desk/lanes'
import { computed, ref } from 'vue'
import { useDesk } from '../desk/deskStore'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import NumberField from '../values/NumberField.vue'
import { useComparing } from './comparing'
import { useCurveViews } from './curveViews'

/** Takes a part of the compared curves back: which frames, and of which channels. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const desk = useDesk()
const views = useCurveViews()
const comparing = useComparing()

const frameOf = (ticks: number) => ticks / scene.settings.ticksPerFrame
const times = selection.keySets().flatMap((set) => set.times)
const span = times.length ? [Math.min(...times), Math.max(...times)].map(frameOf) : scene.settings.work
const from = ref(span[0]!)
const to = ref(span[1]!)
/** The channels of the selected keys; with none selected, those that tall lanes show. */
const lanes = computed(() =>
  selection.keyCount
    ? selection.keySets().flatMap(({ object, channel }) => (typeof object === 'number' ? [{ object, channel }] : []))
    : desk.lanes.filter((lane) => lane.curves).flatMap((lane) => objectChannels(views.shown(lane))),
)
const names = computed(() =>
  [...new Set(lanes.value.map(({ object }) => scene.model.objects.get(object)?.name ?? ''))].join(', '),
)
</script>

<template>
  <AskDialog
    title="Take a part back"
    ok="Take back"
    :ready="lanes.length > 0 && to >= from"
    @done="comparing.takeBack(lanes, from, to)"
    @close="emit('close')"
  >
    <p v-if="lanes.length" class="mb-0">
      {{ lanes.length === 1 ? '1 channel' : `${lanes.length} channels` }} of {{ names }}: the keys between these frames
      become those of the compared curves.
    </p>
    <p v-else class="wrong mb-0">Select some keys, or pull a lane tall, to say which channels.</p>
    <div class="row-of-fields">
      from
      <NumberField :value="from" label="Take back from" :decimals="2" :step="1" trim @keep="from = $event" />
      to
      <NumberField :value="to" label="Take back to" :decimals="2" :step="1" trim @keep="to = $event" />
    </div>
  </AskDialog>
</template>
