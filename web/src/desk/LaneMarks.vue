<script setup lang="ts">
import { computed } from 'vue'
import { loosely } from '../loose/loose'
import { useScene } from '../scene/sceneStore'
import { objectOf, type Lane } from './lanes'

/** What a lane's head says of motion that no key makes: warps over it, and what the object does by itself. */
const props = defineProps<{ lane: Lane }>()
const scene = useScene()

/** The names of the warps that cover what the lane shows. */
const warped = computed(() => {
  void scene.rowsVersion
  const { kind, channels } = props.lane
  const object = objectOf(props.lane)
  if (kind !== 'scene' && kind !== 'object' && kind !== 'channel') return ''
  const covering = object
    ? scene.model.warpsOver(object.id, kind === 'channel' ? channels[0]!.name : undefined)
    : [...scene.model.warps.values()].filter(({ targets }) => targets === null)
  return covering.map(({ name, on }) => (on ? name : `${name} (off)`)).join(', ')
})
/** What the object does without keys, in words. */
const looseWords = computed(() => {
  void scene.rowsVersion
  const object = props.lane.kind === 'object' && objectOf(props.lane)
  return object ? loosely(scene.model.objects.get(object.id) ?? object) : ''
})
</script>

<template>
  <i
    v-if="warped"
    class="bi bi-hourglass-split warped"
    :title="`Warped by ${warped}`"
    :aria-label="`Warped by ${warped}`"
    role="img"
  />
  <span
    v-if="looseWords"
    class="unkeyed"
    role="img"
    :title="`${lane.label} ${looseWords}: not keyed. Bake makes it keys`"
    :aria-label="`${lane.label} ${looseWords}: not keyed`"
    ><i class="bi bi-wind" aria-hidden="true" /><template v-if="lane.channels.length === 0"> not keyed</template></span
  >
</template>

<style scoped>
.unkeyed {
  flex: none;
  color: var(--mint);
  font-size: 11px;
}
.warped {
  color: var(--mint);
  font-size: 10.5px;
}
</style>
