<script setup lang="ts">
import { computed } from 'vue'
import type { ClipAfter, Edit } from '../api/http'
import { specOf } from '../scene/catalogue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { placedKey, rateChannel } from '../scene/owners'
import { vStands } from '../scene/standing'
import TimeField from '../timebar/TimeField.vue'
import ChannelRow from '../values/ChannelRow.vue'
import SelectedSection from '../values/SelectedSection.vue'
import NumberField from '../values/NumberField.vue'
import { useOwnedRows } from '../values/ownedRows'
import { useClipDialogs } from './clipDialogs'
import CyclePick from './CyclePick.vue'

/** The selected clip on an object: where it stands, how it repeats, and its rate. */
const scene = useScene()
const selection = useSelection()
const dialogs = useClipDialogs()

const placed = computed(() => {
  void scene.rowsVersion
  const id = [...selection.clips].at(-1)
  return id === undefined ? undefined : scene.model.placed.get(id)
})
const title = computed(() => {
  if (selection.clips.size > 1) return `${selection.clips.size} selected clips`
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
const spec = specOf({ kind: 'rate' }, rateChannel)!

type Change = Omit<Extract<Edit, { edit?: 'setPlacedClip' }>, 'edit' | 'placed'>
const set = (change: Change) => void scene.edit({ edit: 'setPlacedClip', placed: [...selection.clips], ...change })
const setStart = (start: number) =>
  void scene.edit({ edit: 'movePlacedClips', placed: [...selection.clips], frames: start - frames.value.start })
const setAfter = (event: Event) => set({ after: (event.target as HTMLSelectElement).value as ClipAfter })

const single = computed(() => selection.clips.size === 1)

const rows = useOwnedRows(() => [...selection.clips].map(placedKey))
</script>

<template>
  <SelectedSection v-if="placed" label="Selected clip" :title="title">
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
      <CyclePick :value="placed.cycle" @pick="set({ cycle: $event })" />
      <span>After</span>
      <select
        class="small-pick"
        aria-label="What is left of it after its end"
        v-stands="placed.after"
        @change="setAfter"
      >
        <option value="letGo">lets go</option>
        <option value="hold">holds</option>
      </select>
    </template>
    <ChannelRow
      :key="placed.id"
      :object="placed.holder"
      :spec="spec"
      @hold="rows.hold(rateChannel, $event)"
      @cancel="rows.cancel"
      @keep="rows.keep(rateChannel, $event)"
      @marker="rows.toggleKey(rateChannel)"
      @still="rows.still(rateChannel)"
    />
    <div class="acts">
      <BButton variant="quiet" class="btn-small" @click="dialogs.ask('bake')">Bake…</BButton>
      <BButton
        variant="quiet"
        class="btn-small"
        title="Take it off the object (Delete); the clip itself stays"
        @click="scene.edit({ edit: 'deletePlacedClips', placed: [...selection.clips] })"
        >Take off</BButton
      >
    </div>
  </SelectedSection>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 6px;
  margin-top: 6px;
}
</style>
