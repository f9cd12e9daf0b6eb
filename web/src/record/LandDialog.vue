<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { http, type TakeTold } from '../api/http'
import { useLayers } from '../layers/layers'
import { reasonOf } from '../scene/reasons'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import TimeField from '../timebar/TimeField.vue'
import ToleranceFields from '../curves/ToleranceFields.vue'
import NumberField from '../values/NumberField.vue'
import { landEdit, landingOf } from './landing'
import { nameOf, useTakes } from './takes'

/** Makes keys of a take, or of parts of several. What that makes is told, and seen on the stage, before. */
const props = defineProps<{ ids: readonly number[] }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const layers = useLayers()
const takes = useTakes()

interface Part {
  take: number
  until: number
}
const of = (id: number) => takes.all.find((take) => take.id === id)
const first = of(props.ids[0]!)
const parts = ref<Part[]>(props.ids.map((take) => ({ take, until: Math.round(of(take)?.last ?? 0) })))
const object = ref(
  first && scene.model.objects.has(first.object)
    ? first.object
    : (selection.first ?? scene.model.inOrder()[0]?.id ?? 0),
)
const into = ref<'layer' | 'keys'>('layer')
const name = ref('')
const blend = ref(6)
const ease = ref(0)
const tolerance = ref(0.01)
const degrees = ref(0.5)

/** Takes that drive the same as the first, and can be joined to it. */
const alike = computed(() => {
  const channels = new Set(of(parts.value[0]!.take)?.channels)
  return takes.all.filter(
    (take) => take.channels.length === channels.size && take.channels.every((c) => channels.has(c)),
  )
})
const objects = computed(() => {
  void scene.rowsVersion
  return scene.model.inOrder()
})
const wanted = computed(() =>
  landingOf({
    object: object.value,
    parts: parts.value.map(({ take, until }, i) => ({ take, until: i + 1 < parts.value.length ? until : null })),
    blend: parts.value.length > 1 ? blend.value : 0,
    into: into.value,
    name: name.value,
    tolerance: tolerance.value,
    degrees: degrees.value,
    ease: into.value === 'layer' ? ease.value : 0,
  }),
)
const edit = computed(() => landEdit(wanted.value))

const told = ref<TakeTold | null>(null)
const wrong = ref('')
let asked = 0
watch(
  [wanted, () => scene.revision, () => scene.loads],
  async () => {
    const own = ++asked
    told.value = null
    try {
      const now = await http.tellTakes(scene.id!, wanted.value)
      if (own !== asked) return
      told.value = now
      wrong.value = ''
      scene.tryEdit(edit.value)
    } catch (refused) {
      if (own !== asked) return
      wrong.value = reasonOf(refused)
      void scene.dropTry()
    }
  },
  { immediate: true },
)
let isMade = false
onBeforeUnmount(() => {
  asked++
  if (!isMade) void scene.dropTry()
})
takes.see(null)

function add(): void {
  const last = parts.value.at(-1)!
  const next = alike.value.find(({ id }) => !parts.value.some(({ take }) => take === id)) ?? of(last.take)!
  const [from, to] = [of(last.take)!, next]
  last.until = Math.round((Math.max(from.first, to.first) + Math.min(from.last, to.last)) / 2)
  parts.value = [...parts.value, { take: next.id, until: Math.round(next.last) }]
}

async function land(): Promise<void> {
  isMade = true
  const before = new Set(scene.model.layers.keys())
  if (!(await scene.keepTry(edit.value))) return
  const layer = [...scene.model.layers.keys()].find((id) => !before.has(id))
  if (layer !== undefined) layers.activate(layer)
  selection.select([object.value])
}

const short = (value: number) => Number(value.toPrecision(3))
const off = computed(() => {
  if (!told.value) return ''
  const { error, degrees: turned } = told.value
  const parts = [error > 0 ? `${short(error)}` : '', turned > 0 ? `${short(turned)}°` : ''].filter(Boolean)
  return parts.length ? `off by ${parts.join(' and ')} at most` : 'exactly as recorded'
})
const frames = computed(
  () => told.value && `frames ${Number(told.value.first.toFixed(2))} to ${Number(told.value.last.toFixed(2))}`,
)
</script>

