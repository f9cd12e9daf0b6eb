<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../scene/sceneStore'

/** How it stands with what was done: kept, on its way, waiting here for the server, or not kept. */
const scene = useScene()

const waiting = computed(() =>
  scene.waiting === 0 ? '' : scene.waiting === 1 ? ' · 1 change waits here' : ` · ${scene.waiting} changes wait here`,
)
const told = computed(() => {
  if (scene.lineState === 'away') return `The server is away${waiting.value}`
  if (scene.lineState === 'shut') return `The server asks for its token again: open it in another tab${waiting.value}`
  if (scene.lineState === 'returning') return `Coming back…${waiting.value}`
  if (scene.busy) return 'Keeping…'
  if (scene.trouble) return 'Not kept'
  return 'Kept'
})
const isTrouble = computed(() => scene.lineState !== 'standing' || (scene.trouble !== '' && !scene.busy))
</script>

<template>
  <span :class="{ trouble: isTrouble }" :title="scene.trouble || undefined"
    >{{ told
    }}<span v-if="told === 'Kept' && scene.position > 0" class="folds-4"> · change {{ scene.position }}</span></span
  >
</template>

<style scoped>
.trouble {
  color: var(--grapefruit);
}
</style>
