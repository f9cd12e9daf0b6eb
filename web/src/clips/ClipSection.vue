<script setup lang="ts">
import { computed } from 'vue'
import type { ClipAfter, Edit } from '../api/http'
import { specOf } from '../scene/catalogue'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'
import { rateChannel, rateHolderOf } from '../scene/standIns'
import TimeField from '../timebar/TimeField.vue'
import ChannelRow from '../values/ChannelRow.vue'
import { useChannelState } from '../values/channelState'
import ChosenSection from '../values/ChosenSection.vue'
import NumberField from '../values/NumberField.vue'
import { usePending } from '../values/pending'
import { usePlayhead } from '../timebar/playhead'
import { useClipDialogs } from './clipDialogs'
import RoundsPick from './RoundsPick.vue'

/** The chosen clip on an object: where it stands, how it repeats, and its rate. */
const scene = useScene()
const choice = useChoice()
const pending = usePending()
const playhead = usePlayhead()
const state = useChannelState()
const dialogs = useClipDialogs()

const placed = computed(() => {
  void scene.rowsVersion
  const id = [...choice.clips].at(-1)
  return id === undefined ? undefined : scene.model.placed.get(id)
})
const title = computed(() => {
  if (choice.clips.size > 1) return `${choice.clips.size} chosen clips`
  return `${placed.value?.holder.name} on ${scene.model.objects.get(placed.value?.object ?? 0)?.name}`
})
const inFrames = (ticks: number) => ticks / scene.settings.ticksPerFrame
const shown = (frames: number) => Number(frames.toFixed(3))
const frames = computed(() => {
  const { times, clip, offset } = placed.value!
  const [start, end, length] = [times[0]!, times[1]!, scene.model.clips.get(clip)!.length]
  return {
    start: inFrames(start),
    end: inFrames(end),
    length: inFrames(length),
    offset: inFrames(offset),
    times: (end - start) / length,
  }
})
const spec = specOf('rate', rateChannel)!

type Change = Omit<Extract<Edit, { edit?: 'setPlacedClip' }>, 'edit' | 'placed'>
const set = (change: Change) => void scene.edit({ edit: 'setPlacedClip', placed: [...choice.clips], ...change })
const setStart = (start: number) =>
  void scene.edit({ edit: 'movePlacedClips', placed: [...choice.clips], frames: start - frames.value.start })
const setAfter = (event: Event) => set({ after: (event.target as HTMLSelectElement).value as ClipAfter })

const single = computed(() => choice.clips.size === 1)

/** The rates of all chosen clips. */
const rate = (value?: number) =>
  [...choice.clips].map((id) => ({ object: rateHolderOf(id), channel: rateChannel, value }))
function keep(value: number): void {
  pending.hold(rate(value))
  void pending.finish()
}

/** The keys of the chosen clips' rates at a time. */
const keysAt = (time: number) =>
  [...choice.clips]
    .map((id) => ({ object: rateHolderOf(id), channel: rateChannel, times: [time] }))
    .filter(({ object }) => scene.model.holder(object)?.channels.get(rateChannel)?.keys.times.includes(time))

/** A click on the marker keys the rate here, or removes the key that is here. */
function toggleKey(): void {
  const { holder } = placed.value!
  const time = state.keyHere(holder, rateChannel)
  if (time !== undefined && pending.get(holder.id, rateChannel) === undefined)
    void scene.edit({ edit: 'deleteKeys', keys: keysAt(time) })
  else void pending.key(rate())
}
</script>

<template>
  <ChosenSection v-if="placed" label="Chosen clip" :title="title">
    <template #fields>
      <span>Starts</span>
      <TimeField :frame="shown(frames.start)" label="Frame on which the clip starts" fractions @keep="setStart" />
      <span>Ends</span>
      <TimeField
        :frame="shown(frames.end)"
        label="Frame on which the clip ends"
        fractions
        @keep="set({ end: $event })"
      />
      <span>Offset</span>
      <NumberField
        :value="frames.offset"
        label="Offset of the clip"
        unit=" f"
        :decimals="2"
        :step="1"
        :hint="`The frame of the clip at which it starts; it has ${shown(frames.length)}`"
        trim
        @keep="set({ offset: $event })"
      />
      <template v-if="single">
        <span>Plays</span>
        <NumberField
          :value="frames.times"
          label="How often the clip is played, at the rate of 1"
          unit=" ×"
          :decimals="2"
          :step="1"
          :least="0.01"
          :most="10000"
          trim
          @keep="set({ times: $event })"
        />
      </template>
      <template v-else><span /><span /></template>
      <span>Then</span>
      <RoundsPick :value="placed.rounds" @pick="set({ rounds: $event })" />
      <span>After</span>
      <select class="small-pick" aria-label="What is left of it after its end" :value="placed.after" @change="setAfter">
        <option value="letGo">lets go</option>
        <option value="hold">holds</option>
      </select>
    </template>
    <ChannelRow
      :key="placed.id"
      :object="placed.holder"
      :spec="spec"
      @hold="pending.hold(rate($event))"
      @keep="keep"
      @marker="toggleKey"
      @still="scene.edit({ edit: 'stayStill', frame: playhead.frame, values: rate() })"
    />
    <div class="acts">
      <BButton variant="quiet" class="btn-small" @click="dialogs.ask('write')">Write as keys…</BButton>
      <BButton
        variant="quiet"
        class="btn-small"
        title="Take it off the object (Delete); the clip itself stays"
        @click="scene.edit({ edit: 'deletePlacedClips', placed: [...choice.clips] })"
        >Take off</BButton
      >
    </div>
  </ChosenSection>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 6px;
  margin-top: 6px;
}
</style>
