<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, onUnmounted, ref } from 'vue'
import { http, type ReelPlay } from '../api/http'
import { useNotices } from '../scene/notices'
import AskDialog from '../shared/AskDialog.vue'
import { inBytes } from '../shared/bytes'
import { saveFile } from '../shared/saveFile'
import NumberField from '../values/NumberField.vue'
import type { ShownMark } from './marks'
import { drawSheet, sheetSize, sheetTrouble, type SheetPlan } from './sheet'

/** Saves pictures of a reel side by side on one sheet. */
const props = defineProps<{ play: ReelPlay; scene: string; marks: ReadonlyMap<number, readonly ShownMark[]> }>()
const emit = defineEmits<{ close: [] }>()
const notices = useNotices()
const plan = useStorage<SheetPlan>('zesty-sheet', { columns: 4, rows: 3, across: 480, withMarks: true })
const which = ref<'spread' | 'noted'>('spread')
const noted = computed(() => {
  const seen = new Set<number>()
  return props.play.shown.flatMap((picture, place) => {
    if (!props.marks.has(picture) || seen.has(picture)) return []
    seen.add(picture)
    return [place]
  })
})
const room = computed(() => plan.value.columns * plan.value.rows)
const count = computed(() =>
  Math.min(room.value, which.value === 'noted' ? noted.value.length : props.play.shown.length),
)
const size = computed(() => sheetSize(props.play, plan.value))
const trouble = computed(() => sheetTrouble(props.play, plan.value))
const drawn = ref<number | null>(null)
const wrong = ref('')
const stop = new AbortController()
onUnmounted(() => stop.abort())

async function save(): Promise<void> {
  wrong.value = ''
  drawn.value = 0
  try {
    const { reel } = props.play
    const places = which.value === 'noted' ? noted.value.slice(0, room.value) : await http.spread(reel.id, room.value)
    const title = `${props.scene} · reel ${reel.number}${reel.name ? `, ${reel.name}` : ''}`
    const file = await drawSheet(
      props.play,
      title,
      places,
      props.marks,
      plan.value,
      (now) => (drawn.value = now),
      stop.signal,
    )
    saveFile(file, `${props.scene} reel ${reel.number} sheet.png`)
    notices.say(`A sheet of ${places.length} pictures of reel ${reel.number} is saved: ${inBytes(file.size)}.`)
    emit('close')
  } catch (no) {
    if (!stop.signal.aborted) wrong.value = no instanceof Error ? no.message : String(no)
  }
  drawn.value = null
}
</script>

<template>
  <AskDialog
    :title="`Contact sheet of reel ${play.reel.number}`"
    ok="Save"
    stays
    :ready="drawn === null && !trouble && count > 0"
    @done="save"
    @close="emit('close')"
  >
    <div class="row-of-fields">
      <NumberField
        class="count"
        :value="plan.columns"
        label="Columns"
        :decimals="0"
        :step="1"
        :least="1"
        :most="40"
        @keep="plan.columns = Math.round($event)"
      />
      columns,
      <NumberField
        class="count"
        :value="plan.rows"
        label="Rows"
        :decimals="0"
        :step="1"
        :least="1"
        :most="100"
        @keep="plan.rows = Math.round($event)"
      />
      rows; a picture is
      <NumberField
        class="across"
        :value="plan.across"
        label="Pixels across a picture"
        unit=" px"
        :decimals="0"
        :step="10"
        :least="32"
        :most="4096"
        @keep="plan.across = Math.round($event)"
      />
      across
    </div>
    <fieldset>
      <legend>Which</legend>
      <label class="way tight">
        <input v-model="which" type="radio" class="form-check-input" value="spread" />
        <span>Spread evenly from the first to the last</span>
      </label>
      <label class="way tight">
        <input v-model="which" type="radio" class="form-check-input" value="noted" :disabled="noted.length === 0" />
        <span
          >Those with notes
          <span class="dim">{{
            noted.length === 0 ? 'there are none' : noted.length === 1 ? '1 frame' : `${noted.length} frames`
          }}</span></span
        >
      </label>
    </fieldset>
    <label class="way tight">
      <input v-model="plan.withMarks" type="checkbox" class="form-check-input" />
      <span>With what is drawn on them</span>
    </label>
    <progress v-if="drawn !== null" class="progress-line" :value="drawn" :max="count" aria-label="Pictures drawn" />
    <span v-if="wrong || trouble" class="wrong" role="alert">{{ wrong || trouble }}</span>
    <span v-else class="told" role="status"
      >{{ count }} pictures on {{ size.width }} × {{ size.height }} pixels, as PNG</span
    >
  </AskDialog>
</template>

<style scoped>
.count {
  width: 58px;
}
.across {
  width: 86px;
}
.progress-line {
  width: 100%;
  accent-color: var(--lime);
}
</style>
