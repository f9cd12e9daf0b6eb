<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { http } from '../api/http'
import { useScene } from '../scene/sceneStore'
import { useTypedSpan } from '../scene/typedSpan'
import { useSelection } from '../scene/selection'
import { useAnswer } from '../shared/answers'
import AskDialog from '../shared/AskDialog.vue'
import { inBytes } from '../shared/bytes'
import TimeField from '../timebar/TimeField.vue'
import NumberField from '../values/NumberField.vue'
import FormatList from './FormatList.vue'
import LossList from './LossList.vue'
import { ownRate, useOutgoing } from './outgoing'

/** Sends a scene, or some of it, out as a file; what the format cannot hold is told before. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const outgoing = useOutgoing()

// Only what is really sent out is remembered.
const wish = ref({ ...outgoing.remembered })
if (selection.objects.size === 0) wish.value.only = 'everything'
useTypedSpan(wish)
const camera = ref<number | null>(outgoing.cameras[0]?.id ?? null)
onMounted(outgoing.fetchFormats)

const format = computed(
  () => outgoing.formats.find(({ ending }) => ending === wish.value.format) ?? outgoing.formats[0],
)
const has = (use: string) => format.value?.uses.includes(use) ?? false
// Where there are no shapes, motion alone is everything.
const part = computed({
  get: () => (wish.value.part === 'motion' && !has('shapes') ? 'everything' : wish.value.part),
  set: (chosen) => (wish.value.part = chosen),
})
const request = computed(() => (format.value ? outgoing.requestOf(wish.value, format.value, camera.value) : null))
// What could not be asked while the server was away is asked again when it is back.
const question = computed(
  () => `${scene.id} ${scene.revision} ${scene.lineState === 'standing'} ${JSON.stringify(request.value)}`,
)
const { told, wrong, isTold } = useAnswer(
  () => question.value,
  () => request.value && http.tellOutgoing(scene.id!, request.value),
)

/** How far straight ways between samples are off; looked for only once the question rests. */
const off = ref('')
let looking = new AbortController()
watch(
  question,
  async (asked) => {
    looking.abort()
    off.value = ''
    if (!request.value || !has('samples') || scene.id === null) return
    const mine = (looking = new AbortController()).signal
    const error = await http.tellOutgoingError(scene.id, request.value, mine).catch(() => null)
    if (mine.aborted || asked !== question.value || !error) return
    const short = (value: number) => Number(value.toPrecision(2))
    const parts = [
      error.lengthOf && `${short(error.length)} off (${error.lengthOf}, after frame ${error.lengthAt})`,
      error.degreesOf && `${short(error.degrees)}° off (${error.degreesOf}, after frame ${error.degreesAt})`,
    ].filter(Boolean)
    off.value = parts.length ? `Between samples, straight ways are at most ${parts.join(' and ')}.` : ''
  },
  { immediate: true },
)
onUnmounted(() => {
  looking.abort()
  outgoing.callOff()
})

const historyWords = computed(() => {
  const count = scene.history.length
  if (count === 0) return 'nothing has been changed yet'
  return count === 1
    ? 'one change, when it was made and by whom'
    : `${count.toLocaleString('en')} changes, when each was made and by whom`
})

const frames = computed(() => (wish.value.span === 'scene' ? scene.settings.range : scene.settings.work))
const words = computed(() => {
  const { objects, moments, bytes } = told.value!
  const about = `about ${inBytes(bytes)}`
  if (has('whole')) return `The whole scene, ${about}.`
  const things = objects === 1 ? 'One object' : `${objects} objects`
  return has('step')
    ? `${things} at ${moments === 1 ? 'one moment' : `${moments} moments`}, ${about}.`
    : `${things}, ${about}.`
})

const refused = ref('')
watch(question, () => (refused.value = ''))
async function send(): Promise<void> {
  if (outgoing.share !== null) return
  refused.value = await outgoing.sendOut(request.value!, told.value!.file)
  if (refused.value || outgoing.wasCalledOff()) return
  outgoing.remembered = wish.value
  emit('close')
}
</script>

