<script setup lang="ts">
import { useAudio } from '../sound/audio'
import HeardButton from '../sound/HeardButton.vue'
import { letGo } from '../shared/letGo'
import { useComparing } from './comparing'
import type { ReelPlayer } from './reelPlayer'
import { useReels } from './reels'

/** Plays the reel that is looked at, and goes to where it differs. */
const props = defineProps<{ player: ReelPlayer }>()
const emit = defineEmits<{ full: [] }>()
const reels = useReels()
const comparing = useComparing()
const audio = useAudio()
const { place, read, playing, ending, speed, dropped, played } = props.player

const endings = { once: 'Once', loop: 'Loop', bounce: 'There and back' } as const
const speeds = [0.25, 0.5, 1, 2, 4]
</script>

<template>
  <div class="bar transport">
    <BButton
      variant="quiet"
      :disabled="!reels.a"
      title="First frame (Home)"
      aria-label="First frame"
      @click="player.goTo(0)"
      ><i class="bi bi-skip-start-fill" aria-hidden="true"
    /></BButton>
    <BButton
      variant="lime"
      class="play"
      :disabled="!reels.a"
      :title="playing ? 'Stop (Space)' : 'Play (Space)'"
      :aria-label="playing ? 'Stop' : 'Play'"
      @click="player.toggle"
    >
      <i class="bi" :class="playing ? 'bi-stop-fill' : 'bi-play-fill'" aria-hidden="true" />
    </BButton>
    <BButton
      variant="quiet"
      :disabled="!reels.a"
      title="Last frame (End)"
      aria-label="Last frame"
      @click="player.goTo(Infinity)"
      ><i class="bi bi-skip-end-fill" aria-hidden="true"
    /></BButton>
    <template v-if="reels.a">
      <output class="frame num" aria-label="Frame">{{ reels.a.frames[read] }}</output>
      <span class="dim num code">{{ reels.a.timecodes[read] }}</span>
      <select v-model="ending" @change="letGo" class="small-pick" aria-label="At the end">
        <option v-for="(label, name) in endings" :key="name" :value="name">{{ label }}</option>
      </select>
      <select v-model="speed" @change="letGo" class="small-pick" aria-label="Speed">
        <option v-for="each in speeds" :key="each" :value="each">{{ each }}×</option>
      </select>
      <span v-if="played > 0" class="dim num" role="status" :title="`Of ${played + dropped} frames that were due`"
        >{{ dropped }} dropped</span
      >
      <HeardButton v-if="reels.a.reel.hasSound" v-model="audio.isOn" />
      <BButton variant="quiet" class="btn-small" title="Full screen (F)" aria-label="Full screen" @click="emit('full')"
        ><i class="bi bi-fullscreen" aria-hidden="true"
      /></BButton>
    </template>
    <span class="gap" />
    <template v-if="comparing.most">
      <span class="dim"
        >most different at <b class="most num">{{ reels.a?.frames[comparing.most.at] }}</b></span
      >
      <BButton variant="quiet" title="Go to the most different frame (M)" @click="player.goTo(comparing.most.at)"
        >Go there</BButton
      >
      <BButton
        variant="quiet"
        title="Go to where the next change begins (N)"
        @click="player.goTo(comparing.nextChange(place) ?? place)"
        >Next change</BButton
      >
    </template>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  font-size: 12.5px;
}
.gap {
  flex: 1;
}
.play {
  width: 52px;
}
.frame {
  min-width: 74px;
  font-size: 24px;
  text-align: right;
}
.most {
  color: var(--tangerine);
}
[data-bs-theme='light'] .most {
  color: var(--text);
}
</style>
