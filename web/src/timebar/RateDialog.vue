<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit, FrameRule } from '../api/http'
import { useScene } from '../scene/sceneStore'
import LengthBars from './LengthBars.vue'
import OnFramesTick from './OnFramesTick.vue'
import { useLookAhead } from './lookAhead'
import { rateLabel } from './rates'
import AskDialog from '../shared/AskDialog.vue'

const props = defineProps<{ rate: string }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()

const wanted = ref(rateLabel(props.rate))
const keep = ref<'frames' | 'clock'>('clock')
const onFrames = ref<FrameRule | null>(null)
const editOf = (kept: 'frames' | 'clock'): Edit => ({
  edit: 'setRate',
  rate: wanted.value.trim(),
  keep: kept,
  onFrames: onFrames.value,
})
const { told: byClock, wrong, isTold } = useLookAhead(() => editOf('clock'))
const { told: byFrames } = useLookAhead(() => editOf('frames'))

const keysByClock = computed(() => {
  if (!byClock.value) return ''
  const { keys, betweenFramesAfter } = byClock.value
  return betweenFramesAfter === 0
    ? `All ${keys} keys land on frames`
    : `${betweenFramesAfter} of ${keys} keys would stand between frames`
})

const change = () => scene.edit(editOf(keep.value))
</script>

<template>
  <AskDialog title="Change the rate" ok="Change the rate" :ready="isTold" @done="change" @close="emit('close')">
    <label>
      Frames per second
      <input
        v-model="wanted"
        class="form-control num"
        :class="{ 'is-invalid': wrong }"
        placeholder="24, 29.97 or 30000/1001"
        aria-label="Frames per second"
        autofocus
      />
      <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    </label>
    <fieldset>
      <legend>What stays as it is</legend>
      <label class="way">
        <input v-model="keep" type="radio" class="form-check-input" value="clock" />
        <span>
          <b>The clock.</b> Motion keeps its speed, frame numbers change.
          <template v-if="byClock">
            <span class="told"
              >{{ keysByClock }} · frames {{ byClock.range[0] }} to {{ byClock.range[1] }} ·
              {{ byClock.secondsAfter.toFixed(2) }} s as now</span
            >
            <LengthBars :before="byClock.seconds" :after="byClock.secondsAfter" />
          </template>
        </span>
      </label>
      <label class="way">
        <input v-model="keep" type="radio" class="form-check-input" value="frames" />
        <span>
          <b>The frames.</b> Frame numbers stay, motion changes its speed.
          <template v-if="byFrames">
            <span class="told"
              >Keys stay on their frames · {{ byFrames.seconds.toFixed(2) }} s become
              {{ byFrames.secondsAfter.toFixed(2) }} s</span
            >
            <LengthBars :before="byFrames.seconds" :after="byFrames.secondsAfter" />
          </template>
        </span>
      </label>
    </fieldset>
    <OnFramesTick v-model="onFrames" />
  </AskDialog>
</template>
