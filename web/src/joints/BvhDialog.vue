<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { http } from '../api/http'
import keeper from '../samples/keeper.bvh?raw'
import { useLayers } from '../layers/layers'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import AskDialog from '../shared/AskDialog.vue'
import FilePick from '../shared/FilePick.vue'
import { useAnswer } from '../shared/answers'
import { usePickedFile } from '../shared/pickedFile'
import TimeField from '../timebar/TimeField.vue'
import { useTrails } from '../trails/trails'
import NumberField from '../values/NumberField.vue'

/** Brings in captured motion: a skeleton with dense keys, its base locked, and a layer on top that takes the changes. */
const props = defineProps<{ dropped: File | null }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const layers = useLayers()
const trails = useTrails()

const { picked, take } = usePickedFile(props.dropped)
const useKeeper = () => (picked.value = { name: 'the keeper’s walk', text: keeper })
const { told, wrong } = useAnswer(
  () => `${picked.value?.name} ${picked.value?.text.length}`,
  () => picked.value && http.readBvh(picked.value.text),
)

const scale = ref(1)
const start = ref(scene.settings.range[0])
const up = ref<'y' | 'z'>('y')
const onto = ref(false)
const unlock = ref(false)
const grow = ref(true)
watch(told, (now) => now && (scale.value = now.scale))

const lastFrame = computed(() => {
  const { frames, frameTime } = told.value!
  return start.value + Math.max(0, frames - 1) * frameTime * scene.settings.framesPerSecond
})
const isLonger = computed(() => told.value !== null && Math.ceil(lastFrame.value - 1e-6) > scene.settings.range[1])
/** The objects whose names are those of joints. */
const here = computed(() => {
  const names = new Set(told.value?.names)
  return [...scene.model.objects.values()].filter(({ name }) => names.has(name))
})
watch(
  () => here.value.length,
  (count) => count === 0 && (onto.value = false),
)
const locked = computed(() =>
  here.value.reduce((sum, { channels }) => {
    const moved = [...channels].filter(([name, { locked }]) => locked && /^(position|rotation)\./.test(name))
    return sum + moved.length
  }, 0),
)
const words = computed(() => {
  const { joints, frames, frameTime, size } = told.value!
  const rate = Number((1 / frameTime).toFixed(3))
  return [
    `${joints === 1 ? 'One joint' : `${joints} joints`}, ${frames} moments at ${rate} a second: frames ${start.value} to ${Number(lastFrame.value.toFixed(2))}.`,
    `The skeleton is ${Number((size * scale.value).toPrecision(3))} large.`,
  ].join(' ')
})

const isAsked = ref(false)

/** It stays open where it is refused: nothing that was set is lost. */
async function bring(): Promise<void> {
  isAsked.value = true
  const before = new Set(scene.model.layers.keys())
  const kept = await scene.bringJoints({
    file: told.value!.file,
    scale: scale.value,
    start: start.value,
    up: up.value,
    onto: onto.value,
    grow: isLonger.value && grow.value,
    unlock: unlock.value,
  })
  isAsked.value = false
  if (!kept) return
  emit('close')
  if (!kept.changed) return
  const layer = [...scene.model.layers.keys()].find((id) => !before.has(id))
  if (layer !== undefined) layers.activate(layer)
  const [root] = kept.added
  if (root !== undefined) selection.select([root])
  trails.isOn = true
}
</script>

<template>
  <AskDialog
    title="Bring in captured motion"
    ok="Bring in"
    :ready="told !== null && picked !== null && !isAsked"
    stays
    @done="bring"
    @close="emit('close')"
  >
    <div class="row-of-fields">
      <FilePick label="BVH file" accept=".bvh,text/plain" :names="picked ? [picked.name] : []" @pick="take" />
      <template v-if="picked?.text !== keeper">
        or
        <BButton variant="quiet" class="btn-small" @click="useKeeper">take the keeper’s walk</BButton>
      </template>
    </div>
    <div class="row-of-fields">
      one length of the file is
      <NumberField
        :value="scale"
        label="Scale of the motion"
        :decimals="6"
        :step="0.01"
        :least="0.000001"
        :most="1000000"
        trim
        @hold="scale = $event"
        @keep="scale = $event"
      />
      here, and
      <select v-model="up" class="small-pick" aria-label="Up axis">
        <option value="y">Y points up</option>
        <option value="z">Z points up</option>
      </select>
    </div>
    <div class="row-of-fields">
      starts on
      <span class="box"><TimeField :frame="start" label="First frame of the motion" @keep="start = $event" /></span>
      <label v-if="isLonger" class="tick">
        <input v-model="grow" type="checkbox" class="form-check-input" />
        the scene grows to hold it
      </label>
    </div>
    <label v-if="here.length" class="tick">
      <input v-model="onto" type="checkbox" class="form-check-input" />
      onto {{ here.length === 1 ? 'the object of the same name' : `the ${here.length} objects of the same names` }}, in
      place of the motion there
    </label>
    <label v-if="onto && locked" class="tick">
      <input v-model="unlock" type="checkbox" class="form-check-input" />
      also onto what is locked there: {{ locked === 1 ? 'one channel' : `${locked} channels` }}
    </label>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="told && picked" class="told" role="status">{{ words }}</span>
    <span v-else class="told"
      >A BVH file: a skeleton and its motion. Its keys stand at its own times and are locked; a layer on top takes what
      is changed.</span
    >
  </AskDialog>
</template>
