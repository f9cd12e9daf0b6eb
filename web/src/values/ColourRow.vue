<script setup lang="ts">
import { computed } from 'vue'
import type { SceneObject } from '../scene/sceneModel'
import { useScene } from '../scene/sceneStore'
import { useChannelState } from './channelState'
import { hexOf, linearOf } from './colour'
import ValueMarker, { type MarkerState } from './ValueMarker.vue'

const props = defineProps<{ object: SceneObject; channels: readonly string[] }>()
const emit = defineEmits<{ hold: [values: number[]]; keep: [values: number[]]; marker: [] }>()

const scene = useScene()
const state = useChannelState()

const parts = computed(() => {
  void scene.seenVersion
  return props.channels.map((channel) => state.value(props.object, channel))
})
const hex = computed(() => (parts.value.some(Number.isNaN) ? '' : hexOf(parts.value)))
const marker = computed<MarkerState>(() => {
  const states = props.channels.map((channel) => state.state(props.object, channel))
  return (['changed', 'keyed', 'animated', 'moved'] as const).find((wanted) => states.includes(wanted)) ?? 'still'
})
const read = (event: Event) => linearOf((event.target as HTMLInputElement).value)
</script>

<template>
  <div class="channel" data-channel="look.colour">
    <ValueMarker :state="marker" label="Colour" @click="emit('marker')" />
    <span>Colour</span>
    <input
      type="color"
      class="swatch"
      aria-label="Colour"
      :value="hex || '#000000'"
      :disabled="!hex"
      @input="emit('hold', read($event))"
      @change="emit('keep', read($event))"
    />
    <span class="num hex">{{ hex || '…' }}</span>
  </div>
</template>

<style scoped>
.channel {
  display: grid;
  grid-template-columns: 18px 84px minmax(0, 1fr) 80px;
  align-items: center;
  gap: 6px;
  height: 25px;
}
.swatch {
  width: 100%;
  height: 20px;
  padding: 0;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: none;
  overflow: hidden;
}
.swatch::-webkit-color-swatch-wrapper {
  padding: 0;
}
.swatch::-webkit-color-swatch {
  border: 0;
}
.hex {
  font-size: 12px;
  text-align: right;
  padding-right: 8px;
}
</style>
