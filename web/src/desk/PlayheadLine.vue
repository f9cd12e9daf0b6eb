<script setup lang="ts">
import { computed } from 'vue'
import { usePlayhead } from '../timebar/playhead'
import { useTimeDisplay } from '../timebar/timeDisplay'
import { useAutoKey } from '../values/autoKey'
import { flagSpan } from './deskDraw'

/** The playhead over a canvas. It lies in a layer of its own, so that moving it draws nothing anew. */
const props = defineProps<{ first: number; last: number; width: number; flag?: boolean }>()
const playhead = usePlayhead()
const time = useTimeDisplay()
const autoKey = useAutoKey()

const x = computed(() => ((playhead.frame - props.first) / (props.last - props.first)) * props.width)
const label = computed(() => time.label(playhead.readFrame))
/** Where the flag begins and how wide it is, as seen from the line. */
const span = computed(() => {
  const [left, right] = flagSpan(x.value, props.width, label.value)
  return { left: `${left - x.value + 1}px`, width: `${right - left}px` }
})
const shown = computed(() => x.value >= -1 && x.value <= props.width + 1)
</script>

<template>
  <div v-show="shown" class="now" :class="{ flag }" :style="{ transform: `translateX(${x}px)` }" aria-hidden="true">
    <span v-if="flag" class="num" :class="{ auto: autoKey.isOn }" :style="span">{{ label }}</span>
  </div>
</template>

<style scoped>
.now {
  position: absolute;
  inset: 0 auto 0 -1px;
  width: 2px;
  background: var(--lime);
  pointer-events: none;
  will-change: transform;
}
.flag span {
  position: absolute;
  top: 0;
  height: 19px;
  clip-path: polygon(0 0, 100% 0, 100% 68%, calc(100% - 6px) 100%, 6px 100%, 0 68%);
  background: var(--lime);
  color: var(--on-lime);
  font-size: 11.5px;
  font-weight: 700;
  line-height: 17px;
  text-align: center;
}
/* With auto-key on, its edge is hatched like the button. */
.flag span.auto {
  background:
    linear-gradient(var(--lime), var(--lime)) 3px 0 / calc(100% - 6px) calc(100% - 6px) no-repeat,
    repeating-linear-gradient(-45deg, var(--tangerine) 0 3px, var(--ink) 3px 6px);
}
</style>
