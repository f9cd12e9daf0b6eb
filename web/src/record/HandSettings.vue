<script setup lang="ts">
import { drives, drivesWords, useRecordSettings } from './recordSettings'
import ReachRow from './ReachRow.vue'
import { useRecording } from './recording'

/** What the hand drives. */
const settings = useRecordSettings()
const recording = useRecording()
</script>

<template>
  <div class="lines">
    <label class="line">
      <span class="what">drives</span>
      <select v-model="settings.now.drives" class="small-pick wide" aria-label="What the hand drives">
        <option v-for="each in drives" :key="each" :value="each">{{ drivesWords[each] }}</option>
      </select>
    </label>
    <template v-if="settings.now.drives === 'rotations'">
      <ReachRow v-model="settings.now.turns[0]" :object="recording.target" way="to the right" per="/ 100 px" turns />
      <ReachRow v-model="settings.now.turns[1]" :object="recording.target" way="upwards" per="/ 100 px" turns />
    </template>
    <template v-else-if="settings.now.drives === 'channels'">
      <ReachRow v-model="settings.now.pad[0]" :object="recording.target" way="to the right" per="/ 100 px" />
      <ReachRow v-model="settings.now.pad[1]" :object="recording.target" way="upwards" per="/ 100 px" />
    </template>
    <ReachRow v-model="settings.now.wheel" :object="recording.target" way="the wheel" per="a notch" free />
  </div>
</template>
