<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Edit } from '../api/http'
import { useLookAheadCurves } from '../curves/lookAheadCurves'
import ToldCurve from '../curves/ToldCurve.vue'
import ToleranceFields from '../curves/ToleranceFields.vue'
import { useLayers } from '../layers/layers'
import { channelsOf } from '../scene/catalogue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import TimeField from '../timebar/TimeField.vue'
import { useTrails } from '../trails/trails'
import NumberField from '../values/NumberField.vue'
import { partsOver, type BakePart } from './bakeParts'
import ChannelChoice from './ChannelChoice.vue'

/** Writes what is seen of objects down as keys. What that makes, and how far it is off, is told before; the way that is sampled shows on the stage. */
const props = defineProps<{
  ids: readonly number[]
  /** What alone is written down at first. */ part: BakePart | null
}>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const layers = useLayers()
const trails = useTrails()

const objects = computed(() => props.ids.flatMap((id) => scene.model.objects.get(id) ?? []))
const what = computed(() => (objects.value.length === 1 ? objects.value[0]!.name : `${objects.value.length} objects`))
const parts = computed(() => {
  void scene.rowsVersion
  return partsOver(scene.model, objects.value)
})

const only = ref(false)
const channels = ref<readonly string[]>(['position.x', 'position.y', 'position.z'])
const [workFirst, workLast] = scene.settings.work
const first = ref(workFirst)
const last = ref(workLast)
/** Samples a frame; 0 where they go by the second. */
const perFrame = ref(1)
const perSecond = ref(60)
const into = ref<'keys' | 'layer' | 'twin'>('keys')
const left = ref<readonly BakePart[]>(
  props.part ? parts.value.map(({ part }) => part).filter((part) => part !== props.part) : [],
)
const world = ref(false)
const tolerance = ref(0.001)
const degrees = ref(0.05)

const targets = computed(() =>
  only.value
    ? objects.value.flatMap((object) =>
        channelsOf(object)
          .filter(({ name }) => channels.value.includes(name))
          .map(({ name }) => ({ object: object.id, channel: name })),
      )
    : objects.value.map(({ id }) => ({ object: id, channel: null })),
)
const edit = computed<Edit | null>(() =>
  targets.value.length === 0
    ? null
    : {
        edit: 'bake',
        targets: targets.value,
        first: first.value,
        last: last.value,
        perFrame: perFrame.value || null,
        perSecond: perFrame.value ? null : perSecond.value,
        parts: left.value.length
          ? parts.value.map(({ part }) => part).filter((part) => !left.value.includes(part))
          : null,
        into: into.value,
        world: into.value === 'keys' && world.value,
        tolerance: tolerance.value,
        degrees: degrees.value,
      },
)
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)

// The way that is sampled, over the true one.
let isOpen = true
watch(
  () => ({ now: edit.value, revision: scene.revision }),
  async ({ now }) => {
    const ways = now ? await scene.bakeWays(now).catch(() => []) : []
    if (isOpen && edit.value === now) trails.sampled = ways
  },
  { immediate: true },
)
onBeforeUnmount(() => {
  isOpen = false
  trails.sampled = []
})

function leave(part: BakePart, isTaken: boolean): void {
  const others = left.value.filter((each) => each !== part)
  left.value = isTaken ? others : [...others, part]
}

async function bake(): Promise<void> {
  const before = { layers: new Set(scene.model.layers.keys()), objects: new Set(scene.model.objects.keys()) }
  if (!(await scene.edit(edit.value!))) return
  const layer = [...scene.model.layers.keys()].find((id) => !before.layers.has(id))
  if (layer !== undefined) layers.activate(layer)
  const twins = [...scene.model.objects.keys()].filter((id) => !before.objects.has(id))
  if (twins.length) selection.select(twins)
}

const isPart = computed(() => first.value > scene.settings.range[0] || last.value < scene.settings.range[1])
const intoWords = {
  keys: 'of its own, in place of those within these frames',
  layer: 'a new layer, which overrides what is below it',
  twin: 'a twin without parent; this one stays as it is',
}
</script>

<template>
  <AskDialog
    :title="`Bake ${what}`"
    ok="Bake"
    aside
    :ready="isTold && edit !== null"
    @done="bake"
    @close="emit('close')"
  >
    <fieldset>
      <legend>What</legend>
      <div class="row-of-fields">
        <select v-model="only" class="small-pick" aria-label="Channels">
          <option :value="false">all that moves</option>
          <option :value="true">only some channels</option>
        </select>
      </div>
      <ChannelChoice v-if="only" v-model="channels" :objects="objects" />
    </fieldset>
    <fieldset>
      <legend>When, and how finely</legend>
      <div class="row-of-fields">
        from <span class="box"><TimeField :frame="first" label="From frame" @keep="first = $event" /></span> to
        <span class="box"><TimeField :frame="last" label="To frame" @keep="last = $event" /></span>
      </div>
      <div class="row-of-fields">
        <select v-model="perFrame" class="small-pick" aria-label="Samples">
          <option v-for="each in [1, 2, 4, 5, 8, 10]" :key="each" :value="each">
            {{ each }} {{ each === 1 ? 'sample' : 'samples' }} a frame
          </option>
          <option :value="0">so many a second</option>
        </select>
        <template v-if="perFrame === 0">
          <NumberField
            :value="perSecond"
            label="Samples a second"
            :decimals="3"
            :step="1"
            :least="0.001"
            :most="240"
            trim
            @hold="perSecond = $event"
            @keep="perSecond = $event"
          />
          a second
        </template>
      </div>
    </fieldset>
    <fieldset>
      <legend>Into</legend>
      <div class="row-of-fields">
        <select v-model="into" class="small-pick" aria-label="Into">
          <option value="keys">keys</option>
          <option value="layer">a layer</option>
          <option value="twin">a twin</option>
        </select>
        <span class="dim">{{ intoWords[into] }}</span>
      </div>
      <div v-if="into === 'keys'" class="row-of-fields">
        <label class="tick">
          <input v-model="world" type="checkbox" class="form-check-input" />
          in the world: it leaves its parent
        </label>
      </div>
      <div v-if="into === 'keys' && parts.length" class="row-of-fields" role="group" aria-label="Written down">
        written down and taken off:
        <label v-for="{ part, name } in parts" :key="part" class="tick">
          <input
            type="checkbox"
            class="form-check-input"
            :checked="!left.includes(part)"
            @change="leave(part, ($event.target as HTMLInputElement).checked)"
          />
          {{ name }}
        </label>
      </div>
    </fieldset>
    <span v-if="into === 'keys' && isPart && parts.length > left.length" class="told">
      What is taken off is gone outside these frames too.
    </span>
    <div>
      <div class="row-of-fields">
        fewer keys, within <ToleranceFields v-model:lengths="tolerance" v-model:degrees="degrees" />
      </div>
      <ToldCurve :told="told" :wrong="wrong" />
    </div>
  </AskDialog>
</template>

<style scoped>
.dim {
  color: var(--dim);
}
</style>
