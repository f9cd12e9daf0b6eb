<script setup lang="ts">
import { computed } from 'vue'
import type { Lane } from '../desk/lanes'
import { curvesOf } from '../desk/lanes'
import { useDesk } from '../desk/deskStore'
import { useScene } from '../scene/sceneStore'
import CurveLegend from './CurveLegend.vue'
import { useCurveReading } from './curveReading'
import { useCurveViews } from './curveViews'

/** What stands in the head of a tall lane: its curves, each to be hidden, and how their values are shown. */
const props = defineProps<{ lane: Lane }>()
const scene = useScene()
const views = useCurveViews()
const desk = useDesk()

const channels = computed(() => {
  void scene.rowsVersion
  return curvesOf(props.lane)
})
const readAt = useCurveReading()
const isZoomed = computed(() => views.zoomed.has(props.lane.id))
/** What stands above the legend, and what it always has, in pixels. */
const [aboveLegend, leastLegend] = [58, 40]
/** Which values are in view, for whoever measures the page. */
const shownValues = computed(() => {
  void scene.rowsVersion
  return JSON.stringify(views.rangeOf(props.lane))
})
const isNormalised = computed(() => views.normalised.has(props.lane.id))
</script>

<template>
  <div class="curve-head" :data-values="shownValues">
    <div class="ways">
      <button
        v-if="channels.length > 1"
        type="button"
        :aria-pressed="isNormalised"
        title="Each curve fills the height by itself, whatever its values"
        @click="views.toggleNormalised(lane)"
      >
        Even heights
      </button>
      <button v-if="isZoomed" type="button" title="Show all values of the lane" @click="views.showAll(lane)">
        All values
      </button>
      <button
        v-if="lane.kind === 'curves'"
        type="button"
        title="Back to the lanes (V)"
        @click="desk.toggleCurvesOnly()"
      >
        Back to lanes
      </button>
    </div>
    <span v-if="channels.length === 1" class="at num" title="At the playhead">{{ readAt(channels[0]!) }}</span>
    <CurveLegend v-else :channels="channels" :height="Math.max(leastLegend, lane.height - aboveLegend)" />
  </div>
</template>

<style scoped>
.curve-head {
  display: grid;
  align-content: start;
  gap: 1px;
  width: 100%;
  padding: 2px 0 6px 18px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.ways button {
  padding: 0 6px;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: none;
  color: var(--dim);
  font-size: 11px;
}
.ways button:hover {
  color: var(--text);
  border-color: var(--dim);
}
.ways button[aria-pressed='true'] {
  background: var(--raised);
  color: var(--text);
  border-color: var(--dim);
}
.at {
  margin-left: auto;
  color: var(--dim);
  font-size: 11px;
  white-space: nowrap;
}
</style>
