<script setup lang="ts">
import { useVirtualList } from '@vueuse/core'
import { computed } from 'vue'
import type { LaneChannel } from '../desk/lanes'
import { laneOf } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { colours } from '../styles/scheme'
import { curveNames, inksOf } from './channelColours'
import { useCurveReading } from './curveReading'
import { useCurveViews } from './curveViews'

/** The curves of a tall lane: each with its colour and what it is at the playhead, and to be hidden. Of hundreds only those in sight are here. */
const props = defineProps<{ channels: readonly LaneChannel[]; /** In pixels. */ height: number }>()
const views = useCurveViews()
const scene = useScene()
const readAt = useCurveReading()

const rowHeight = 18
const nameOf = computed(() => (void scene.rowsVersion, curveNames(props.channels)))
const inkOf = computed(() => inksOf(props.channels, colours()))
const isHidden = ({ object, name }: LaneChannel) => views.hidden.has(laneOf(object.id, name))
const { list, containerProps, wrapperProps } = useVirtualList(
  computed(() => [...props.channels]),
  { itemHeight: rowHeight },
)
</script>

<template>
  <div v-bind="containerProps" class="legend" :style="{ maxHeight: `${height}px` }">
    <div v-bind="wrapperProps">
      <button
        v-for="{ data: channel } in list"
        :key="laneOf(channel.object.id, channel.name)"
        type="button"
        class="curve"
        :aria-pressed="!isHidden(channel)"
        :title="isHidden(channel) ? 'Show this curve' : 'Hide this curve'"
        @click="views.toggleHidden(channel)"
      >
        <span class="swatch" aria-hidden="true" :style="{ background: inkOf(channel) }" />
        <span class="curve-name">{{ nameOf(channel) }}</span>
        <span class="at num" title="At the playhead">{{ readAt(channel) }}</span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.legend {
  scrollbar-width: thin;
  scrollbar-color: var(--line) transparent;
}
.curve {
  display: flex;
  align-items: center;
  gap: 7px;
  width: 100%;
  height: 18px;
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
  border-radius: 2px;
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
