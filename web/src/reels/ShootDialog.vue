<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { http, type BurnIn } from '../api/http'
import { useScene } from '../scene/sceneStore'
import { useTypedSpan } from '../scene/typedSpan'
import { useSelection } from '../scene/selection'
import { useTrails } from '../trails/trails'
import { inBytes } from '../shared/bytes'
import AskDialog from '../shared/AskDialog.vue'
import TimeField from '../timebar/TimeField.vue'
import NumberField from '../values/NumberField.vue'
import { useShooting } from './shooting'
import { burnInNames, bytesPerPixel, sizes, useShotSettings } from './shotSettings'

/** How the next reel is shot. Nothing need be set: it is shot as the last one was. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const shooting = useShooting()
const trails = useTrails()
const remembered = useShotSettings()
// Only what is really shot is remembered.
const wanted = ref(JSON.parse(JSON.stringify(remembered.value)) as typeof remembered.value)
if (selection.objects.size === 0) wanted.value.only = 'everything'
useTypedSpan(wanted)
const name = ref('')
const note = ref('')
const free = ref<number | null>(null)
onMounted(async () => (free.value = (await http.reels(scene.id!).catch(() => null))?.free ?? null))

const plan = computed(() => shooting.settingsOf(wanted.value).settings)
const frames = computed(() => plan.value.plan.frames)
const isOne = computed(() => wanted.value.span === 'frame')
const held = computed(() => (plan.value.plan.leadIn ?? 0) + (plan.value.plan.leadOut ?? 0))
const pictures = computed(() => Math.ceil((frames.value.last - frames.value.first + 1) / (plan.value.plan.every ?? 1)))
const about = computed(() => pictures.value * wanted.value.width * wanted.value.height * bytesPerPixel)
const lacksRoom = computed(() => free.value !== null && about.value * 1.5 > free.value)
const isOdd = computed(() => wanted.value.width % 2 === 1 || wanted.value.height % 2 === 1)
const size = computed({
  get: () => sizes.findIndex(({ width, height }) => width === wanted.value.width && height === wanted.value.height),
  set: (at) =>
    Object.assign(wanted.value, {
      width: sizes[at]?.width ?? wanted.value.width,
      height: sizes[at]?.height ?? wanted.value.height,
    }),
})
const seconds = computed(() => (pictures.value + held.value) / scene.settings.framesPerSecond)
const told = computed(() => {
  const room = free.value === null ? '' : ` of ${inBytes(free.value)} free`
  if (isOne.value)
    return `One picture of frame ${frames.value.first}, through ${plan.value.through}, saved as PNG and kept as a reel.`
  const lead = held.value
  return `${pictures.value} pictures${lead ? ` and ${lead} held` : ''}, ${seconds.value.toFixed(1)} s, through ${plan.value.through}; about ${inBytes(Math.round(about.value))}${room}.`
})
const wrong = computed(() => {
  if (frames.value.last < frames.value.first) return 'The last frame comes before the first.'
  if (pictures.value > 20_000) return 'A reel has 20,000 pictures at the most: shoot fewer frames, or every second one.'
  if (lacksRoom.value)
    return `This needs about ${inBytes(about.value)}, and the disk has ${inBytes(free.value!)} free. Make room, or shoot it smaller.`
  return ''
})

function flip(what: BurnIn): void {
  const { burnIn } = wanted.value
  wanted.value.burnIn = burnIn.includes(what) ? burnIn.filter((each) => each !== what) : [...burnIn, what]
}

function half(): void {
  for (const side of ['width', 'height'] as const)
    wanted.value[side] = Math.max(16, Math.round(wanted.value[side] / 4) * 2)
}

const isAsked = ref(false)
const refused = ref('')
watch([wanted, name, note], () => (refused.value = ''), { deep: true })

/** It stays open where it is refused: nothing that was typed is lost. */
async function shoot(): Promise<void> {
  isAsked.value = true
  refused.value = await shooting.shoot(wanted.value, name.value, note.value)
  isAsked.value = false
  if (refused.value) return
  remembered.value = wanted.value
  emit('close')
}
</script>

