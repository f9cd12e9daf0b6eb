<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { RateMessage } from '../api/live'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from './playhead'

const props = defineProps<{ rate: string }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const playhead = usePlayhead()

const open = ref(true)
const wanted = ref(props.rate)
const keep = ref<'frames' | 'clock'>('clock')
const told = ref<RateMessage | null>(null)
const wrong = ref('')

watch(
  wanted,
  async (rate) => {
    try {
      const answer = await scene.lookAtRate(rate)
      if (rate !== wanted.value) return
      told.value = answer
      wrong.value = ''
    } catch (no) {
      if (rate !== wanted.value) return
      told.value = null
      wrong.value = no instanceof Error ? no.message : String(no)
    }
  },
  { immediate: true },
)

const keysByClock = computed(() =>
  !told.value
    ? ''
    : told.value.betweenFrames === 0
      ? `All ${told.value.keys} keys land on frames`
      : `${told.value.betweenFrames} of ${told.value.keys} keys would stand between frames`,
)
/** How long the scene lasts now and would last, as parts of the longer of the two. */
const bars = computed(() => {
  if (!told.value) return null
  const { secondsNow, secondsByFrames } = told.value
  const longest = Math.max(secondsNow, secondsByFrames)
  return { now: (secondsNow / longest) * 100, frames: (secondsByFrames / longest) * 100 }
})

async function change(): Promise<void> {
  if (!told.value) return
  const seconds = playhead.frame / scene.settings.framesPerSecond
  open.value = false
  const kept = await scene.edit({ edit: 'setRate', rate: wanted.value.trim(), keep: keep.value })
  if (kept && keep.value === 'clock') playhead.goTo(seconds * scene.settings.framesPerSecond)
}
</script>

<template>
  <BModal
    v-model="open"
    title="Change the rate"
    ok-title="Change the rate"
    ok-variant="lime"
    cancel-variant="quiet"
    :ok-disabled="!told"
    centered
    @ok.prevent="change"
    @hidden="emit('close')"
  >
    <form class="ask" @submit.prevent="change">
      <label>
        Frames per second
        <input
          v-model="wanted"
          class="form-control num"
          :class="{ 'is-invalid': wrong }"
          placeholder="24 or 30000/1001"
          aria-label="Frames per second"
          autofocus
        />
        <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
      </label>
      <fieldset>
        <legend>What stays as it is</legend>
        <label class="way">
          <input v-model="keep" type="radio" class="form-check-input" value="clock" />
          <span>
            <b>The clock.</b> Motion keeps its speed, frame numbers change.
            <span v-if="told" class="told"
              >{{ keysByClock }} · frames {{ told.rangeByClock[0] }} to {{ told.rangeByClock[1] }} ·
              {{ told.secondsNow.toFixed(2) }} s as now</span
            >
            <svg v-if="bars" class="bar" viewBox="0 0 100 4" preserveAspectRatio="none" aria-hidden="true">
              <rect :width="bars.now" height="4" />
            </svg>
          </span>
        </label>
        <label class="way">
          <input v-model="keep" type="radio" class="form-check-input" value="frames" />
          <span>
            <b>The frames.</b> Frame numbers stay, motion changes its speed.
            <span v-if="told" class="told"
              >Keys stay on their frames · {{ told.secondsNow.toFixed(2) }} s become
              {{ told.secondsByFrames.toFixed(2) }} s</span
            >
            <svg v-if="bars" class="bar" viewBox="0 0 100 4" preserveAspectRatio="none" aria-hidden="true">
              <rect :width="bars.frames" height="4" />
            </svg>
          </span>
        </label>
      </fieldset>
    </form>
  </BModal>
</template>

<style scoped>
.ask {
  display: grid;
  gap: 14px;
}
legend {
  margin-bottom: 4px;
  font-size: 0.8125rem;
}
.way {
  display: flex;
  gap: 10px;
  padding: 6px 0;
}
.way > input {
  flex: none;
}
.way > span {
  flex: 1;
}
.told {
  display: block;
  color: var(--dim);
}
.bar {
  display: block;
  width: 100%;
  height: 5px;
  margin-top: 5px;
}
.bar rect {
  fill: var(--mint);
}
.wrong {
  color: var(--grapefruit);
  font-size: 12px;
}
</style>