<template>
  <AskDialog title="Make keys of takes" ok="Make keys" aside :ready="told !== null" @done="land" @close="emit('close')">
    <div class="row-of-fields">
      of
      <select v-model.number="object" class="small-pick object" aria-label="Object that is to move">
        <option v-for="each in objects" :key="each.id" :value="each.id">{{ each.name }}</option>
      </select>
    </div>
    <fieldset>
      <legend>Takes, one after the other</legend>
      <div v-for="(part, i) in parts" :key="i" class="row-of-fields part">
        <select v-model.number="part.take" class="small-pick" :aria-label="`Take ${i + 1} of the row`">
          <option v-for="each in i === 0 ? takes.all : alike" :key="each.id" :value="each.id">
            {{ nameOf(each) }}, {{ each.seconds.toFixed(1) }} s
          </option>
        </select>
        <template v-if="i + 1 < parts.length">
          until
          <span class="box"
            ><TimeField
              :frame="part.until"
              :label="`Frame on which take ${i + 2} of the row takes over`"
              @keep="part.until = $event"
          /></span>
        </template>
        <BButton
          v-if="parts.length > 1"
          variant="quiet"
          class="btn-small"
          :aria-label="`Leave out take ${i + 1} of the row`"
          title="Leave it out"
          @click="parts = parts.filter((_, other) => other !== i)"
          ><i class="bi bi-x-lg" aria-hidden="true"
        /></BButton>
      </div>
      <div class="row-of-fields">
        <BButton variant="quiet" class="btn-small" title="Go on with another take from a frame on" @click="add"
          >+ then another take</BButton
        >
        <template v-if="parts.length > 1">
          blending over
          <NumberField
            :value="blend"
            label="Frames of the blend"
            :decimals="2"
            :step="1"
            :least="0"
            :most="10000"
            trim
            @hold="blend = $event"
            @keep="blend = $event"
          />
          frames
        </template>
      </div>
    </fieldset>
    <fieldset>
      <legend>Into</legend>
      <div class="row-of-fields">
        <select v-model="into" class="small-pick" aria-label="Into">
          <option value="layer">a layer</option>
          <option value="keys">the base</option>
        </select>
        <span class="dim">{{
          into === 'layer' ? 'a new one, which overrides what is below it' : 'in place of the keys within its time'
        }}</span>
      </div>
      <div v-if="into === 'layer'" class="row-of-fields">
        called
        <input
          v-model="name"
          class="form-control form-control-sm name"
          maxlength="80"
          :placeholder="told?.name ?? ''"
          aria-label="Name of the layer"
        />
      </div>
      <div v-if="into === 'layer'" class="row-of-fields">
        comes in and goes out over
        <NumberField
          :value="ease"
          label="Frames over which the layer comes in and goes out"
          :decimals="2"
          :step="1"
          :least="0"
          :most="10000"
          trim
          @hold="ease = $event"
          @keep="ease = $event"
        />
        frames
      </div>
    </fieldset>
    <div class="row-of-fields">
      fewer keys, within <ToleranceFields v-model:lengths="tolerance" v-model:degrees="degrees" />
    </div>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="told" class="told" role="status">
      {{ told.samples }} values become {{ told.keys }} keys, {{ off }}, on {{ frames
      }}<template v-if="told.gaps"
        >; {{ told.gaps }} {{ told.gaps === 1 ? 'gap is' : 'gaps are' }} gone through in a straight line</template
      >.
    </span>
    <span v-else class="told">Looking at what it would do…</span>
  </AskDialog>
</template>

<style scoped>
.dim {
  color: var(--dim);
}
.part {
  margin-bottom: 6px;
}
.object {
  max-width: 220px;
}
.name {
  width: 120px;
}
</style>
