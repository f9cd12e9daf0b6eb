<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Edit, RetimeWay } from '../api/http'
import { useSelectedSpan } from '../desk/selectedFrames'
import { warpKey } from '../scene/owners'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import ToldLength from '../timebar/ToldLength.vue'
import { useLookAhead } from '../timebar/lookAhead'
import { usePlayhead } from '../timebar/playhead'
import TimeField from '../timebar/TimeField.vue'
import NumberField from '../values/NumberField.vue'

/** Retimes a part of what is played, in one of some ready ways. */
const props = defineProps<{ warp: number | null }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()

const ways: { way: RetimeWay; label: string; hint: string }[] = [
  { way: 'speed', label: 'Another speed', hint: 'slower or faster; what follows moves along' },
  { way: 'hold', label: 'Hold a frame', hint: 'it stands for so many frames; what follows moves along' },
  { way: 'backwards', label: 'Backwards', hint: 'the part runs back to front' },
  { way: 'loop', label: 'Loop', hint: 'the part again and again; what follows moves along' },
  { way: 'freeze', label: 'Freeze', hint: 'from this frame on nothing moves' },
]
/** The played frames of the selected points; with fewer than two, those of the selected keys, or the scene's. */
const points = selection
  .keySets()
  .filter(({ object }) => props.warp !== null && object === warpKey(props.warp))
  .flatMap(({ times }) => times.map((time) => Math.round(time / scene.settings.ticksPerFrame)))
const keys = points.length > 1 ? null : useSelectedSpan()(true)
const span =
  points.length > 1
    ? [Math.min(...points), Math.max(...points)]
    : keys && keys[1] > keys[0]
      ? keys
      : scene.settings.range

const way = ref<RetimeWay>('speed')
const from = ref(span[0]!)
const to = ref(span[1]!)
const at = ref(playhead.frame)
const percent = ref(50)
const ease = ref(6)
const frames = ref(Math.round(scene.settings.framesPerSecond))
const times = ref(2)
const grows = ref(true)
const hasPart = computed(() => ['speed', 'backwards', 'loop'].includes(way.value))
/** The frame at which the part is to end, where that was typed; it sets the speed, and is met exactly. */
const endsAt = ref<number | null>(null)
const end = computed({
  get: () => endsAt.value ?? from.value + ((to.value - from.value) * 100) / percent.value,
  set: (frame) => {
    if (frame > from.value) percent.value = ((to.value - from.value) / (frame - from.value)) * 100
    endsAt.value = frame
  },
})
watch([from, to], () => (endsAt.value = null))

function setSpeed(hundredths: number): void {
  percent.value = hundredths
  endsAt.value = null
}

const edit = computed<Edit>(() => ({
  edit: 'retimePart',
  warp: props.warp,
  way: way.value,
  from: hasPart.value ? from.value : at.value,
  to: to.value,
  speed: percent.value / 100,
  ease: ease.value,
  frames: frames.value,
  times: times.value,
  growRange: grows.value,
  endsAt: way.value === 'speed' ? endsAt.value : null,
}))
const { told, wrong, isTold } = useLookAhead(() => edit.value)
const retime = () => void scene.edit(edit.value)
</script>

<template>
  <AskDialog title="Retime a part" ok="Retime" :ready="isTold" @done="retime" @close="emit('close')">
    <fieldset>
      <legend class="visually-hidden">How</legend>
      <label v-for="each in ways" :key="each.way" class="way tight">
        <input v-model="way" type="radio" class="form-check-input" :value="each.way" />
        <span
          ><b>{{ each.label }}</b> <span class="dim">{{ each.hint }}</span></span
        >
      </label>
    </fieldset>
    <div v-if="hasPart" class="row-of-fields">
      played from
      <TimeField :frame="from" label="Part from" @hold="from = $event" @keep="from = $event" />
      to
      <TimeField :frame="to" label="Part to" @hold="to = $event" @keep="to = $event" />
    </div>
    <div v-if="way === 'speed'" class="row-of-fields">
      at
      <NumberField
        :value="percent"
        label="Speed of the part"
        unit=" %"
        :decimals="2"
        :step="5"
        :least="0.1"
        :most="100000"
        trim
        @hold="setSpeed"
        @keep="setSpeed"
      />
      so that it ends at
      <TimeField :frame="end" fractions label="The part then ends at" @hold="end = $event" @keep="end = $event" />
    </div>
    <div v-if="way === 'speed'" class="row-of-fields">
      speed changes over
      <NumberField
        :value="ease"
        label="Frames of easing"
        :decimals="1"
        :step="1"
        :least="0"
        :most="1000"
        trim
        @hold="ease = $event"
        @keep="ease = $event"
      />
      frames on each side of both ends
    </div>
    <div v-if="!hasPart" class="row-of-fields">
      frame
      <TimeField :frame="at" label="Frame that stands" @hold="at = $event" @keep="at = $event" />
      <template v-if="way === 'hold'">
        for
        <NumberField
          :value="frames"
          label="Frames of the hold"
          :decimals="2"
          :step="1"
          :least="0.01"
          trim
          @hold="frames = $event"
          @keep="frames = $event"
        />
        frames
      </template>
    </div>
    <div v-if="way === 'loop'" class="row-of-fields">
      played
      <NumberField
        :value="times"
        label="Times played"
        :decimals="0"
        :step="1"
        :least="2"
        :most="1000"
        @hold="times = Math.round($event)"
        @keep="times = Math.round($event)"
      />
      times in all
    </div>
    <label v-if="!['backwards', 'freeze'].includes(way)" class="grows">
      <input v-model="grows" type="checkbox" class="form-check-input" /> The scene range grows with it
    </label>
    <ToldLength :told="told" :wrong="wrong">No key is touched</ToldLength>
  </AskDialog>
</template>

<style scoped>
.tight {
  padding: 2px 0;
}
.grows {
  display: flex;
  gap: 8px;
}
</style>
