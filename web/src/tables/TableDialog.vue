<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { http } from '../api/http'
import { channelsOf as describedChannels } from '../scene/catalogue'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import AskDialog from '../shared/AskDialog.vue'
import FilePick from '../shared/FilePick.vue'
import { useAnswer } from '../shared/answers'
import { usePickedFile } from '../shared/pickedFile'
import TimeField from '../timebar/TimeField.vue'
import ToleranceFields from '../curves/ToleranceFields.vue'
import ColumnList from './ColumnList.vue'
import { placesOf, type TablePlace } from './tablePlaces'

/** Makes keys of a table: each of its columns goes to a channel, by its name or by hand. */
const props = defineProps<{ dropped: File | null }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()

const { picked, take } = usePickedFile(props.dropped)
const { told, wrong } = useAnswer(
  () => `${picked.value?.name} ${picked.value?.text.length}`,
  () => picked.value && http.readTable(picked.value.text),
)

const objects = computed(() => [...scene.model.objects.values()].sort((a, b) => a.place - b.place))
const channelsOf = (object: number | null) => {
  const thing = object === null ? undefined : scene.model.objects.get(object)
  return thing ? describedChannels(thing) : []
}
const places = ref<TablePlace[]>([])
const start = ref(scene.settings.range[0])
const fewer = ref(false)
const tolerance = ref(0.01)
const degrees = ref(0.5)
const grow = ref(true)
watch(told, (now) => {
  if (!now) return
  const only = selection.objects.size === 1 ? [...selection.objects][0]! : null
  places.value = placesOf(now, scene.model, only, (thing) => describedChannels(thing).map(({ name }) => name))
  // A table that counts frames says on which of them it stands.
  start.value = now.inSeconds ? scene.settings.range[0] : now.first
})

const going = computed(() =>
  places.value.flatMap(({ on, object, channel }, column) =>
    on && object !== null && channel !== null ? [{ column, object, channel }] : [],
  ),
)
const hasPlace = ({ object, channel }: TablePlace) => object !== null && channel !== null
const able = computed(() => places.value.filter(hasPlace).length)
const all = (on: boolean) => (places.value = places.value.map((each) => ({ ...each, on: on && hasPlace(each) })))
const last = computed(() => {
  const { inSeconds, first, last } = told.value!
  return start.value + (last - first) * (inSeconds ? scene.settings.framesPerSecond : 1)
})
const isLonger = computed(() => told.value !== null && Math.ceil(last.value - 1e-6) > scene.settings.range[1])
const words = computed(() => {
  const { rows, columns } = told.value!
  const count = going.value.length
  return [
    `${rows === 1 ? 'One row' : `${rows} rows`}, frames ${Number(start.value.toFixed(3))} to ${Number(last.value.toFixed(3))}.`,
    count === 0
      ? 'Give a column an object and a channel.'
      : `${count} of ${columns.length} columns become keys, in place of those that stand there.`,
  ].join(' ')
})

const isAsked = ref(false)

/** It stays open where it is refused: nothing that was set is lost. */
async function bring(): Promise<void> {
  isAsked.value = true
  const kept = await scene.bringTable({
    file: told.value!.file,
    columns: going.value,
    start: start.value,
    tolerance: fewer.value ? tolerance.value : 0,
    degrees: fewer.value ? degrees.value : 0,
    grow: isLonger.value && grow.value,
  })
  isAsked.value = false
  if (!kept) return
  emit('close')
  if (kept.changed) selection.select([...new Set(going.value.map(({ object }) => object))])
}
</script>

<template>
  <AskDialog
    title="Bring in a table of motion"
    ok="Bring in"
    size="lg"
    :ready="told !== null && picked !== null && going.length > 0 && !isAsked"
    stays
    @done="bring"
    @close="emit('close')"
  >
    <div class="row-of-fields">
      <FilePick label="CSV file" accept=".csv,.tsv,text/csv" :names="picked ? [picked.name] : []" @pick="take" />
    </div>
    <template v-if="told && picked && places.length === told.columns.length">
      <label class="tick">
        <input
          type="checkbox"
          class="form-check-input"
          :checked="going.length > 0 && going.length === able"
          :indeterminate="going.length > 0 && going.length < able"
          :disabled="able === 0"
          @change="all(($event.target as HTMLInputElement).checked)"
        />
        all columns that have a place
      </label>
      <ColumnList v-model="places" :columns="told.columns" :objects="objects" :channels-of="channelsOf" />
      <div class="row-of-fields">
        the first row stands on
        <span class="box"
          ><TimeField :frame="start" label="Frame of the first row" fractions @keep="start = $event"
        /></span>
        <label v-if="isLonger" class="tick">
          <input v-model="grow" type="checkbox" class="form-check-input" />
          the scene grows to hold it
        </label>
      </div>
      <div class="row-of-fields">
        <label class="tick"
          ><input v-model="fewer" type="checkbox" class="form-check-input" /> fewer keys, within</label
        >
        <ToleranceFields v-model:lengths="tolerance" v-model:degrees="degrees" />
      </div>
    </template>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="told && picked" class="told" role="status">{{ words }}</span>
    <span v-else class="told"
      >A CSV file whose first row names its columns: one called frame or seconds, and others such as Ferry position.x.
      Tables that were sent out from here come in as they are.</span
    >
  </AskDialog>
</template>
