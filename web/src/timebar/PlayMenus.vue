<script setup lang="ts">
import { computed } from 'vue'
import { speeds, usePlayhead } from './playhead'
import { endings, paces, spans } from './playWays'
import { useAudio } from '../sound/audio'
import MenuItem from '../shared/MenuItem.vue'

const playhead = usePlayhead()
const audio = useAudio()

const icon = computed(() => endings.find((each) => each.ending === playhead.ending)?.icon)
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
    title="How it plays: at the end, which frames, what moves, and whether the clock or the drawing rules"
    strategy="fixed"
  >
    <template #button-content
      ><i :class="icon" class="comes-4" aria-hidden="true" /><span class="folds-4">{{ label }}</span></template
    >
    <MenuItem
      v-for="{ ending, label, hint } in endings"
      :key="ending"
      :active="ending === playhead.ending"
      @click="playhead.ending = ending"
    >
      {{ label }} <span class="hint">{{ hint }}</span>
    </MenuItem>
    <BDropdownDivider />
    <MenuItem
      v-for="{ span, label } in spans"
      :key="span"
      :active="span === playhead.span"
      @click="playhead.span = span"
      >{{ label }}</MenuItem
    >
    <BDropdownDivider />
    <MenuItem :active="!playhead.onlySelection" @click="playhead.onlySelection = false">Everything moves</MenuItem>
    <MenuItem :active="playhead.onlySelection" @click="playhead.onlySelection = true">
      Only the selection <span class="hint">the others stand still, dimmed</span>
    </MenuItem>
    <BDropdownDivider />
    <MenuItem
      v-for="{ pace, label, hint } in paces"
      :key="pace"
      :active="pace === playhead.pace"
      @click="playhead.pace = pace"
    >
      {{ label }} <span class="hint">{{ hint }}</span>
    </MenuItem>
    <BDropdownDivider />
    <BDropdownItemButton role="menuitemcheckbox" :aria-checked="audio.isOn" @click="audio.isOn = !audio.isOn">
      <i :class="audio.isOn ? 'bi bi-volume-up' : 'bi bi-volume-mute'" aria-hidden="true" />
      {{ audio.isOn ? 'Sounds are heard' : 'Sounds are not heard' }} <span class="hint">in this window</span>
    </BDropdownItemButton>
  </BDropdown>
  <BDropdown lazy variant="quiet" size="sm" :text="`${playhead.speed}×`" title="Speed of playing" strategy="fixed">
    <MenuItem v-for="speed in speeds" :key="speed" :active="speed === playhead.speed" @click="playhead.setSpeed(speed)">
      <span class="num">{{ speed }}×</span>
    </MenuItem>
    <BDropdownDivider />
    <BDropdownItemButton
      role="menuitemcheckbox"
      :aria-checked="audio.keepsPitch"
      @click="audio.keepsPitch = !audio.keepsPitch"
    >
      <i :class="audio.keepsPitch ? 'bi bi-check-lg' : 'bi'" aria-hidden="true" />
      The pitch of sound stays
      <span class="hint">{{ audio.keepsPitch ? 'voices as they are' : 'it goes along, exact to the sample' }}</span>
    </BDropdownItemButton>
  </BDropdown>
</template>
