<script setup lang="ts">
import { computed } from 'vue'
import type { DeformerMessage } from '../api/messages'
import { useCancelOnEscape } from '../shared/cancelling'
import CheckItem from '../shared/CheckItem.vue'
import { useLift } from '../shared/lift'
import MenuItem from '../shared/MenuItem.vue'
import NameField from '../shared/NameField.vue'
import { deformerWords, useDeforming } from './deforming'

/** A deformer's line in the stack: opened by a click, dragged to another place, switched on and off. */
const props = defineProps<{ object: number; deformer: DeformerMessage; place: number; count: number }>()
const deforming = useDeforming()
const axes = ['x', 'y', 'z'] as const
const isOpen = computed(() => deforming.active?.name === props.deformer.name)
const others = computed(() => deforming.others().length)
const set = (change: Parameters<typeof deforming.set>[2]) =>
  void deforming.set(props.object, props.deformer.name, change)
const moveTo = (to: number) => void deforming.move(props.object, props.deformer.name, to)

const height = 27
const { shift, grab, pull, drop: letGo, giveUp } = useLift()
function drop(): void {
  const to = Math.min(Math.max(props.place + Math.round(letGo() / height), 0), props.count - 1)
  if (to !== props.place) moveTo(to)
}
useCancelOnEscape(() => shift.value !== 0, giveUp)

function press(event: KeyboardEvent): void {
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key]
  if (!by || !event.altKey) return
  event.preventDefault()
  event.stopPropagation()
  const to = props.place + by
  if (to >= 0 && to < props.count) moveTo(to)
}
</script>

<template>
  <div
    class="deformer stack-row"
    :class="{ open: isOpen, 'passed-over': !deformer.on, moving: shift !== 0 }"
    :style="{ transform: shift ? `translateY(${shift}px)` : undefined }"
    :data-deformer="deformer.name"
  >
    <NameField v-slot="{ rename: begin }" :name="deformer.name" @rename="set({ name: $event })">
      <button
        type="button"
        class="name"
        :aria-expanded="isOpen"
        :title="`${deformer.kind}: ${deformerWords[deformer.kind]}. Click for its values, double-click to rename, drag or Alt and arrows to reorder`"
        @click="deforming.open(isOpen ? null : deformer.name)"
        @dblclick="begin"
        @keydown="press"
        @pointerdown="grab"
        @pointermove="pull"
        @pointerup="drop"
        @pointercancel="giveUp"
      >
        <i :class="`bi ${isOpen ? 'bi-chevron-down' : 'bi-chevron-right'}`" aria-hidden="true" />
        {{ deformer.name }}
        <span v-if="deformer.name.toLowerCase() !== deformer.kind" class="dim">{{ deformer.kind }}</span>
      </button>
    </NameField>
    <span class="axes" role="radiogroup" :aria-label="`Axis of ${deformer.name}`">
      <button
        v-for="axis in axes"
        :key="axis"
        type="button"
        role="radio"
        :class="axis"
        :aria-checked="deformer.axis === axis"
        :aria-label="`Along ${axis}`"
        :title="`Along ${axis}`"
        @click="set({ axis })"
      >
        {{ axis.toUpperCase() }}
      </button>
    </span>
    <button
      type="button"
      class="small"
      role="switch"
      :aria-checked="deformer.on"
      :aria-label="`${deformer.name} on`"
      :title="deformer.on ? 'Switch it off: the shape without it' : 'Switch it on'"
      @click="set({ on: !deformer.on })"
    >
      <i :class="deformer.on ? 'bi bi-eye' : 'bi bi-eye-slash-fill'" aria-hidden="true" />
    </button>
    <BDropdown size="sm" variant="quiet" toggle-class="more" no-caret strategy="fixed" end lazy>
      <template #button-content
        ><i class="bi bi-three-dots" aria-hidden="true" /><span class="visually-hidden"
          >What can be done with {{ deformer.name }}</span
        ></template
      >
      <CheckItem :on="deformer.within" @click="set({ keptWithin: !deformer.within })"
        >Only between foot and head</CheckItem
      >
      <CheckItem
        v-if="deformer.kind === 'taper' || deformer.kind === 'bulge'"
        :on="deformer.oneWay"
        @click="set({ oneWay: !deformer.oneWay })"
        >Only along its direction</CheckItem
      >
      <MenuItem @click="deforming.fit(object, deformer.name)">Fit to the shape</MenuItem>
      <BDropdownDivider />
      <MenuItem :disabled="place === 0" @click="moveTo(place - 1)">Act earlier</MenuItem>
      <MenuItem :disabled="place === count - 1" @click="moveTo(place + 1)">Act later</MenuItem>
      <BDropdownDivider />
      <MenuItem @click="deforming.duplicate(object, deformer.name)">Duplicate</MenuItem>
      <MenuItem :disabled="others === 0" @click="deforming.copy(object, deformer.name)"
        >Copy to the other selected objects</MenuItem
      >
      <MenuItem @click="deforming.remove(object, deformer.name)">Delete</MenuItem>
    </BDropdown>
  </div>
</template>

<style scoped>
.deformer {
  margin-top: 1px;
  padding: 0 2px 0 4px;
  border-radius: 7px;
}
.open {
  background: var(--raised);
}
.name .bi {
  margin-right: 3px;
  color: var(--dim);
  font-size: 10px;
}
.axes {
  display: flex;
}
.axes button {
  width: 19px;
  height: 19px;
  padding: 0;
  border: 0;
  border-radius: 5px;
  background: none;
  color: var(--dim);
  font-size: 11px;
}
.axes button:hover {
  color: var(--text);
}
.axes button[aria-checked='true'] {
  background: var(--ink);
  font-weight: 650;
}
.axes .x[aria-checked='true'] {
  color: var(--x);
}
.axes .y[aria-checked='true'] {
  color: var(--y);
}
.axes .z[aria-checked='true'] {
  color: var(--z);
}
</style>
