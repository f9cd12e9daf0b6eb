<script setup lang="ts">
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { http, type IncomingTold } from '../api/http'
import LossList from '../outgoing/LossList.vue'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import AskDialog from '../shared/AskDialog.vue'
import FilePick from '../shared/FilePick.vue'
import TimeField from '../timebar/TimeField.vue'
import NumberField from '../values/NumberField.vue'
import { framesPerSecond, rateLabel } from '../timebar/rates'
import { accepted, readTogether, useBringIn } from './bringIn'
import IncomingList from './IncomingList.vue'

/** Brings in objects of a file: what it has is told first, with a box for each; into the scene that is open, or as one of its own. */
const props = defineProps<{ /** No scene is open that it could come into. */ alone?: boolean }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const notices = useNotices()
const router = useRouter()
const bringIn = useBringIn()

const isOpen = !props.alone
const files = shallowRef<readonly File[]>(readTogether(bringIn.dropped ?? []))
const told = shallowRef<IncomingTold | null>(null)
const wrong = ref('')
/** What takes a while, in words; empty where nothing does. */
const busy = ref('')
const chosen = ref<ReadonlySet<number>>(new Set())
const into = ref<'here' | 'own'>(isOpen ? 'here' : 'own')
const start = ref(isOpen ? scene.settings.range[0] : 1)
const keep = ref<'clock' | 'frames'>('clock')
const grow = ref(true)
const unit = ref(1)
const up = ref<'y' | 'z'>('y')
const animation = ref(0)

let reading = new AbortController()
let sent: string[] = []
onUnmounted(() => reading.abort())

async function read(isAnew: boolean): Promise<void> {
  reading.abort()
  const mine = (reading = new AbortController()).signal
  wrong.value = ''
  try {
    if (isAnew) {
      told.value = null
      busy.value = `Sending ${files.value[0]!.name}…`
      sent = await Promise.all(files.value.map(async (file) => (await http.sendIncoming(file, mine)).file))
    }
    busy.value = `Reading ${files.value[0]!.name}…`
    const now = await http.readIncoming(
      { files: sent, unit: unit.value, up: up.value, animation: animation.value },
      mine,
    )
    if (mine.aborted) return
    const isOther = now.objects.length !== told.value?.objects.length
    told.value = now
    if (isAnew || isOther) chosen.value = new Set(now.objects.map(({ id }) => id))
  } catch (no) {
    if (mine.aborted) return
    told.value = null
    wrong.value = (no as Error).message
  } finally {
    if (!mine.aborted) busy.value = ''
  }
}
if (files.value.length > 0) void read(true)

function take(event: Event): void {
  const picked = [...((event.target as HTMLInputElement).files ?? [])]
  if (picked.length === 0) return
  files.value = readTogether(picked)
  // What was sent is not read once more as what it is no longer.
  sent = []
  ;[unit.value, animation.value] = [1, 0]
  if (files.value.length > 0) return void read(true)
  told.value = null
  wrong.value = 'Choose a glTF, OBJ or scene file, with the files that it needs.'
}
watch([unit, up, animation], () => sent.length > 0 && void read(false))

function stop(): void {
  reading.abort()
  // An edit is called off by the line that makes it.
  if (told.value && into.value === 'here') scene.callOff()
  busy.value = ''
  if (!told.value) wrong.value = 'Called off; nothing has come in.'
}

const has = (use: string) => told.value?.uses.includes(use) ?? false
const taken = computed(() =>
  into.value === 'here' ? new Set([...scene.model.objects.values()].map(({ name }) => name)) : new Set<string>(),
)
const all = computed(() => told.value !== null && chosen.value.size === told.value.objects.length)
const every = (on: boolean) => (chosen.value = new Set(on ? told.value!.objects.map(({ id }) => id) : []))
const isOtherRate = computed(
  () => into.value === 'here' && Math.abs(framesPerSecond(told.value!.rate) - scene.settings.framesPerSecond) > 1e-9,
)
const hasKeys = computed(() => told.value?.objects.some(({ id, keys }) => keys > 0 && chosen.value.has(id)) ?? false)
const inRate = (rate: string) => `${rateLabel(rate)} fps`
const words = computed(() => {
  const { objects, first, last, rate } = told.value!
  const keys = objects.reduce((sum, each) => sum + (chosen.value.has(each.id) ? each.keys : 0), 0)
  const things = `${chosen.value.size} of ${objects.length} ${objects.length === 1 ? 'object' : 'objects'}`
  if (keys === 0) return `${things}; nothing of it moves.`
  return `${things}, ${keys.toLocaleString('en')} keys on its frames ${first}–${last} at ${inRate(rate)}.`
})

/** What stays behind of what is chosen, and of the file as a whole. */
const losses = computed(() => {
  const { objects, notes } = told.value!
  const left = new Set(objects.filter(({ id }) => !chosen.value.has(id)).map(({ name }) => name))
  return notes
    .map((note) => ({ ...note, of: note.of.filter((name) => !left.has(name)) }))
    .filter(({ of }, i) => of.length > 0 || notes[i]!.of.length === 0)
})

