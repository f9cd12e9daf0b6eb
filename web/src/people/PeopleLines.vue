<script setup lang="ts">
import { usePlayhead } from '../timebar/playhead'
import { usePeople } from './people'

/** The frames that others look at, over a canvas: faint, for it is one's own playhead that counts. */
const props = defineProps<{ first: number; last: number; width: number; flag?: boolean }>()
const people = usePeople()
const playhead = usePlayhead()
/** Beside one's own playhead there is no room for a name. */
const room = 24
const xOf = (frame: number) => ((frame - props.first) / (props.last - props.first)) * props.width
</script>

<template>
  <div
    v-for="person in people.all.filter(({ frame }) => frame >= first && frame <= last)"
    :key="person.tab"
    class="line"
    :data-person="person.called"
    :style="{ transform: `translateX(${xOf(person.frame)}px)`, '--ink-of': person.ink }"
    aria-hidden="true"
  >
    <span v-if="flag && Math.abs(xOf(person.frame) - xOf(playhead.readFrame)) > room">{{ person.called }}</span>
  </div>
</template>

<style scoped>
.line {
  position: absolute;
  inset: 0 auto 0 0;
  width: 1px;
  background: var(--ink-of);
  opacity: 0.75;
  pointer-events: none;
}
span {
  position: absolute;
  bottom: 1px;
  left: 2px;
  max-width: 76px;
  padding: 0 4px;
  border-radius: 4px;
  background: var(--panel);
  color: var(--text);
  font-size: 9.5px;
  line-height: 12px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  box-shadow: inset 2px 0 var(--ink-of);
}
</style>
