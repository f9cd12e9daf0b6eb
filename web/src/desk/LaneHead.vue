<script setup lang="ts">
import { useChoice } from '../scene/choice'
import { useDesk } from './deskStore'
import type { Lane } from './lanes'

defineProps<{ lane: Lane }>()
const desk = useDesk()
const choice = useChoice()
</script>

<template>
  <div
    class="head"
    :class="{ object: !lane.channel, chosen: choice.objects.has(lane.object.id) && !lane.channel }"
    :style="{ top: `${lane.top}px`, height: `${lane.height}px`, paddingLeft: `${8 + Math.min(lane.depth, 8) * 14}px` }"
  >
    <button
      v-if="lane.opens"
      type="button"
      class="fold"
      :aria-pressed="lane.open"
      :aria-label="`${lane.open ? 'Close' : 'Open'} ${lane.label}`"
      @click="desk.toggle(lane.object.id)"
    >
      <i :class="lane.open ? 'bi bi-caret-down-fill' : 'bi bi-caret-right-fill'" aria-hidden="true" />
    </button>
    <span v-else class="fold" />
    <button type="button" class="name" @click="choice.choose([lane.object.id], $event.shiftKey || $event.ctrlKey)">
      {{ lane.label }}
    </button>
    <span v-if="!lane.channel && lane.channels.length" class="count"
      >{{ lane.channels.length }} {{ lane.channels.length === 1 ? 'lane' : 'lanes' }}</span
    >
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
.head.chosen {
  background: var(--lane-chosen);
  box-shadow: inset 3px 0 var(--lemon);
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
}
.object .name {
  font-weight: 600;
}
.count {
  color: var(--dim);
  font-size: 11px;
  white-space: nowrap;
}
</style>
