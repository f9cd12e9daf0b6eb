<script setup lang="ts">
import { computed, ref } from 'vue'
import { useClipDialogs } from '../clips/clipDialogs'
import CurveHead from '../curves/CurveHead.vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { soundOf } from '../scene/owners'
import { useDesk } from './deskStore'
import { useLaneFilter } from './laneFilter'
import LayerChip from '../layers/LayerChip.vue'
import PeopleDots from '../people/PeopleDots.vue'
import { useShowWhere } from '../stage/showWhere'
import { useMenus } from '../menus/menus'
import NameField from '../shared/NameField.vue'
import { useSounds } from '../sound/sounds'
import SoundButtons from '../sound/SoundButtons.vue'
import WorkingButtons from '../working/WorkingButtons.vue'
import { useWorking } from '../working/working'
import { useRenaming } from '../values/renaming'
import { useHeadClicks, useHeadEdge, useHeadLift } from './headHands'
import LaneMarks from './LaneMarks.vue'
import { objectOf, type Lane } from './lanes'

const props = defineProps<{ lane: Lane }>()
const scene = useScene()
const desk = useDesk()
const filter = useLaneFilter()
const selection = useSelection()

const working = useWorking()
const menus = useMenus()
const showWhere = useShowWhere()
const clipDialogs = useClipDialogs()
const isObject = computed(() => props.lane.kind === 'object')
const renaming = useRenaming()
const sounds = useSounds()
/** Whether the name of a sound is being typed. */
const isNaming = ref(false)
const rename = (name: string) => void scene.edit({ edit: 'renameObject', object: objectOf(props.lane)!.id, name })
const isPinned = computed(() => isObject.value && filter.pinned.has(objectOf(props.lane)!.id))
const canPin = computed(() => isObject.value && objectOf(props.lane)!.parent === null)

function placeClip(): void {
  selection.select([objectOf(props.lane)!.id])
  clipDialogs.ask('clips')
}

const { select } = useHeadClicks(() => props.lane)
const { shift, grab, pull, drop, giveUp } = useHeadLift(() => props.lane)
const edge = useHeadEdge(() => props.lane)
const canPull = computed(edge.canPull)
</script>

<template>
  <div
    class="head"
    @pointerenter="desk.pointed = lane.id"
    @contextmenu.prevent="menus.onLane($event, lane, null)"
    :class="{
      object: isObject,
      whole: lane.kind === 'scene',
      group: ['group', 'clips', 'layer'].includes(lane.kind),
      tall: lane.curves,
      moving: shift !== 0,
      selected:
        (isObject && selection.objects.has(objectOf(lane)!.id)) ||
        (lane.kind === 'sound' && selection.sounds.has(soundOf(lane.object!.id)!)),
      shown: isObject && showWhere.shown.has(objectOf(lane)!.id),
      unseen: objectOf(lane) && working.isUnseen(objectOf(lane)!.id),
    }"
    :style="{
      top: `${lane.top + shift}px`,
      height: `${lane.height}px`,
      paddingLeft: `${8 + Math.min(lane.depth, 8) * 14}px`,
    }"
  >
    <button
      v-if="lane.opens"
      type="button"
      class="fold"
      :aria-pressed="lane.open"
      :aria-label="`${lane.open ? 'Close' : 'Open'} ${lane.label}`"
      @click="desk.toggle(lane)"
    >
      <i :class="lane.open ? 'bi bi-caret-down-fill' : 'bi bi-caret-right-fill'" aria-hidden="true" />
    </button>
    <span v-else class="fold" />
    <LayerChip v-if="lane.layer && lane.kind !== 'channel'" :layer="lane.layer" />
    <NameField
      v-if="isObject && renaming.isIn(objectOf(lane)!.id, 'lane')"
      begun
      :name="lane.label"
      @rename="rename"
      @done="renaming.end"
    />
    <NameField
      v-else-if="isNaming"
      begun
      :name="lane.label"
      @rename="sounds.change(soundOf(lane.object!.id)!, { name: $event })"
      @done="isNaming = false"
    />
    <button
      v-else
      type="button"
      class="name"
      :title="
        isObject
          ? `${lane.label}\nClick to select, with Shift a range, with Ctrl one more; double-click to rename; drag up or down to reorder, or onto a warp`
          : lane.kind === 'layer'
            ? `What ${lane.label} has of ${lane.object!.name}. Click to work in it`
            : lane.kind === 'sound'
              ? `${lane.label}\nClick to select, with Ctrl one more; double-click to rename`
              : lane.label
      "
      @click="select"
      @dblclick="isObject ? renaming.ask(objectOf(lane)!.id, 'lane') : (isNaming = lane.kind === 'sound')"
      @pointerdown="grab"
      @pointermove="pull"
      @pointerup="drop"
      @pointercancel="giveUp"
    >
      {{ lane.label }}
    </button>
    <PeopleDots v-if="isObject" :object="objectOf(lane)!.id" />
    <SoundButtons v-if="lane.kind === 'sound'" :lane="lane" />
    <WorkingButtons v-if="isObject" :object="objectOf(lane)!" />
    <button
      v-if="lane.kind === 'clips'"
      type="button"
      class="pin on"
      :aria-label="`Place a clip on ${lane.object!.name}`"
      title="Place a clip at the playhead"
      @click="placeClip"
    >
      <i class="bi bi-plus-lg" aria-hidden="true" />
    </button>
    <button
      v-if="canPin"
      type="button"
      class="pin"
      :class="{ on: isPinned }"
      :aria-pressed="isPinned"
      :aria-label="`Pin ${lane.label}`"
      :title="isPinned ? 'Pinned above the others; click to let it go' : 'Pin it above the others'"
      @click="filter.togglePin(objectOf(lane)!.id)"
    >
      <i :class="isPinned ? 'bi bi-pin-fill' : 'bi bi-pin'" aria-hidden="true" />
    </button>
    <LaneMarks :lane="lane" />
    <button
      v-if="canPull"
      type="button"
      class="pin"
      :aria-pressed="lane.curves"
      :aria-label="`Curve of ${lane.label}`"
      :title="lane.curves ? 'Make the lane slim again' : 'Show the curve (D)'"
      @click="desk.pull(lane.id, lane.curves ? 0 : 120)"
    >
      <i :class="lane.curves ? 'bi bi-arrows-collapse' : 'bi bi-bezier2'" aria-hidden="true" />
    </button>
    <span v-if="lane.curves && lane.kind === 'channel'" class="count">curve</span>
    <span v-else-if="isObject && lane.channels.length" class="count"
      >{{ lane.channels.length }} {{ lane.channels.length === 1 ? 'lane' : 'lanes' }}</span
    >
    <CurveHead v-if="lane.curves" :lane="lane" />
    <span
      v-if="canPull"
      class="edge"
      :title="
        lane.kind === 'sound'
          ? 'Pull down to see more of it'
          : 'Pull down to see the curve; double-click for a quick one'
      "
      @pointerdown="edge.start"
      @pointermove="edge.pull"
      @pointerup="edge.end"
      @pointercancel="edge.end"
      @dblclick="desk.pull(lane.id, lane.curves ? 0 : 120)"
    />
  </div>