<template>
  <AskDialog
    title="Send out"
    :ok="outgoing.share === null ? 'Save file' : 'Being written…'"
    size="lg"
    :ready="isTold"
    stays
    @done="send"
    @close="emit('close')"
  >
    <span v-if="outgoing.lacking" class="wrong" role="alert">{{ outgoing.lacking }}</span>
    <div v-else class="halves">
      <FormatList v-model="wish.format" :formats="outgoing.formats" />
      <div v-if="format" class="ask">
        <p class="dim about">{{ format.for }}.</p>
        <label v-if="has('history')" class="tick" title="Whoever opens the package can step back through every change">
          <input v-model="wish.history" type="checkbox" :disabled="scene.history.length === 0" />
          <span
            >with its history<span class="dim">: {{ historyWords }}</span></span
          >
        </label>
        <template v-if="!has('whole')">
          <div class="row-of-fields">
            <select v-model="wish.only" class="small-pick" aria-label="Which objects">
              <option value="everything">all objects</option>
              <option value="selection" :disabled="selection.objects.size === 0">
                what is selected, and all below it
              </option>
            </select>
            <select v-if="has('part')" v-model="part" class="small-pick" aria-label="What of them">
              <option value="everything">{{ has('shapes') ? 'shapes and motion' : 'of every kind' }}</option>
              <option v-if="has('shapes')" value="motion">motion alone</option>
              <option value="camerasAndLights">cameras and lights</option>
            </select>
          </div>
          <div class="row-of-fields">
            <select v-model="wish.span" class="small-pick" aria-label="Which frames">
              <option value="work">work range</option>
              <option value="scene">scene range</option>
              <option value="typed">frames from … to …</option>
            </select>
            <template v-if="wish.span === 'typed'">
              <span class="box"
                ><TimeField :frame="wish.from" label="Goes out from" fractions @keep="wish.from = $event"
              /></span>
              to
              <span class="box"
                ><TimeField :frame="wish.to" label="Goes out to" fractions @keep="wish.to = $event"
              /></span>
            </template>
            <span v-else class="dim num">{{ frames[0] }}–{{ frames[1] }}</span>
          </div>
          <div v-if="has('step')" class="row-of-fields">
            <select v-model="wish.step" class="small-pick" aria-label="How often">
              <option :value="1">a sample each frame</option>
              <option :value="0.5">2 samples a frame</option>
              <option :value="0.25">4 samples a frame</option>
              <option :value="0.2">5 samples a frame</option>
              <option :value="0.1">10 samples a frame</option>
              <option :value="2">every second frame</option>
              <option :value="4">every fourth frame</option>
              <option :value="ownRate">a rate of its own</option>
            </select>
            <NumberField
              v-if="wish.step === ownRate"
              :value="wish.rate"
              label="Samples a second"
              unit=" /s"
              :decimals="3"
              :step="1"
              :least="0.1"
              :most="10000"
              trim
              @hold="wish.rate = $event"
              @keep="wish.rate = $event"
            />
          </div>
          <div v-if="has('space') || has('camera')" class="row-of-fields">
            <select v-if="has('space')" v-model="wish.world" class="small-pick" aria-label="In which space">
              <option :value="true">places in the world</option>
              <option :value="false">inside what each hangs in</option>
            </select>
            <select v-if="has('camera')" v-model="camera" class="small-pick" aria-label="As seen by">
              <option :value="null">from the front</option>
              <option v-for="each in outgoing.cameras" :key="each.id" :value="each.id">through {{ each.name }}</option>
            </select>
          </div>
          <div v-if="has('unit') || has('up')" class="row-of-fields">
            <template v-if="has('unit')">
              a length here is
              <NumberField
                :value="wish.unit"
                label="Lengths of the file on one here"
                :decimals="6"
                :step="0.01"
                :least="0.000001"
                :most="1000000"
                trim
                hint="100 where the file counts in centimetres and the scene in metres"
                @hold="wish.unit = $event"
                @keep="wish.unit = $event"
              />
              there
            </template>
            <select v-if="has('up')" v-model="wish.up" class="small-pick" aria-label="Up axis of the file">
              <option value="y">Y points up</option>
              <option value="z">Z points up</option>
            </select>
          </div>
        </template>
        <span v-if="wrong || refused" class="wrong" role="alert">{{ wrong || refused }}</span>
        <template v-else-if="told">
          <span class="told" role="status">{{ words }} {{ off }}</span>
          <LossList :losses="told.losses" />
        </template>
        <div v-if="outgoing.share !== null" class="row-of-fields" role="status">
          <progress :value="outgoing.share" :max="1" aria-label="Share of the file that is written" />
          <span class="num dim">{{ Math.round(outgoing.share * 100) }} %</span>
          <BButton variant="quiet" class="btn-small" title="Call it off; no file is saved" @click="outgoing.callOff"
            >Stop</BButton
          >
        </div>
      </div>
    </div>
  </AskDialog>
</template>

<style scoped>
.halves {
  display: flex;
  gap: 20px;
}
.halves > .ask {
  flex: 1;
  align-content: start;
  min-width: 0;
}
.about {
  margin: 0;
}
@media (width < 820px) {
  .halves {
    flex-direction: column;
  }
  .halves > :first-child {
    width: auto;
    max-height: 150px;
  }
}
progress {
  flex: 1;
}
</style>
