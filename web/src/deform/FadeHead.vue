<script setup lang="ts">
import { computed } from 'vue'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import NumberField from '../values/NumberField.vue'

/** Which way an object fades; where, and how softly, its channels say, which stand below. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const selection = useSelection()
const fade = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.object.id)?.fade ?? props.object.fade!
})
const set = (change: { azimuth?: number; height?: number; invert?: boolean }) => {
  const { azimuth, height, invert } = { ...fade.value, ...change }
  const objects = [...selection.objects].filter((id) => scene.model.objects.get(id)?.fade)
  void scene.edit({ edit: 'setFade', objects, fade: { azimuth, height, invert }, at: null })
}
</script>

<template>
  <div class="fade-way">
    <span title="Which way it becomes clear: degrees about y, from x">towards</span>
    <NumberField
      class="field"
      :value="fade.azimuth"
      label="Fades towards, about y"
      unit="°"
      :decimals="0"
      :step="1"
      :least="-36000"
      :most="36000"
      @keep="set({ azimuth: $event })"
    />
    <span title="How far upwards that points: 90 is straight up">up</span>
    <NumberField
      class="field"
      :value="fade.height"
      label="Fades upwards by"
      unit="°"
      :decimals="0"
      :step="1"
      :least="-36000"
      :most="36000"
      @keep="set({ height: $event })"
    />
    <button
      type="button"
      class="turn"
      :aria-pressed="fade.invert"
      title="What is seen and what is not are exchanged"
      @click="set({ invert: !fade.invert })"
    >
      inverted
    </button>
  </div>
</template>

<style scoped>
.fade-way {
  display: flex;
  align-items: center;
  gap: 5px;
  padding-left: 24px;
  font-size: 12px;
  color: var(--dim);
}
.field {
  width: 58px;
}
.turn {
  padding: 0 8px;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: none;
  color: var(--text);
}
.turn[aria-pressed='true'] {
  border-color: var(--mint);
}
</style>
