<script setup lang="ts">
import { computed, nextTick } from 'vue'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import TiedSection from '../values/TiedSection.vue'
import { looseKinds, looseWords, useLoose, type LooseKind } from './loose'

/** Which motion that nobody keyed an object has: a switch for each kind. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const selection = useSelection()
const loose = useLoose()

const object = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.object.id)
})
const isOn = (kind: LooseKind) => object.value?.[kind]?.on ?? false

/** Switches it; its numbers, which stand below all others, come into sight. */
async function toggle(kind: LooseKind): Promise<void> {
  await loose.toggle([...selection.objects], kind)
  await nextTick()
  if (isOn(kind))
    document
      .querySelector(`.values section[aria-label="${looseWords[kind].group}"]`)
      ?.scrollIntoView({ block: 'nearest' })
}
const hint = (kind: LooseKind) => {
  const { group, hint: what } = looseWords[kind]
  return object.value?.[kind] ? `${group}: switch it ${isOn(kind) ? 'off; its numbers stay' : 'on'}` : what
}
</script>

<template>
  <TiedSection label="Moves without keys">
    <span class="line">
      <span
        title="Motion that nobody keyed. It is played from the scene's first frame on, whatever warps there are; bake makes it keys"
        >by itself</span
      >
      <button
        v-for="kind in looseKinds"
        :key="kind"
        type="button"
        class="word-pill kind"
        :aria-pressed="isOn(kind)"
        :title="hint(kind)"
        @click="toggle(kind)"
      >
        {{ looseWords[kind].does }}
      </button>
    </span>
  </TiedSection>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 5px;
}
.kind[aria-pressed='true'] {
  border-style: dotted;
}
</style>
