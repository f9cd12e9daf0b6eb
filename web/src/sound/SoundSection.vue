<script setup lang="ts">
import { computed } from 'vue'
import { channelsOf } from '../scene/catalogue'
import { useSelection } from '../scene/selection'
import { soundKey } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import { useTimeDialogs } from '../timebar/timeDialogs'
import TimeField from '../timebar/TimeField.vue'
import ChannelRow from '../values/ChannelRow.vue'
import NumberField from '../values/NumberField.vue'
import { useOwnedRows } from '../values/ownedRows'
import SelectedSection from '../values/SelectedSection.vue'
import { useSounds, type SoundChange } from './sounds'

/** The selected sound: its file, where it stands, which part of it is heard and how often, and how loud. */
const scene = useScene()
const selection = useSelection()
const sounds = useSounds()
const dialogs = useTimeDialogs()

const sound = computed(() => sounds.selected)
const title = computed(() =>
  selection.sounds.size > 1 ? `${selection.sounds.size} selected sounds` : `Sound ${sound.value?.name}`,
)
const specs = computed(() => (sound.value ? channelsOf(sound.value.holder) : []))
const inFrames = (ticks: number) => Number((ticks / scene.settings.ticksPerFrame).toFixed(3))
const inSeconds = (samples: number) => samples / sound.value!.rate
const samples = (seconds: number) => Math.round(seconds * sound.value!.rate)
const set = (change: SoundChange) => sounds.change(sound.value!.id, change)
const setStart = (frame: number) => {
  const by = Math.round(frame * scene.settings.ticksPerFrame) - sound.value!.start
  if (by) void scene.edit({ edit: 'moveSounds', sounds: [...selection.sounds], by })
}
const file = computed(() => {
  const { file, rate, samples: all } = sound.value!
  return `${file} · ${(all / rate).toFixed(2)} s · ${rate / 1000} kHz`
})

const rows = useOwnedRows(() => [...selection.sounds].map(soundKey))
const fadesMost = (other: number) =>
  sound.value!.times === 0
    ? inSeconds(sound.value!.to - sound.value!.from)
    : inSeconds((sound.value!.to - sound.value!.from) * sound.value!.times - other)
</script>

<template>
  <SelectedSection v-if="sound" label="Selected sound" :title="title">
    <template #fields>
      <template v-if="selection.sounds.size === 1">
        <span>File</span>
        <span class="wide file" :title="file">{{ file }}</span>
      </template>
      <span>Starts</span>
      <TimeField :frame="inFrames(sound.start)" label="Frame on which the sound starts" fractions @keep="setStart" />
      <span>Plays</span>
      <NumberField
        :value="sound.times"
        label="How often the sound is played; 0 for without end"
        unit=" ×"
        :decimals="0"
        :step="1"
        :least="0"
        :most="100000"
        hint="How often it is played, one after the other; 0 for without end"
        @keep="set({ times: Math.round($event) })"
      />
      <template v-if="selection.sounds.size === 1">
        <span>From</span>
        <NumberField
          :value="inSeconds(sound.from)"
          label="Second of the file from which the sound is heard"
          unit=" s"
          :decimals="3"
          :step="0.05"
          :least="0"
          :most="inSeconds(sound.to - 1)"
          hint="From this second of its file it is heard; what is left stays where it is in time"
          @keep="set({ from: samples($event) })"
        />
        <span>To</span>
        <NumberField
          :value="inSeconds(sound.to)"
          label="Second of the file up to which the sound is heard"
          unit=" s"
          :decimals="3"
          :step="0.05"
          :least="inSeconds(sound.from + 1)"
          :most="inSeconds(sound.samples)"
          hint="Up to this second of its file it is heard"
          @keep="set({ to: samples($event) })"
        />
        <span>Fade in</span>
        <NumberField
          :value="inSeconds(sound.fadeIn)"
          label="Seconds over which the sound comes in"
          unit=" s"
          :decimals="3"
          :step="0.05"
          :least="0"
          :most="fadesMost(sound.fadeOut)"
          @keep="set({ fadeIn: samples($event) })"
        />
        <span>Fade out</span>
        <NumberField
          :value="inSeconds(sound.fadeOut)"
          label="Seconds over which the sound goes out"
          unit=" s"
          :decimals="3"
          :step="0.05"
          :least="0"
          :most="fadesMost(sound.fadeIn)"
          :disabled="sound.times === 0"
          :hint="sound.times === 0 ? 'What has no end cannot go out there' : ''"
          @keep="set({ fadeOut: samples($event) })"
        />
      </template>
    </template>
    <ChannelRow
      v-for="spec in specs"
      :key="`${sound.id} ${spec.name}`"
      :object="sound.holder"
      :spec="spec"
      @hold="rows.hold(spec.name, $event)"
      @cancel="rows.cancel"
      @keep="rows.keep(spec.name, $event)"
      @marker="rows.toggleKey(spec.name)"
      @still="rows.still(spec.name)"
    />
    <BButton variant="quiet" class="btn-small" @click="dialogs.ask({ kind: 'beats', sounds: [...selection.sounds] })"
      >Find beats…</BButton
    >
    <label v-if="selection.sounds.size === 1" class="warped">
      <input type="checkbox" class="tick" v-stands="sound.warped" @change="set({ warped: !sound.warped })" />
      Follow the scene’s warps
      <span class="dim">{{ sound.warped ? 'it is played as they play motion' : 'it keeps the clock' }}</span>
    </label>
  </SelectedSection>
</template>

<style scoped>
.file {
  overflow: hidden;
  color: var(--dim);
  font-size: 12px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.warped {
  flex-wrap: wrap;
  display: flex;
  align-items: center;
  gap: 6px;
  margin-top: 4px;
  font-size: 12px;
}
.dim {
  color: var(--dim);
}
</style>