/** What would come without something that it follows, aims at or bounces off, as that is left out. */
const untied = computed(() => {
  const names = new Map(told.value!.objects.map(({ id, name }) => [id, name]))
  return told
    .value!.objects.filter(({ id }) => chosen.value.has(id))
    .flatMap(({ name, tiedTo }) =>
      tiedTo.filter((id) => !chosen.value.has(id)).map((id) => `${name} without ${names.get(id)}`),
    )
})
const mostNamed = 3
const untiedWords = computed(() => {
  const rest = untied.value.length - mostNamed
  return `Some come without what they follow, aim at or bounce off, as it is left out: ${untied.value.slice(0, mostNamed).join(', ')}${rest > 0 ? `, and ${rest} more` : ''}.`
})

async function bring(): Promise<void> {
  if (busy.value) return
  const { reading: name, objects } = told.value!
  const ids = [...chosen.value]
  busy.value = 'Being brought in…'
  wrong.value = ''
  const mine = reading.signal
  try {
    if (into.value === 'own') {
      const { id, historyBehind } = await http.keepIncoming(name, all.value ? undefined : ids, mine)
      emit('close')
      if (historyBehind) notices.problem(`It came in without its history: ${historyBehind}.`)
      return void router.push(`/scenes/${id}`)
    }
    const numbered = objects.filter((each) => chosen.value.has(each.id) && taken.value.has(each.name)).length
    const kept = await scene.bringObjects({
      reading: name,
      objects: ids,
      start: start.value,
      keep: keep.value,
      grow: hasKeys.value && grow.value,
    })
    if (!kept?.changed) return
    emit('close')
    // What hangs below is moved with it.
    const added = new Set(kept.added)
    selection.select(kept.added.filter((id) => !added.has(scene.model.objects.get(id)?.parent ?? -1)))
    const things = ids.length === 1 ? 'One object has' : `${ids.length} objects have`
    notices.say(
      numbered > 0
        ? `${things} come in; ${numbered === 1 ? 'one was' : `${numbered} were`} given a number, as the name was taken.`
        : `${things} come in.`,
    )
  } catch (no) {
    if (!mine.aborted) wrong.value = (no as Error).message
  } finally {
    busy.value = ''
  }
}
</script>

<template>
  <AskDialog
    title="Bring in objects"
    ok="Bring in"
    size="lg"
    stays
    :ready="told !== null && !busy && chosen.size > 0"
    @done="bring"
    @close="emit('close')"
  >
    <div class="row-of-fields">
      <FilePick label="Files" multiple :accept="accepted" :names="files.map(({ name }) => name)" @pick="take" />
    </div>
    <template v-if="told">
      <div class="row-of-fields">
        <label class="tick">
          <input
            type="checkbox"
            class="form-check-input"
            :checked="all"
            :indeterminate="!all && chosen.size > 0"
            @change="every(($event.target as HTMLInputElement).checked)"
          />
          all objects
        </label>
        <select
          v-if="told.animations.length > 1"
          v-model="animation"
          class="small-pick"
          aria-label="Which animation of the file"
        >
          <option v-for="(each, at) in told.animations" :key="at" :value="at">{{ each }}</option>
        </select>
      </div>
      <IncomingList v-model="chosen" :objects="told.objects" :taken="taken" />
      <div class="row-of-fields">
        <select v-if="isOpen" v-model="into" class="small-pick" aria-label="Where it comes in">
          <option value="here">into this scene</option>
          <option value="own">as a scene of its own</option>
        </select>
        <span v-else>as a scene of its own</span>
        <template v-if="into === 'here' && hasKeys">
          its first frame on
          <span class="box"
            ><TimeField :frame="start" label="Frame of the file's first" fractions @keep="start = $event"
          /></span>
          <select v-if="isOtherRate" v-model="keep" class="small-pick" aria-label="What is kept of its time">
            <option value="clock">keeps its seconds</option>
            <option value="frames">keeps its frames</option>
          </select>
          <label class="tick">
            <input v-model="grow" type="checkbox" class="form-check-input" />
            the scene grows to hold it
          </label>
        </template>
      </div>
      <div v-if="has('unit') || has('up')" class="row-of-fields">
        <template v-if="has('unit')">
          a length of the file is
          <NumberField
            :value="unit"
            label="Scene lengths for one of the file"
            :decimals="6"
            :step="0.01"
            :least="0.000001"
            :most="1000000"
            trim
            hint="0.01 where the file counts in centimetres and the scene in metres"
            @hold="unit = $event"
            @keep="unit = $event"
          />
          here
        </template>
        <select v-if="has('up')" v-model="up" class="small-pick" aria-label="Up axis of the file">
          <option value="y">Y points up</option>
          <option value="z">Z points up</option>
        </select>
      </div>
    </template>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <template v-else-if="told">
      <span class="told" role="status">{{ words }}</span>
      <span v-if="untied.length > 0" class="told" role="note">{{ untiedWords }}</span>
      <LossList :losses="losses" label="What does not come in" />
      <span v-if="into === 'here' && told.staysBehind.length > 0" class="told"
        >Stays behind: {{ told.staysBehind.join(', ') }}. As a scene of its own it comes with all of them.</span
      >
    </template>
    <span v-else-if="!busy" class="told"
      >A glTF file (.glb, or .gltf with its .bin), an OBJ file with its .mtl, or a scene file. What it has is listed
      here before anything comes in.</span
    >
    <div v-if="busy" class="row-of-fields" role="status">
      <progress aria-label="Being read" />
      <span class="dim">{{ busy }}</span>
      <BButton variant="quiet" class="btn-small" title="Call it off; nothing comes in" @click="stop">Stop</BButton>
    </div>
  </AskDialog>
</template>

<style scoped>
progress {
  flex: 1;
}
</style>
