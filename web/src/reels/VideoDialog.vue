<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { useStorage } from '@vueuse/core'
import type { ReelPlay } from '../api/http'
import { useNotices } from '../scene/notices'
import AskDialog from '../shared/AskDialog.vue'
import { inBytes } from '../shared/bytes'
import { saveFile } from '../shared/saveFile'
import { rateLabel } from '../timebar/rates'
import {
  bitrateOf,
  canWrite,
  formats,
  soundBitrate,
  soundCodec,
  writeVideo,
  type Format,
  type Quality,
} from './videoOut'

/** Saves a reel as a video file; the browser's own encoders write it. */
const props = defineProps<{ play: ReelPlay; scene: string }>()
const emit = defineEmits<{ close: [] }>()
const notices = useNotices()
const format = useStorage<Format>('zesty-video', 'webm')
const quality = useStorage<Quality>('zesty-video-quality', 'good')
const isHeard = useStorage('zesty-video-sound', true)
/** How what is heard is written in each kind of file; none where it cannot be. */
const sounds = ref<Partial<Record<Format, string | null>>>({})
const can = ref<Partial<Record<Format, boolean>>>({})
onMounted(async () => {
  for (const each of Object.keys(formats) as Format[]) {
    sounds.value[each] = await soundCodec(each).catch(() => null)
    can.value[each] = await canWrite(each, props.play).catch(() => false)
  }
})
const frames = props.play.shown.length
/** Whether what is heard is written along. */
const isAlong = computed(() => isHeard.value && props.play.reel.hasSound && sounds.value[format.value] != null)
const about = computed(
  () =>
    ((bitrateOf(props.play, quality.value) + (isAlong.value ? soundBitrate : 0)) / 8) *
    (frames / props.play.reel.framesPerSecond),
)
const written = ref<number | null>(null)
const wrong = ref('')
const stop = new AbortController()
onUnmounted(() => stop.abort())

async function save(): Promise<void> {
  wrong.value = ''
  written.value = 0
  try {
    const file = await writeVideo(
      props.play,
      format.value,
      quality.value,
      isAlong.value,
      (count) => (written.value = count),
      stop.signal,
    )
    saveFile(file, `${props.scene} reel ${props.play.reel.number}.${formats[format.value].ending}`)
    notices.say(`Reel ${props.play.reel.number} is saved as video: ${frames} frames, ${inBytes(file.size)}.`)
    emit('close')
  } catch (no) {
    if (!stop.signal.aborted) wrong.value = no instanceof Error ? no.message : String(no)
  }
  written.value = null
}
</script>

<template>
  <AskDialog
    :title="`Save reel ${play.reel.number} as video`"
    ok="Save"
    stays
    :ready="written === null && can[format] === true"
    @done="save"
    @close="emit('close')"
  >
    <fieldset>
      <legend>File</legend>
      <label v-for="(each, name) in formats" :key="name" class="way tight">
        <input
          v-model="format"
          type="radio"
          class="form-check-input"
          :value="name"
          :disabled="can[name] === false || written !== null"
        />
        <span
          >{{ each.label }}
          <span v-if="can[name] === false" class="dim">this browser cannot write it at this size</span></span
        >
      </label>
    </fieldset>
    <div class="row-of-fields">
      quality
      <select v-model="quality" class="small-pick" aria-label="Quality" :disabled="written !== null">
        <option value="small">small file</option>
        <option value="good">good</option>
        <option value="best">best</option>
      </select>
    </div>
    <label v-if="play.reel.hasSound" class="tick">
      <input
        v-model="isHeard"
        type="checkbox"
        class="form-check-input"
        :disabled="sounds[format] == null || written !== null"
      />
      With what is heard
      <span class="dim">{{
        sounds[format] === null ? 'this browser cannot write it' : sounds[format] === 'aac' ? 'AAC' : 'Opus'
      }}</span>
    </label>
    <progress
      v-if="written !== null"
      class="progress-line"
      :value="written"
      :max="frames"
      aria-label="Frames written"
    />
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else class="told" role="status">
      <template v-if="written !== null">{{ written }} of {{ frames }} frames written</template>
      <template v-else
        >{{ frames }} frames at {{ rateLabel(play.reel.rate) }} fps, {{ play.reel.settings.width }} ×
        {{ play.reel.settings.height }}; about {{ inBytes(Math.round(about)) }} at the most.</template
      >
    </span>
  </AskDialog>
</template>

<style scoped>
.progress-line {
  width: 100%;
  accent-color: var(--lime);
}
</style>
