<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import ToldLength from '../timebar/ToldLength.vue'
import { useLookAhead } from '../timebar/lookAhead'
import NumberField from '../values/NumberField.vue'

/** One speed for the whole scene, typed as a factor or as the length that is wanted; no key is touched. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()

const wholeScene = 'Whole scene'
/** The frames of the motion as it was made, first and last pose included: what an earlier speed plays, or the scene range. */
const own = computed(() => {
  const known = [...scene.model.warps.values()].find(({ name, targets }) => name === wholeScene && targets === null)
  const points = known?.holder.channels.get('warp')?.keys
  const { range } = scene.settings
  return points?.count
    ? { length: points.values[points.count - 1]! - points.values[0]! + 1, speed: speedOf(points.values, points.times) }
    : { length: range[1] - range[0] + 1, speed: 1 }
})
function speedOf(values: Float64Array, times: Float64Array): number {
  const last = times.length - 1
  return ((values[last]! - values[0]!) * scene.settings.ticksPerFrame) / (times[last]! - times[0]!)
}

// To a millionth, as the server takes it.
const tidy = (speed: number) => Math.round(speed * 1e6) / 1e6
const speed = ref(tidy(own.value.speed))
const fits = ref(true)
/** The length that was typed, which is met exactly; the first and the last pose are the ends of it. */
const length = ref<number | null>(null)
const way = computed(() => Math.max(1, own.value.length - 1))
function setSpeed(wanted: number): void {
  speed.value = tidy(wanted)
  length.value = null
}
const frames = computed({
  get: () => length.value ?? way.value / speed.value + 1,
  set: (wanted) => {
    length.value = tidy(wanted)
    speed.value = tidy(way.value / (wanted - 1))
  },
})
const seconds = computed({
  get: () => frames.value / scene.settings.framesPerSecond,
  set: (wanted) => (frames.value = wanted * scene.settings.framesPerSecond),
})
const edit = computed<Edit>(() => ({
  edit: 'setSceneSpeed',
  speed: speed.value,
  length: length.value,
  fitRange: fits.value,
}))
const { told, wrong, isTold } = useLookAhead(() => edit.value)
</script>

<template>
  <AskDialog
    title="Speed of the whole scene"
    ok="Set the speed"
    :ready="isTold && speed !== tidy(own.speed)"
    @done="scene.edit(edit)"
    @close="emit('close')"
  >
    <div class="row-of-fields">
      speed
      <NumberField
        :value="speed"
        label="Speed of the scene"
        unit="×"
        :decimals="4"
        :step="0.05"
        :least="0.01"
        :most="100"
        trim
        @hold="setSpeed"
        @keep="setSpeed"
      />
      or length
      <NumberField
        :value="frames"
        label="Length in frames"
        :decimals="2"
        :step="1"
        :least="1.01"
        trim
        @keep="frames = $event"
      />
      frames
      <NumberField
        :value="seconds"
        label="Length in seconds"
        unit=" s"
        :decimals="3"
        :step="0.5"
        :least="0.01"
        trim
        @keep="seconds = $event"
      />
    </div>
    <label class="fits">
      <input v-model="fits" type="checkbox" class="form-check-input" /> The scene range ends with it
    </label>
    <ToldLength :told="told" :wrong="wrong">No key is touched</ToldLength>
  </AskDialog>
</template>

<style scoped>
.fits {
  display: flex;
  gap: 8px;
}
</style>
