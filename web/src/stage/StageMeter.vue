<script setup lang="ts">
import { computed } from 'vue'
import { usePlayhead } from '../timebar/playhead'
import { useViews } from './views'

/** How playing really goes: measured, not assumed. */
const playhead = usePlayhead()
const views = useViews()

const short = (value: number) => Number(value.toFixed(3))
const rate = computed(() => `playing ${playhead.shownRate.toFixed(1)} of ${short(playhead.wantedRate)} fps`)
const cost = computed(() =>
  playhead.pace === 'realTime'
    ? `${playhead.dropped} dropped`
    : `every frame, ${Math.round(Math.min(1, playhead.shownRate / playhead.wantedRate) * 100)} % of true speed`,
)
const scope = computed(() => {
  if (views.count === 1) return ''
  return views.updates === 'all' ? `all ${views.count} views` : `1 of ${views.count} views`
})
const pixels = computed(() => (views.pixelShare < 1 ? `${Math.round(views.pixelShare * 100)} % of the pixels` : ''))
const shapes = computed(() => (views.coarser > 1 ? 'shapes cut coarsely' : ''))
const parts = computed(() => [rate.value, cost.value, scope.value, pixels.value, shapes.value].filter(Boolean))
</script>

<template>
  <div class="stage-meter num" role="status">{{ parts.join(' · ') }}</div>
</template>
