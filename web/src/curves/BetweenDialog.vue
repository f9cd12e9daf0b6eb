<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import type { CurveName } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { useTriedEdit } from '../scene/triedEdit'
import AskDialog from '../shared/AskDialog.vue'
import { usePlayhead } from '../timebar/playhead'
import { useTimeDisplay } from '../timebar/timeDisplay'
import { useKeySettings } from '../values/keySettings'
import NumberField from '../values/NumberField.vue'
import { useWorking } from '../working/working'
import { useLookAheadCurves } from './lookAheadCurves'
import { useMeantCurves } from './meantCurves'

/** An in-between at the playhead: keys at a share of the way from the ones before to the next. It is seen before it is kept. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const playhead = usePlayhead()
const time = useTimeDisplay()
const settings = useKeySettings()
const working = useWorking()

const meant = useMeantCurves()()
const isLocked = ({ object, channel }: CurveName) =>
  working.isLocked(object) || (scene.model.holder(object)?.channels.get(channel)?.locked ?? false)
const channels = meant.filter((curve) => !isLocked(curve))
const locked = meant.length - channels.length
const frame = playhead.frame
const percent = ref(50)
/** A quarter, a third, the middle. */
const usual = [25, 33, 50, 67, 75]
const edit = computed<Edit | null>(() =>
  channels.length === 0
    ? null
    : {
        edit: 'keyBetween',
        frame,
        channels,
        share: percent.value / 100,
        interpolation: settings.interpolation,
      },
)
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)
const { keep } = useTriedEdit(() => edit.value)
const whose = computed(() => {
  const names = [...new Set(meant.map(({ object }) => scene.model.holder(object)?.name))]
  return names.length === 1 ? names[0] : `${names.length} objects`
})
const made = computed(() => (told.value ? told.value.keysAfter - told.value.keys : 0))
</script>

<template>
  <AskDialog
    :title="`In-between of ${whose} at ${time.label(frame)}`"
    ok="Key it"
    aside
    :ready="isTold && edit !== null"
    @done="keep"
    @close="emit('close')"
  >
    <div class="ends">
      <span>the key before</span>
      <span>the key after</span>
    </div>
    <input
      v-model.number="percent"
      class="slide"
      type="range"
      min="-50"
      max="150"
      step="1"
      aria-label="How far from the key before to the key after"
    />
    <div class="row-of-fields">
      <NumberField
        :value="percent"
        label="Share of the way"
        unit=" %"
        :decimals="1"
        :step="5"
        :least="-100"
        :most="200"
        trim
        @hold="percent = $event"
        @keep="percent = $event"
      />
      <button v-for="each in usual" :key="each" type="button" class="usual" @click="percent = each">
        {{ each }} %
      </button>
    </div>
    <span v-if="locked" class="told">
      {{ locked === 1 ? '1 curve is locked and stays' : `${locked} curves are locked and stay` }} as
      {{ locked === 1 ? 'it is' : 'they are' }}.
    </span>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="told" class="told" role="status">
      {{ made === 0 ? 'Keys that stand here get new values.' : made === 1 ? '1 new key.' : `${made} new keys.` }}
    </span>
    <span v-else-if="edit" class="told">Looking at what it would do…</span>
  </AskDialog>
</template>

<style scoped>
.ends {
  display: flex;
  justify-content: space-between;
  /* Over the places at which the slider has them. */
  padding: 0 calc(25% - 40px);
  color: var(--dim);
  font-size: 12px;
}
.slide {
  width: 100%;
  accent-color: var(--lime);
}
.usual {
  padding: 1px 7px;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: none;
  color: var(--text);
  font-size: 12px;
}
</style>
