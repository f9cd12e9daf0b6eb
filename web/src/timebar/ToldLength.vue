<script setup lang="ts">
import type { TimeMessage } from '../api/messages'
import { computed } from 'vue'
import { specOf } from '../scene/catalogue'
import { useScene } from '../scene/sceneStore'
import LengthBars from './LengthBars.vue'

/** What an edit of time would do to the scene's range and length, or why it cannot be done. The slot stands before it. */
const props = defineProps<{ told: TimeMessage | null; wrong: string }>()
const scene = useScene()

/** The keys that would lie outside the scene, the first by its name. */
const outside = computed(() => {
  const [count, first] = [props.told?.outside ?? 0, props.told?.firstOutside]
  const thing = first && scene.model.objects.get(first.object)
  const spec = thing && specOf(thing, first.channel)
  if (!first || !spec) return ''
  const which = `${thing.name} ${spec.fullName} at ${Number(first.frame.toFixed(2))}`
  return count === 1
    ? `1 key would lie outside the scene, and not be played: ${which}.`
    : `${count} keys would lie outside the scene, and not be played; the nearest is ${which}.`
})
</script>

<template>
  <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  <div v-else-if="told">
    <span class="told"
      ><template v-if="$slots.default"><slot /> · </template>scene {{ told.range[0] }} to {{ told.range[1] }} ·
      {{ told.seconds.toFixed(2) }} s become {{ told.secondsAfter.toFixed(2) }} s</span
    >
    <span v-if="outside" class="told warning">{{ outside }}</span>
    <LengthBars :before="told.seconds" :after="told.secondsAfter" />
  </div>
</template>

<style scoped>
.warning {
  color: var(--grapefruit);
}
</style>
