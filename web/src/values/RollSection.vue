<script setup lang="ts">
import { computed } from 'vue'
import type { Axis } from '../api/http'
import { useSelection } from '../scene/selection'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import NumberField from './NumberField.vue'

/** Whether an object turns like a wheel as it travels, about which axis, and how large the wheel is. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const selection = useSelection()
const axes: Axis[] = ['x', 'y', 'z']

const roll = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.object.id)?.roll ?? null
})
const give = (axle: Axis | null, radius?: number) =>
  void scene.edit({ edit: 'setRoll', objects: [...selection.objects], axle, radius })
const pick = (event: Event) => give(((event.target as HTMLSelectElement).value || null) as Axis | null)
</script>

<template>
  <div class="roll">
    <label
      title="Rotates like a wheel, as far as it is carried over the ground: it starts, runs and stops with its vehicle"
    >
      rolls
      <select class="small-pick" aria-label="Rolls about" v-stands="roll?.axle" @change="pick">
        <option value="">not</option>
        <option v-for="axis in axes" :key="axis" :value="axis">about {{ axis.toUpperCase() }}</option>
      </select>
    </label>
    <label v-if="roll" class="radius">
      radius
      <NumberField
        :value="roll.radius"
        label="Radius that it rolls on"
        :decimals="3"
        :step="0.05"
        :least="0.001"
        hint="From the axle to the ground, in scene lengths"
        trim
        @keep="give(roll.axle, $event)"
      />
    </label>
  </div>
</template>

<style scoped>
.roll {
  display: flex;
  align-items: center;
  gap: 14px;
  margin-top: 3px;
  padding-left: 24px;
  color: var(--dim);
  font-size: 11.5px;
}
.roll label {
  display: flex;
  align-items: center;
  gap: 5px;
}
.roll select {
  height: 20px;
}
.radius > .field {
  width: 64px;
  height: 20px;
}
</style>
