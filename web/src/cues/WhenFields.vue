<script setup lang="ts">
import { computed } from 'vue'
import type { TimeTarget } from '../api/http'
import type { CueEvent, CueGoing, CueWhenMessage } from '../api/messages'
import { channelsOf, specOf } from '../scene/catalogue'
import { useScene } from '../scene/sceneStore'
import { numberStyle, useChannelState } from '../values/channelState'
import NumberField from '../values/NumberField.vue'
import { travel } from './cueWords'

/** What a cue waits for, field by field. */
const when = defineModel<CueWhenMessage | null>({ required: true })
const props = defineProps<{ started: readonly TimeTarget[] }>()
const scene = useScene()
const state = useChannelState()

const events: { event: CueEvent; label: string }[] = [
  { event: 'reaches', label: 'reaches a value' },
  { event: 'near', label: 'comes near to' },
  { event: 'leaves', label: 'leaves' },
  { event: 'bookmark', label: 'a bookmark' },
]
const goings: { going: CueGoing; label: string }[] = [
  { going: 'either', label: 'from either side' },
  { going: 'up', label: 'rising' },
  { going: 'down', label: 'falling' },
]
const objects = computed(() => {
  void scene.rowsVersion
  return scene.model.inOrder()
})
const bookmarks = computed(() => {
  void scene.rowsVersion
  return [...scene.model.bookmarks.values()]
})
const thing = computed(() => objects.value.find(({ id }) => id === when.value?.object))
const spec = computed(() => (thing.value && when.value?.channel ? specOf(thing.value, when.value.channel) : undefined))
const style = computed(() =>
  when.value?.channel === travel
    ? { unit: ' %', step: 1, decimals: 2, factor: 100 }
    : spec.value
      ? { ...numberStyle(spec.value), factor: 1 }
      : { unit: '', step: 0.05, decimals: 2, factor: 1 },
)

const blank = {
  event: 'reaches',
  object: null,
  channel: null,
  value: 0,
  going: 'either',
  other: null,
  bookmark: null,
} as const
/** The first object that is not started, which may well be what is watched. */
const likely = () => {
  const started = new Set(props.started.map(({ object }) => object))
  return objects.value.find(({ id }) => !started.has(id))?.id ?? objects.value[0]?.id ?? null
}

/** Another event has other parts; what both have stays. */
function setEvent(event: CueEvent): void {
  const object = when.value?.object ?? likely()
  if (event === 'bookmark') when.value = { ...blank, event, bookmark: bookmarks.value[0]?.id ?? null }
  else if (event === 'reaches') when.value = reaching(object)
  else {
    const other = when.value?.other ?? objects.value.find(({ id }) => id !== object)?.id ?? null
    when.value = { ...blank, event, object, other, value: when.value?.other ? when.value.value : 1 }
  }
}

/** An object's travel or else its first channel, at the value that is seen. */
function reaching(object: number | null): CueWhenMessage {
  const holder = objects.value.find(({ id }) => id === object)
  const channel = holder?.follow ? travel : holder ? channelsOf(holder)[0]!.name : null
  return { ...blank, object, channel, value: holder && channel ? state.value(holder, channel) : 0 }
}

function setObject(object: number): void {
  const now = when.value!
  if (now.event !== 'reaches') when.value = { ...now, object }
  else {
    const holder = objects.value.find(({ id }) => id === object)!
    when.value = now.channel && specOf(holder, now.channel) ? { ...now, object } : reaching(object)
  }
}
// Nothing is proposed: it begins with what is likely.
if (!when.value) setEvent('reaches')
const setChannel = (channel: string) =>
  (when.value = { ...when.value!, channel, value: state.value(thing.value!, channel) })
const setValue = (shown: number) => (when.value = { ...when.value!, value: shown / style.value.factor })
const chosen = (event: Event) => (event.target as HTMLSelectElement).value
</script>

<template>
  <div class="row-of-fields">
    <template v-if="when && when.event !== 'bookmark'">
      <select
        class="small-pick"
        aria-label="What is watched"
        :value="when.object ?? ''"
        @change="setObject(Number(chosen($event)))"
      >
        <option v-for="each in objects" :key="each.id" :value="each.id">{{ each.name }}</option>
      </select>
    </template>
    <select
      class="small-pick"
      aria-label="What happens"
      :value="when?.event ?? ''"
      @change="setEvent(chosen($event) as CueEvent)"
    >
      <option
        v-for="{ event, label } in events"
        :key="event"
        :value="event"
        :disabled="event === 'bookmark' && bookmarks.length === 0"
      >
        {{ label }}
      </option>
    </select>
    <template v-if="when?.event === 'reaches' && thing">
      <select
        class="small-pick"
        aria-label="Channel that is watched"
        :value="when.channel ?? ''"
        @change="setChannel(chosen($event))"
      >
        <option v-for="each in channelsOf(thing)" :key="each.name" :value="each.name">{{ each.fullName }}</option>
      </select>
      <NumberField
        :value="when.value * style.factor"
        label="Value that is reached"
        :unit="style.unit"
        :decimals="style.decimals"
        :step="style.step"
        trim
        @hold="setValue"
        @keep="setValue"
      />
      <select
        class="small-pick"
        aria-label="From which side"
        :value="when.going"
        @change="when = { ...when, going: chosen($event) as CueGoing }"
      >
        <option v-for="{ going, label } in goings" :key="going" :value="going">{{ label }}</option>
      </select>
    </template>
    <template v-else-if="when?.event === 'near' || when?.event === 'leaves'">
      <select
        class="small-pick"
        aria-label="The other object"
        :value="when.other ?? ''"
        @change="when = { ...when, other: Number(chosen($event)) }"
      >
        <option v-for="each in objects" :key="each.id" :value="each.id">{{ each.name }}</option>
      </select>
      <span>{{ when.event === 'near' ? 'within' : 'further than' }}</span>
      <NumberField
        :value="when.value"
        label="Distance"
        :decimals="3"
        :step="0.1"
        :least="0"
        trim
        @hold="setValue"
        @keep="setValue"
      />
    </template>
    <select
      v-else-if="when?.event === 'bookmark'"
      class="small-pick"
      aria-label="Which bookmark"
      :value="when.bookmark ?? ''"
      @change="when = { ...when, bookmark: Number(chosen($event)) }"
    >
      <option v-for="mark in bookmarks" :key="mark.id" :value="mark.id">{{ mark.name }}</option>
    </select>
  </div>
</template>

<style scoped>
select {
  max-width: 150px;
}
</style>