<template>
  <AskDialog
    title="Shoot a reel"
    :ok="isOne ? 'Save picture' : 'Shoot'"
    :ready="!wrong && !isAsked"
    stays
    @done="shoot"
    @close="emit('close')"
  >
    <div class="row-of-fields">
      <input
        v-model="name"
        class="form-control form-control-sm named"
        maxlength="80"
        placeholder="Name, if any"
        aria-label="Name of the reel"
      />
      <input
        v-model="note"
        class="form-control form-control-sm noted"
        maxlength="500"
        placeholder="Note"
        aria-label="Note on the reel"
      />
    </div>
    <fieldset>
      <legend>Frames</legend>
      <div class="row-of-fields">
        <select v-model="wanted.span" class="small-pick" aria-label="Which frames">
          <option value="work">work range</option>
          <option value="scene">scene range</option>
          <option value="typed">frames from … to …</option>
          <option value="frame">this frame alone</option>
        </select>
        <template v-if="wanted.span === 'typed'">
          <span class="box"
            ><TimeField :frame="wanted.from" label="Reel from" @keep="wanted.from = Math.round($event)"
          /></span>
          to
          <span class="box"
            ><TimeField :frame="wanted.to" label="Reel to" @keep="wanted.to = Math.round($event)"
          /></span>
        </template>
        <span v-else class="dim num">{{ frames.first }}–{{ frames.last }}</span>
        <template v-if="!isOne">
          every
          <NumberField
            :value="wanted.every"
            label="Every so many frames"
            unit=" fr"
            :decimals="0"
            :step="1"
            :least="1"
            :most="1000"
            @hold="wanted.every = Math.round($event)"
            @keep="wanted.every = Math.round($event)"
          />
        </template>
      </div>
      <div v-if="!isOne" class="row-of-fields">
        hold the first picture
        <NumberField
          :value="wanted.leadIn"
          label="Lead-in"
          unit=" fr"
          :decimals="0"
          :step="1"
          :least="0"
          :most="1000"
          hint="So many frames more before it moves"
          @hold="wanted.leadIn = Math.round($event)"
          @keep="wanted.leadIn = Math.round($event)"
        />
        the last
        <NumberField
          :value="wanted.leadOut"
          label="Lead-out"
          unit=" fr"
          :decimals="0"
          :step="1"
          :least="0"
          :most="1000"
          hint="So many frames more once it is over"
          @hold="wanted.leadOut = Math.round($event)"
          @keep="wanted.leadOut = Math.round($event)"
        />
      </div>
    </fieldset>
    <fieldset>
      <legend>Picture</legend>
      <div class="row-of-fields">
        <select v-model="size" class="small-pick" aria-label="Size">
          <option v-for="(each, at) in sizes" :key="each.label" :value="at">{{ each.label }}</option>
          <option :value="-1">Own size</option>
        </select>
        <NumberField
          :value="wanted.width"
          label="Pixels across"
          :decimals="0"
          :step="2"
          :least="16"
          :most="4096"
          @hold="wanted.width = Math.round($event)"
          @keep="wanted.width = Math.round($event)"
        />
        ×
        <NumberField
          :value="wanted.height"
          label="Pixels down"
          :decimals="0"
          :step="2"
          :least="16"
          :most="4096"
          @hold="wanted.height = Math.round($event)"
          @keep="wanted.height = Math.round($event)"
        />
        <BButton variant="quiet" class="btn-small" @click="half">Half</BButton>
        <span v-if="isOdd" class="dim">video needs even numbers</span>
      </div>
      <div class="row-of-fields">
        <select v-model="wanted.only" class="small-pick" aria-label="What is seen">
          <option value="everything">everything</option>
          <option value="selection" :disabled="selection.objects.size === 0">what is selected</option>
        </select>
        <select v-model="wanted.shading" class="small-pick" aria-label="Shading">
          <option value="shaded">shaded</option>
          <option value="wire">wire</option>
          <option value="both">shaded and wire</option>
        </select>
        <select v-model="wanted.background" class="small-pick" aria-label="Background">
          <option value="stage">on the stage's ground</option>
          <option value="colour">on one colour</option>
          <option value="seeThrough">see-through</option>
        </select>
        <input
          v-if="wanted.background === 'colour'"
          v-model="wanted.colour"
          type="color"
          class="swatch"
          aria-label="Colour behind"
        />
      </div>
      <div class="row-of-fields">
        <label class="tick"><input v-model="wanted.helpers" type="checkbox" class="form-check-input" /> helpers</label>
        <label class="tick"><input v-model="wanted.grid" type="checkbox" class="form-check-input" /> grid</label>
        <label
          class="tick"
          :title="
            trails.objects.length > 0
              ? 'Those that are on the stage, as they are there'
              : 'There are none on the stage; show some first'
          "
        >
          <input
            type="checkbox"
            class="form-check-input"
            :checked="wanted.trails && trails.objects.length > 0"
            :disabled="trails.objects.length === 0"
            @change="wanted.trails = !wanted.trails"
          />
          trails
        </label>
        light
        <NumberField
          :value="wanted.exposure"
          label="Exposure"
          unit=" stops"
          :decimals="1"
          :step="0.1"
          :least="-10"
          :most="10"
          trim
          hint="One stop more is twice the light"
          @hold="wanted.exposure = $event"
          @keep="wanted.exposure = $event"
        />
      </div>
      <div class="row-of-fields">
        <select v-model="wanted.samples" class="small-pick" aria-label="Smooth edges">
          <option :value="4">4 samples a pixel</option>
          <option :value="16">16 samples a pixel</option>
        </select>
        <select v-model="wanted.inside" class="small-pick" aria-label="Motion blur">
          <option :value="1">no motion blur</option>
          <option v-for="each in [4, 8, 16, 32]" :key="each" :value="each">motion blur of {{ each }} moments</option>
        </select>
      </div>
      <div v-if="wanted.inside > 1" class="row-of-fields">
        shutter
        <NumberField
          :value="wanted.shutter"
          label="Shutter"
          unit="°"
          :decimals="0"
          :step="5"
          :least="1"
          :most="720"
          hint="360° is open for a whole frame"
          @hold="wanted.shutter = $event"
          @keep="wanted.shutter = $event"
        />
      </div>
    </fieldset>
    <fieldset>
      <legend>Written into the picture</legend>
      <div class="row-of-fields ticks">
        <label v-for="(label, what) in burnInNames" :key="what" class="tick">
          <input
            type="checkbox"
            class="form-check-input"
            :checked="wanted.burnIn.includes(what)"
            @change="flip(what)"
          />
          {{ label }}
        </label>
      </div>
      <input
        v-if="wanted.burnIn.includes('note')"
        v-model="wanted.words"
        class="form-control form-control-sm"
        maxlength="500"
        placeholder="What is written as a note"
        aria-label="Note in the picture"
      />
    </fieldset>
    <span v-if="wrong || refused" class="wrong" role="alert">{{ wrong || refused }}</span>
    <span v-else class="told" role="status">{{ told }}</span>
  </AskDialog>
</template>

<style scoped>
.named {
  width: 150px;
}
.noted {
  flex: 1;
}
.ticks {
  flex-wrap: wrap;
  row-gap: 4px;
}
.swatch {
  width: 34px;
  height: 24px;
  padding: 1px;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--ink);
}
</style>
