<script setup lang="ts">
import { computed, ref } from 'vue'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from './playhead'

const scene = useScene()
const playhead = usePlayhead()

const presets = [
  { rate: '24', label: '24', use: 'film' },
  { rate: '24000/1001', label: '23.976', use: 'film on NTSC video' },
  { rate: '25', label: '25', use: 'PAL video' },
  { rate: '30000/1001', label: '29.97', use: 'NTSC video' },
  { rate: '30', label: '30', use: 'web' },
  { rate: '48', label: '48', use: 'high-rate film' },
  { rate: '50', label: '50', use: 'smooth PAL video' },
  { rate: '60000/1001', label: '59.94', use: 'smooth NTSC video' },
  { rate: '60', label: '60', use: 'games and screens' },
]
const shown = computed(
  () => `${presets.find((preset) => preset.rate === scene.settings.rate)?.label ?? scene.settings.rate} fps`,
)

const asking = ref(false)
const wanted = ref('')
const keep = ref<'frames' | 'clock'>('clock')

function pick(rate: string): void {
  if (rate === scene.settings.rate) return
  // With no keys there is nothing to keep but the frame numbers.
  if (scene.model.keyCount === 0) void set(rate, 'frames')
  else {
    wanted.value = rate
    asking.value = true
  }
}

function ask(): void {
  wanted.value = scene.settings.rate
  asking.value = true
}

async function set(rate: string, kept: 'frames' | 'clock'): Promise<void> {
  asking.value = false
  const before = playhead.frame / scene.settings.framesPerSecond
  if (await scene.edit({ edit: 'setRate', rate: rate.trim(), keep: kept }))
    if (kept === 'clock') playhead.goTo(before * scene.settings.framesPerSecond)
}
</script>

<template>
  <BDropdown variant="quiet" size="sm" :text="shown" title="Frames per second" strategy="fixed">
    <BDropdownItemButton
      v-for="preset in presets"
      :key="preset.rate"
      :active="preset.rate === scene.settings.rate"
      @click="pick(preset.rate)"
    >
      <span class="num rate">{{ preset.label }}</span> {{ preset.use }}
    </BDropdownItemButton>
    <BDropdownDivider />
    <BDropdownItemButton @click="ask">Another rate…</BDropdownItemButton>
  </BDropdown>
  <BModal
    v-model="asking"
    title="Change the rate"
    ok-title="Change the rate"
    ok-variant="lime"
    cancel-variant="quiet"
    centered
    @ok="set(wanted, keep)"
  >
    <form class="ask" @submit.prevent="set(wanted, keep)">
      <label
        >Frames per second <input v-model="wanted" class="form-control num" placeholder="24 or 30000/1001" autofocus
      /></label>
      <fieldset>
        <legend>What stays as it is</legend>
        <label class="way"
          ><input v-model="keep" type="radio" class="form-check-input" value="clock" />
          <span
            ><b>The clock.</b> Motion keeps its speed. Keys keep their times and get other frame numbers; some may stand
            between frames.</span
          ></label
        >
        <label class="way"
          ><input v-model="keep" type="radio" class="form-check-input" value="frames" />
          <span
            ><b>The frames.</b> Keys keep their frame numbers. Motion runs faster at a higher rate and slower at a lower
            one.</span
          ></label
        >
      </fieldset>
    </form>
  </BModal>
</template>

<style scoped>
.rate {
  display: inline-block;
  min-width: 50px;
}
.ask {
  display: grid;
  gap: 14px;
}
legend {
  font-size: 0.8125rem;
  margin-bottom: 4px;
}
.way {
  display: flex;
  gap: 10px;
  padding: 6px 0;
}
.way input {
  flex: none;
}
</style>
