<script setup lang="ts">
import { computed } from 'vue'
import { speeds, usePlayhead, type Pace, type Span } from './playhead'
import type { Ending } from './playOrder'

const playhead = usePlayhead()

const endings: { ending: Ending; label: string; hint: string }[] = [
  { ending: 'loop', label: 'Loop', hint: 'again and again' },
  { ending: 'bounce', label: 'There and back', hint: 'forwards, then backwards' },
  { ending: 'once', label: 'Once', hint: 'stop at the end' },
]
const spans: { span: Span; label: string }[] = [
  { span: 'work', label: 'The work range' },
  { span: 'scene', label: 'The whole scene' },
]
const paces: { pace: Pace; label: string; hint: string }[] = [
  { pace: 'realTime', label: 'Real time', hint: 'true speed; frames are passed over when drawing is slow' },
  { pace: 'everyFrame', label: 'Every frame', hint: 'each frame is drawn, however long it takes' },
]
const label = computed(() => {
  const ending = endings.find((each) => each.ending === playhead.ending)?.label
  return playhead.pace === 'everyFrame' ? `${ending}, every frame` : ending
})
</script>

<template>
  <BDropdown
    lazy
    variant="quiet"
    size="sm"
    :text="label"
    title="How it plays: at the end, which frames, what moves, and whether the clock or the drawing rules"
    strategy="fixed"
  >
    <BDropdownItemButton
      v-for="{ ending, label, hint } in endings"
      :key="ending"
      :active="ending === playhead.ending"
      @click="playhead.ending = ending"
    >
      {{ label }} <span class="hint">{{ hint }}</span>
    </BDropdownItemButton>
    <BDropdownDivider />
    <BDropdownItemButton
      v-for="{ span, label } in spans"
      :key="span"
      :active="span === playhead.span"
      @click="playhead.span = span"
      >{{ label }}</BDropdownItemButton
    >
    <BDropdownDivider />
    <BDropdownItemButton :active="!playhead.onlySelection" @click="playhead.onlySelection = false"
      >Everything moves</BDropdownItemButton
    >
    <BDropdownItemButton :active="playhead.onlySelection" @click="playhead.onlySelection = true">
      Only the selection <span class="hint">the others stand still, dimmed</span>
    </BDropdownItemButton>
    <BDropdownDivider />
    <BDropdownItemButton
      v-for="{ pace, label, hint } in paces"
      :key="pace"
      :active="pace === playhead.pace"
      @click="playhead.pace = pace"
    >
      {{ label }} <span class="hint">{{ hint }}</span>
    </BDropdownItemButton>
  </BDropdown>
  <BDropdown lazy variant="quiet" size="sm" :text="`${playhead.speed}×`" title="Speed of playing" strategy="fixed">
    <BDropdownItemButton
      v-for="speed in speeds"
      :key="speed"
      :active="speed === playhead.speed"
      @click="playhead.setSpeed(speed)"
    >
      <span class="num">{{ speed }}×</span>
    </BDropdownItemButton>
  </BDropdown>
</template>
