<script setup lang="ts">
import { computed, watch } from 'vue'
import { usePlayhead } from '../timebar/playhead'
import { useTrails } from '../trails/trails'
import NumberField from '../values/NumberField.vue'
import CountIn from './CountIn.vue'
import DeviceSettings from './DeviceSettings.vue'
import HandSettings from './HandSettings.vue'
import { inkOfTake } from './takeInks'
import TakeRow from './TakeRow.vue'
import { useRecordSettings } from './recordSettings'
import { useRecording } from './recording'
import { useTakes } from './takes'

/** Recording, over the stage: how, and the takes that there are. While it records, only what is needed then. */
const recording = useRecording()
const settings = useRecordSettings()
const takes = useTakes()
const trails = useTrails()
const playhead = usePlayhead()
const speeds = [
  [1, '1×'],
  [0.5, '½'],
  [0.25, '¼'],
] as const
const sources = [
  ['hand', 'By hand'],
  ['device', 'By a device'],
] as const

const told = computed(() => {
  if (recording.phase === 'counting') return 'Counting in'
  const { source, loops } = settings.now
  const pass = loops ? `, pass ${recording.pass + 1}` : ''
  if (source === 'device') return `Recording${pass}`
  return recording.isDriving ? `Recording${pass}` : `Recording${pass}: drag anywhere on the stage`
})

const frames = computed(() => {
  const [first, last] = playhead.range
  const { frame } = playhead
  const from = frame < first || frame >= last ? first : frame
  return settings.now.loops && from !== first
    ? `frames ${from} to ${last}, then from ${first} on`
    : `frames ${from} to ${last}`
})

watch(
  () => recording.isOpen,
  (isOpen) => isOpen || takes.see(null),
)

watch(
  () => [takes.compared, takes.all] as const,
  () =>
    (trails.ways = takes.all.flatMap((take) => {
      const way = takes.compared.get(take.id)
      if (!way) return []
      const isGap = (frame: number) => take.gaps.some(([from, to]) => frame > from! && frame < to!)
      return [{ frames: way.frames, places: Float32Array.from(way.places), ink: inkOfTake(take), isGap }]
    })),
)
</script>

