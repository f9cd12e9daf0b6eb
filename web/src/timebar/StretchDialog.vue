<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Edit, FrameRule, StretchEnds } from '../api/http'
import { useScene } from '../scene/sceneStore'
import NumberField from '../values/NumberField.vue'
import OnFramesTick from './OnFramesTick.vue'
import ToldLength from './ToldLength.vue'
import { useLookAhead } from './lookAhead'
import { usePlayhead } from './playhead'
import { useSounds } from '../sound/sounds'
import TimeField from './TimeField.vue'
import AskDialog from '../shared/AskDialog.vue'

const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const playhead = usePlayhead()

const what = ref<'scene' | 'part'>('scene')
const from = ref(scene.settings.work[0])
const to = ref(scene.settings.work[1])
const sceneLength = computed(() => scene.settings.range[1] - scene.settings.range[0] + 1)
const oldLength = computed(() => (what.value === 'scene' ? sceneLength.value : to.value - from.value))
const length = ref(oldLength.value)
const start = computed(() => (what.value === 'scene' ? scene.settings.range[0] : from.value))
const end = computed(() => (what.value === 'scene' ? scene.settings.range[1] + 1 : to.value))
const about = ref(start.value)
watch([what, from, to], () => {
  length.value = oldLength.value
  about.value = start.value
})

/** A length is from the first pose to the last unless told otherwise. */
const ends = ref<StretchEnds>('poses')
const onFrames = ref<FrameRule | null>(null)
/** Whether sounds stay where they are; else each goes where its start goes. */
const stillSounds = ref(false)
const sounds = useSounds()
/** What is not stretched: the last frame's own duration. */
const less = computed(() => (what.value === 'scene' && ends.value === 'poses' && sceneLength.value > 1 ? 1 : 0))
const speed = computed(() => ((oldLength.value - less.value) / (length.value - less.value)) * 100)

const rate = computed(() => scene.settings.framesPerSecond)
// No longer than a millionth of a frame is told apart.
const tidy = (frames: number) => Math.round(frames * 1e6) / 1e6
const setLength = (frames: number) => (length.value = tidy(frames))

const edit = computed<Edit>(() => ({
  edit: 'stretchTime',
  length: length.value,
  about: about.value,
  part: what.value === 'part' ? { from: from.value, to: to.value } : null,
  ends: ends.value,
  onFrames: onFrames.value,
  stillSounds: stillSounds.value,
}))
const { told, wrong, isTold } = useLookAhead(() => edit.value)
const isSame = computed(() => length.value === oldLength.value && onFrames.value === null)

const keysTold = computed(() => {
  if (!told.value) return ''
  const { keysAfter, betweenFrames, betweenFramesAfter } = told.value
  const now = betweenFrames ? ` (${betweenFrames} now)` : ''
  return betweenFramesAfter
    ? `${betweenFramesAfter} of ${keysAfter} keys would stand between frames${now}`
    : `All ${keysAfter} keys land on frames`
})

async function stretch(): Promise<void> {
  await scene.edit(edit.value)
}
</script>

<template>
  <AskDialog title="Stretch time" ok="Stretch" :ready="isTold && !isSame" @done="stretch" @close="emit('close')">
    <fieldset>
      <legend>What is stretched</legend>
      <label class="way">
        <input v-model="what" type="radio" class="form-check-input" value="scene" />
        <span><b>Everything.</b> All keys, warps, cues, clips, bookmarks and both ranges.</span>
      </label>
      <label class="way">
        <input v-model="what" type="radio" class="form-check-input" value="part" />
        <span><b>A part.</b> What lies beside it is pushed along.</span>
      </label>
      <div v-if="what === 'part'" class="row-of-fields">
        from <span class="box"><TimeField :frame="from" label="Part starts at" @keep="from = $event" /></span> to
        <span class="box"><TimeField :frame="to" label="Part ends at" @keep="to = $event" /></span>
      </div>
    </fieldset>
    <fieldset>
      <legend>New length</legend>
      <div class="row-of-fields">
        <NumberField
          :value="length"
          label="Length in frames"
          unit=" fr"
          :decimals="3"
          trim
          :step="1"
          :least="less + 0.001"
          @keep="setLength"
        />
        <NumberField
          :value="length / rate"
          label="Length in seconds"
          unit=" s"
          :decimals="3"
          trim
          :step="0.1"
          :least="0.001"
          @keep="setLength($event * rate)"
        />
        <NumberField
          :value="speed"
          label="Speed in percent"
          unit=" %"
          :decimals="2"
          trim
          :step="5"
          :least="0.01"
          @keep="setLength(((oldLength - less) * 100) / $event + less)"
        />
        <span class="dim">speed</span>
      </div>
      <label v-if="what === 'scene'" class="row-of-fields">
        <span class="dim">measured</span>
        <select v-model="ends" class="small-pick">
          <option value="poses">from the first pose to the last</option>
          <option value="frames">by how long it plays</option>
        </select>
      </label>
      <OnFramesTick v-model="onFrames" />
    </fieldset>
    <fieldset>
      <legend>Stays where it is</legend>
      <div class="row-of-fields">
        frame <span class="box"><TimeField :frame="about" label="Frame that stays" @keep="about = $event" /></span>
        <BButton variant="quiet" class="btn-small" @click="about = start">Its start</BButton>
        <BButton variant="quiet" class="btn-small" @click="about = end">Its end</BButton>
        <BButton variant="quiet" class="btn-small" @click="about = playhead.frame">Playhead</BButton>
      </div>
    </fieldset>
    <fieldset v-if="sounds.all.length">
      <legend>Sounds</legend>
      <label class="way">
        <input v-model="stillSounds" type="radio" class="form-check-input" :value="false" />
        <span><b>Each goes where its start goes,</b> whole and at its own speed.</span>
      </label>
      <label class="way">
        <input v-model="stillSounds" type="radio" class="form-check-input" :value="true" />
        <span><b>They stay where they are.</b></span>
      </label>
    </fieldset>
    <ToldLength :told="told" :wrong="wrong">{{ keysTold }}</ToldLength>
  </AskDialog>
</template>
