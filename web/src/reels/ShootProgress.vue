<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import ProgressCard from '../shared/ProgressCard.vue'
import { useShooting } from './shooting'

/** How far the reel is that is being shot, with its picture. */
const shooting = useShooting()
const picture = useTemplateRef<HTMLCanvasElement>('picture')
watch(
  () => [shooting.preview, picture.value] as const,
  ([bitmap, canvas]) => {
    if (!bitmap || !canvas) return
    ;[canvas.width, canvas.height] = [bitmap.width, bitmap.height]
    canvas.getContext('2d')!.drawImage(bitmap, 0, 0)
  },
  { flush: 'post' },
)
const left = computed(() => {
  if (shooting.waits) return shooting.waits
  if (shooting.left === null) return 'just begun'
  const seconds = Math.ceil(shooting.left / 1000)
  return seconds > 90 ? `about ${Math.round(seconds / 60)} minutes left` : `${seconds} s left`
})
</script>

<template>
  <ProgressCard
    v-if="shooting.reel"
    label="A reel is being shot"
    :title="`Reel ${shooting.reel.number} is being shot`"
    :detail="`${shooting.drawn} of ${shooting.reel.pictures} · ${left}`"
    :done="shooting.drawn"
    :all="shooting.reel.pictures"
    what="Pictures shot"
    hint="Stop shooting; nothing of this reel is kept"
    @cancel="shooting.cancel"
  >
    <canvas ref="picture" aria-hidden="true" />
  </ProgressCard>
</template>

<style scoped>
canvas {
  width: 96px;
  border-radius: 6px;
  background: var(--stage);
}
</style>