<template>
  <CountIn
    v-if="recording.phase === 'counting' && recording.beats > 0"
    :beats="recording.beats"
    :all="settings.now.count"
    :left="recording.beatLeft"
  />
  <div v-if="recording.isActive" class="bar" role="status" aria-label="Recording">
    <span class="lamp" :class="{ on: recording.phase === 'recording' }" aria-hidden="true" />
    <span>{{ told }}</span>
    <BButton
      v-if="recording.phase === 'recording'"
      variant="tangerine"
      class="btn-small"
      title="End it and keep the take (Space)"
      @click="recording.finish(true)"
      >Stop and keep</BButton
    >
    <BButton
      variant="quiet"
      class="btn-small"
      title="End it without this pass (Esc)"
      @click="recording.finish(false)"
      >{{ recording.phase === 'recording' ? 'Drop' : 'Cancel' }}</BButton
    >
  </div>
  <section
    v-else-if="recording.isOpen"
    class="panel"
    :class="{ lower: playhead.playing }"
    aria-label="Record"
    @keydown.stop.escape="recording.isOpen = false"
  >
    <header>
      <h2>
        Record <span v-if="recording.target" class="target">{{ recording.target.name }}</span>
      </h2>
      <button type="button" class="close" aria-label="Close" title="Close (Esc)" @click="recording.isOpen = false">
        <i class="bi bi-x-lg" aria-hidden="true" />
      </button>
    </header>
    <div class="sources" role="radiogroup" aria-label="Recorded">
      <button
        v-for="[source, words] in sources"
        :key="source"
        type="button"
        role="radio"
        :aria-checked="settings.now.source === source"
        @click="settings.now.source = source"
      >
        {{ words }}
      </button>
    </div>
    <HandSettings v-if="settings.now.source === 'hand'" />
    <DeviceSettings v-else />
    <div class="lines">
      <div class="line">
        <span class="what">plays at</span>
        <select v-model.number="settings.now.speed" class="small-pick" aria-label="Speed while it records">
          <option v-for="[speed, words] in speeds" :key="speed" :value="speed">{{ words }}</option>
        </select>
        <label class="tick"
          ><input v-model="settings.now.loops" type="checkbox" class="form-check-input" /> again and again</label
        >
      </div>
      <div class="line">
        <span class="what">count-in</span>
        <select v-model.number="settings.now.count" class="small-pick" aria-label="Beats of the count-in">
          <option v-for="count in [0, 1, 2, 3, 4, 5]" :key="count" :value="count">{{ count }}</option>
        </select>
        <template v-if="settings.now.count > 0">
          <span class="dim">beats of</span>
          <span class="by"
            ><NumberField
              :value="settings.now.beat"
              label="Frames of a beat"
              :decimals="2"
              :step="1"
              :least="1"
              :most="1000"
              trim
              @hold="settings.now.beat = $event"
              @keep="settings.now.beat = $event"
          /></span>
          <span class="dim">frames</span>
          <label class="tick"
            ><input v-model="settings.now.ticks" type="checkbox" class="form-check-input" /> ticks</label
          >
        </template>
      </div>
    </div>
    <div class="line">
      <BButton
        variant="tangerine"
        :disabled="recording.lacks !== null"
        :title="recording.lacks ?? 'Count in and record (Shift Space)'"
        @click="recording.start"
        >Record</BButton
      >
      <span class="dim lacks">{{ recording.lacks ?? frames }}</span>
    </div>
    <ul v-if="takes.all.length" class="takes" aria-label="Takes">
      <TakeRow v-for="take in takes.all" :key="take.id" :take="take" />
    </ul>
    <p v-if="takes.seen !== null" class="dim waits" role="status">It is only shown; <b>Keys…</b> makes keys of it.</p>
    <p v-if="takes.waiting" class="dim waits" role="status">
      {{ takes.waiting }} {{ takes.waiting === 1 ? 'take waits' : 'takes wait' }} for the server.
    </p>
  </section>
</template>

<style scoped>
.panel,
.bar {
  position: absolute;
  z-index: 3;
  left: 12px;
  background: var(--panel);
  border: 1px solid var(--line);
  border-radius: 9px;
  font-size: 12px;
}
.panel {
  top: 44px;
  display: flex;
  flex-direction: column;
  gap: 8px;
  width: 330px;
  max-height: calc(100% - 56px);
  padding: 8px 12px 10px;
  overflow-y: auto;
  box-shadow: 0 8px 28px rgb(0 0 0 / 30%);
}
/* What is said of the playing stays in sight below it. */
.panel.lower {
  max-height: calc(100% - 88px);
}
.bar {
  bottom: 44px;
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 6px 10px;
  contain: layout paint;
  will-change: transform;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
h2 {
  margin: 0;
  font-size: 13px;
  font-weight: 650;
}
.target {
  color: var(--picked);
}
.close {
  width: 24px;
  height: 24px;
  border: 0;
  border-radius: 6px;
  background: none;
  color: var(--dim);
}
.close:hover {
  color: var(--text);
}
.sources {
  display: flex;
  gap: 4px;
}
.sources button {
  flex: 1;
  padding: 2px 8px;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: none;
  color: var(--text);
}
.sources button[aria-checked='true'] {
  background: var(--cream);
  color: var(--on-cream);
  border-color: transparent;
}
.panel :deep(.lines) {
  display: grid;
  gap: 5px;
}
.panel :deep(.line) {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 4px 6px;
}
.panel :deep(.what) {
  flex: none;
  width: 62px;
  color: var(--dim);
}
.panel :deep(.tick) {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}
.panel :deep(.small-pick.wide) {
  flex: 1;
}
.by {
  width: 46px;
}
.dim {
  color: var(--dim);
}
.lacks {
  flex: 1;
}
.takes {
  margin: 0;
  padding: 0;
  list-style: none;
}
.waits {
  margin: 0;
}
.lamp {
  width: 12px;
  height: 12px;
  border: 3px solid var(--tangerine);
  border-radius: 999px;
}
.lamp.on {
  background: #fff3df;
}
</style>
