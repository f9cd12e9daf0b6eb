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
/** The frames of the motion as it was made: what an earlier speed plays, or the scene range. */
const own = computed(() => {
  const known = [...scene.model.warps.values()].find(({ name, targets }) => name === wholeScene && targets === null)
  const points = known?.holder.channels.get('warp')?.keys
  const { range } = scene.settings
  return points?.count
    ? { length: points.values[points.count - 1]! - points.values[0]!, speed: speedOf(points.values, points.times) }
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
const frames = computed({
  get: () => own.value.length / speed.value,
  set: (wanted) => (speed.value = tidy(own.value.length / wanted)),
})
const seconds = computed({
  get: () => frames.value / scene.settings.framesPerSecond,
  set: (wanted) => (frames.value = wanted * scene.settings.framesPerSecond),
})
const edit = computed<Edit>(() => ({ edit: 'setSceneSpeed', speed: speed.value, fitRange: fits.value }))
const { told, wrong } = useLookAhead(() => edit.value)
</script>

<template>
  <AskDialog
    title="Speed of the whole scene"
    ok="Set the speed"
    :ready="told !== null && speed !== tidy(own.speed)"
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
        @hold="speed = tidy($event)"
        @keep="speed = tidy($event)"
      />
      or length
      <NumberField
        :value="frames"
        label="Length in frames"
        :decimals="2"
        :step="1"
        :least="1"
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
      <input v-model="fits" type="checkbox" class="form-check-input" /> The scene range becomes as long
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
