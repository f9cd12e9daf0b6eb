<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import ChannelChoice from '../baking/ChannelChoice.vue'
import { useLookAheadCurves } from '../curves/lookAheadCurves'
import { channelsOf, namedInParts } from '../scene/catalogue'
import { useScene } from '../scene/sceneStore'
import { useTriedEdit } from '../scene/triedEdit'
import AskDialog from '../shared/AskDialog.vue'
import { usePlayhead } from '../timebar/playhead'
import { useTimeDisplay } from '../timebar/timeDisplay'
import NumberField from '../values/NumberField.vue'
import { useArranging } from './arranging'
import { useClipboard } from './clipboard'

/** Copied keys onto other values than they are from. They are seen before they are kept. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const playhead = usePlayhead()
const time = useTimeDisplay()
const arranging = useArranging()
const clipboard = useClipboard()

/** Another window may copy something else meanwhile. */
const names = computed(() => clipboard.keyed?.names ?? [])
const objects = computed(() => (clipboard.keyed?.objects ?? []).flatMap((id) => scene.model.objects.get(id) ?? []))
const whose = computed(() => (objects.value.length === 1 ? objects.value[0]!.name : `${objects.value.length} objects`))
/** As the objects have their values, whatever order they are chosen in. */
const specs = computed(
  () => new Map(objects.value.flatMap((object) => channelsOf(object).map((spec) => [spec.name, spec]))),
)
/** A value of another kind of object is none of theirs. */
const called = (name: string) =>
  specs.value.get(name)?.fullName ?? namedInParts().get(name) ?? name.split('.').slice(1).join(' ')
const chosen = ref<readonly string[]>([])
const where = ref<'playhead' | 'there'>('playhead')
/** Where one value stands for another: metres become degrees. */
const times = ref(1)
const plus = ref(0)

const inOrder = (those: readonly string[]) => [...specs.value.keys()].filter((name) => those.includes(name))
const copied = computed(() => {
  const known = inOrder(names.value)
  return [...known, ...names.value.filter((name) => !known.includes(name))]
})
/** What takes the keys: of several values each what stands in its place. */
const onto = computed(() => {
  const those = inOrder(chosen.value)
  return those.length === names.value.length ? names.value.map((name) => those[copied.value.indexOf(name)]!) : those
})
const edit = computed<Edit | null>(() =>
  clipboard.ontoChannels(onto.value, where.value === 'there', { times: times.value, plus: plus.value }),
)
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)
// What lands is selected.
const { keep } = useTriedEdit(() => edit.value, {
  tryOn: arranging.tryOn,
  make: (final) => arranging.make(final, []),
  cancel: arranging.cancel,
})
const lack = computed(() => clipboard.keyed?.lack)
const from = computed(() => copied.value.map(called).join(', '))
</script>

<template>
  <AskDialog
    title="Paste keys onto other values"
    ok="Paste"
    aside
    :ready="isTold && edit !== null"
    @done="keep"
    @close="emit('close')"
  >
    <span class="told">Copied: {{ from }}. They go onto what is chosen of {{ whose }}.</span>
    <ChannelChoice v-model="chosen" :objects="objects" />
    <fieldset>
      <legend>When</legend>
      <label class="way">
        <input v-model="where" type="radio" class="form-check-input" value="playhead" />
        <span><b>The first at the playhead,</b> {{ time.label(playhead.frame) }}.</span>
      </label>
      <label class="way">
        <input v-model="where" type="radio" class="form-check-input" value="there" />
        <span><b>When they were.</b></span>
      </label>
    </fieldset>
    <div class="row-of-fields">
      each value times
      <NumberField
        :value="times"
        label="What each value is multiplied by"
        hint="360 makes degrees of whole turns; −1 turns all upside down"
        :decimals="4"
        :least="-1_000_000"
        :most="1_000_000"
        trim
        @hold="times = $event"
        @keep="times = $event"
      />
      plus
      <NumberField
        :value="plus"
        label="What is added to each value"
        :decimals="4"
        trim
        @hold="plus = $event"
        @keep="plus = $event"
      />
    </div>
    <span v-if="lack || wrong" class="wrong" role="alert">{{ lack || wrong }}</span>
    <span v-else-if="edit === null" class="told" role="status">
      {{
        names.length === 0
          ? 'No keys are copied any more.'
          : names.length === 1
            ? 'Choose at least one value.'
            : `Keys of ${names.length} values: choose as many. They go in order.`
      }}
    </span>
    <span v-else-if="told" class="told" role="status">
      {{ told.keysAfter - told.keys === 1 ? '1 new key.' : `${told.keysAfter - told.keys} new keys.` }}
    </span>
    <span v-else class="told">Looking at what it would do…</span>
  </AskDialog>
</template>
