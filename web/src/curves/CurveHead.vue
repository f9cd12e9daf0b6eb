<script setup lang="ts">
import { computed } from 'vue'
import type { Lane, LaneChannel } from '../desk/lanes'
import { curvesOf } from '../desk/lanes'
import { useDesk } from '../desk/deskStore'
import { laneOf } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { colours } from '../styles/scheme'
import { speedOf } from '../scene/samples'
import { usePlayhead } from '../timebar/playhead'
import { curveNames, inksOf } from './channelColours'
import { useSpeeds } from './speeds'
import { useCurveViews } from './curveViews'

/** What stands in the head of a tall lane: its curves, each to be hidden, and how their values are shown. */
const props = defineProps<{ lane: Lane }>()
const scene = useScene()
const views = useCurveViews()
const desk = useDesk()
const playhead = usePlayhead()
const speeds = useSpeeds()

const channels = computed(() => {
  void scene.rowsVersion
  return curvesOf(props.lane)
})
const nameOf = computed(() => curveNames(channels.value))
const inkOf = computed(() => inksOf(channels.value, colours()))

/** What a curve is at the playhead and, where speeds are shown, how fast it goes. */
function readAt({ object, name }: LaneChannel): string {
  void scene.seenVersion
  const frame = playhead.readFrame
  const value = scene.book.track(object.id, name)?.at(frame)
  if (value === undefined) return ''
  const speed = speeds.on ? scene.book.track(object.id, speedOf(name))?.at(frame) : undefined
  const short = (number: number) => String(Number(number.toPrecision(4)))
  return speed === undefined ? short(value) : `${short(value)}, ${short(speed)}/s`
}
const isHidden = ({ object, name }: LaneChannel) => views.hidden.has(laneOf(object.id, name))
const isZoomed = computed(() => views.zoomed.has(props.lane.id))
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
    <template v-else>
      <button
        v-for="channel in channels"
        :key="laneOf(channel.object.id, channel.name)"
        type="button"
        class="curve"
        :aria-pressed="!isHidden(channel)"
        :title="isHidden(channel) ? 'Show this curve' : 'Hide this curve'"
        @click="views.toggleHidden(channel)"
      >
        <svg class="swatch" viewBox="0 0 12 4" aria-hidden="true">
          <rect width="12" height="4" rx="2" :fill="inkOf(channel)" />
        </svg>
        <span class="curve-name">{{ nameOf(channel) }}</span>
        <span class="at num" title="At the playhead">{{ readAt(channel) }}</span>
      </button>
    </template>
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
.curve {
  display: flex;
  align-items: center;
  gap: 7px;
  min-width: 0;
  padding: 0 2px;
  border: 0;
  border-radius: 5px;
  background: none;
  color: var(--text);
  font-size: 11.5px;
  text-align: left;
}
.curve:hover {
  background: var(--raised);
}
.curve[aria-pressed='false'] {
  color: var(--dim);
  text-decoration: line-through;
}
.curve[aria-pressed='false'] .swatch {
  opacity: 0.25;
}
.swatch {
  flex: none;
  width: 12px;
  height: 4px;
}
.at {
  margin-left: auto;
  color: var(--dim);
  font-size: 11px;
  white-space: nowrap;
}
.curve-name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
