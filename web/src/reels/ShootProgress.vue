<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
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
  <section v-if="shooting.reel" class="shooting" aria-label="A reel is being shot">
    <canvas ref="picture" aria-hidden="true" />
    <div class="words">
      <b>Reel {{ shooting.reel.number }} is being shot</b>
      <span class="num dim">{{ shooting.drawn }} of {{ shooting.reel.pictures }} · {{ left }}</span>
      <progress :value="shooting.drawn" :max="shooting.reel.pictures" aria-label="Pictures shot" />
    </div>
    <BButton
      variant="quiet"
      class="btn-small"
      title="Stop shooting; nothing of this reel is kept"
      @click="shooting.cancel"
      >Cancel</BButton
    >
  </section>
</template>

<style scoped>
.shooting {
  position: fixed;
  right: 14px;
  top: 52px;
  z-index: 1040;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 10px 12px;
  border: 1px solid var(--line);
  border-radius: 9px;
  background: var(--panel);
  box-shadow: 0 8px 28px rgb(0 0 0 / 35%);
  font-size: 12.5px;
}
canvas {
  width: 96px;
  border-radius: 6px;
  background: var(--stage);
}
.words {
  display: grid;
  gap: 3px;
  min-width: 190px;
}
progress {
  width: 100%;
  height: 6px;
  accent-color: var(--lime);
}
</style>