</template>

<style scoped>
.head {
  position: absolute;
  left: 0;
  right: 0;
  display: flex;
  align-items: center;
  gap: 3px;
  padding-right: 10px;
  font-size: 12.5px;
  border-bottom: 1px solid var(--line-soft);
}
.head.whole {
  background: var(--panel);
}
.head.selected {
  background: var(--lane-selected);
  box-shadow: inset 3px 0 var(--lemon);
}
.head.moving {
  z-index: 1;
  background: var(--raised);
  outline: 1px solid var(--lemon);
}
.head.tall {
  flex-wrap: wrap;
  align-content: flex-start;
  align-items: flex-start;
  padding-top: 3px;
  overflow: hidden auto;
  scrollbar-width: thin;
  scrollbar-color: var(--line) transparent;
}
.edge {
  position: absolute;
  inset: auto 0 -1px;
  height: 6px;
  cursor: ns-resize;
  touch-action: none;
}
.edge:hover {
  background: linear-gradient(transparent 60%, var(--lemon) 60%);
}
.fold {
  width: 16px;
  padding: 0;
  border: 0;
  border-radius: 4px;
  background: none;
  color: var(--dim);
  font-size: 9px;
}
.name {
  flex: 1;
  min-width: 0;
  padding: 0 2px;
  border: 0;
  background: none;
  color: var(--text);
  text-align: left;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  touch-action: none;
}
.object .name {
  font-weight: 600;
}
.whole .name,
.group .name {
  color: var(--dim);
}
.pin,
.head :deep(.work) {
  padding: 0 3px;
  border: 0;
  border-radius: 4px;
  background: none;
  color: var(--dim);
  font-size: 11px;
}
.pin:hover,
.head :deep(.work:hover) {
  color: var(--text);
}
/* What is not on comes with the pointer or the keyboard, in place of the count. */
.head:not(:hover, :focus-within) :is(.pin, :deep(.work)):not(.on),
.head:is(:hover, :focus-within) .count {
  display: none;
}
.head.shown {
  outline: 2px solid var(--lemon);
  outline-offset: -2px;
}
.head.unseen .name {
  opacity: 0.55;
}
.count {
  color: var(--dim);
  font-size: 11px;
  white-space: nowrap;
}
</style>
