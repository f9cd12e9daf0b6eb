<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useKeying } from '../values/keying'
import { addObject } from './addObject'

/** The first steps in an empty scene, on cards that go one by one as they are done, and then for good. */
const scene = useScene()
const playhead = usePlayhead()
const keying = useKeying()
const isOver = useStorage('zesty-first-steps-over', false)
const beganEmpty = ref(false)
const hasPlayed = ref(false)

watch(
  () => scene.id,
  () => {
    beganEmpty.value = scene.model.objects.size === 0
    hasPlayed.value = false
  },
  { immediate: true },
)
const hasObject = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.size > 0
})
/** Whether something gets from one key to another. */
const isKeyed = computed(() => {
  void scene.keysVersion
  return [...scene.model.objects.values()].some((object) =>
    [...object.channels.values()].some(({ keys }) => keys.count > 1),
  )
})
watch(
  () => playhead.playing,
  (playing) => {
    if (playing && beganEmpty.value && !isOver.value && isKeyed.value) hasPlayed.value = isOver.value = true
  },
)

const steps = computed(() =>
  [
    {
      title: 'Add something',
      text: 'A box will do. + Add, on the left, has everything else.',
      button: 'Add a box',
      run: () => void addObject('box'),
      isDone: hasObject.value,
    },
    {
      title: 'Key it, twice',
      text: 'Press N. Go to another frame on the ruler, move it on the stage, press N again.',
      button: 'Key it here',
      run: () => keying.keySelected(),
      isDone: isKeyed.value,
    },
    {
      title: 'Play',
      text: 'Space plays and stops. The lime line is now.',
      button: 'Play',
      run: () => playhead.play(),
      isDone: hasPlayed.value,
    },
  ].filter(({ isDone }) => !isDone),
)
</script>

<template>
  <ol v-if="beganEmpty && !isOver" class="steps" aria-label="First steps">
    <li v-for="({ title, text, button, run }, i) in steps" :key="title" :class="{ next: i === 0 }">
      <b>{{ title }}</b>
      <span>{{ text }}</span>
      <BButton v-if="i === 0" variant="quiet" class="btn-small" @click="run">{{ button }}</BButton>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  position: absolute;
  right: 14px;
  bottom: 12px;
  display: flex;
  gap: 10px;
  max-width: calc(100% - 28px);
  margin: 0;
  padding: 0;
  list-style: none;
  pointer-events: none;
}
li {
  display: grid;
  grid-template-rows: auto 1fr auto;
  gap: 4px;
  flex: 0 1 196px;
  min-width: 0;
  padding: 10px 12px;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: var(--panel);
  color: var(--dim);
  font-size: 12px;
}
li.next {
  border-color: var(--lime);
}
li.next b {
  color: var(--text);
}
li button {
  justify-self: start;
  margin-top: 4px;
  pointer-events: auto;
}
</style>
