<script setup lang="ts">
import { computed } from 'vue'
import type { Lane } from '../desk/lanes'
import { soundOf } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { useSounds } from './sounds'

/** Mute and solo of a sound, on the head of its lane. */
const props = defineProps<{ lane: Lane }>()
const scene = useScene()
const sounds = useSounds()
const sound = computed(() => {
  void scene.rowsVersion
  return scene.model.sounds.get(soundOf(props.lane.object!.id) ?? 0)
})
const mute = computed(() => {
  void scene.rowsVersion
  return sound.value?.holder.channels.get('mute')
})
const isMuted = computed(() => (mute.value?.keys.count ?? 0) === 0 && (mute.value?.still ?? 0) >= 0.5)
const isKeyed = computed(() => (mute.value?.keys.count ?? 0) > 0)
</script>

<template>
  <template v-if="sound">
    <button
      type="button"
      class="way"
      :aria-pressed="isMuted"
      :aria-label="`Mute ${sound.name}`"
      :title="
        isKeyed ? 'When it is mute is keyed; set it in the values' : isMuted ? 'Muted; let it be heard' : 'Mute it'
      "
      :disabled="isKeyed"
      @click="sounds.setChannel(sound, 'mute', isMuted ? 0 : 1)"
    >
      <i :class="isMuted ? 'bi bi-volume-mute-fill' : 'bi bi-volume-up'" aria-hidden="true" />
    </button>
    <button
      type="button"
      class="way"
      :aria-pressed="sound.solo"
      :aria-label="`Solo ${sound.name}`"
      :title="sound.solo ? 'Only what is solo is heard; let the others be heard again' : 'Hear it alone'"
      @click="sounds.change(sound.id, { solo: !sound.solo })"
    >
      <i class="bi bi-headphones" aria-hidden="true" />
    </button>
  </template>
</template>

<style scoped>
.way {
  flex: none;
  width: 20px;
  padding: 0;
  border: 0;
  border-radius: 5px;
  background: none;
  color: var(--dim);
  font-size: 12px;
}
.way:hover:enabled {
  color: var(--text);
}
.way[aria-pressed='true'] {
  background: var(--lemon);
  color: var(--on-lemon);
}
</style>
