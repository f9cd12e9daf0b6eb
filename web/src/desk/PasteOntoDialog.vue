<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Edit } from '../api/http'
import ChannelChoice from '../baking/ChannelChoice.vue'
import { useLookAheadCurves } from '../curves/lookAheadCurves'
import { channelsOf, namedInParts } from '../scene/catalogue'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import { usePlayhead } from '../timebar/playhead'
import { useTimeDisplay } from '../timebar/timeDisplay'
import { useArranging } from './arranging'
import { useClipboard } from './clipboard'

/** Copied keys onto other values than they are from. They are seen before they are kept. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const playhead = usePlayhead()
const time = useTimeDisplay()
const arranging = useArranging()
const clipboard = useClipboard()

const { names, objects: ids, lack } = clipboard.keyed!
const objects = ids.flatMap((id) => scene.model.objects.get(id) ?? [])
const whose = objects.length === 1 ? objects[0]!.name : `${objects.length} objects`
/** As the objects have their values, whatever order they are chosen in. */
const specs = new Map(objects.flatMap((object) => channelsOf(object).map((spec) => [spec.name, spec])))
const order = [...specs.keys()]
/** A value of another kind of object is none of theirs. */
const called = (name: string) =>
  specs.get(name)?.fullName ?? namedInParts().get(name) ?? name.split('.').slice(1).join(' ')
const chosen = ref<readonly string[]>([])
const where = ref<'playhead' | 'there'>('playhead')

const copied = [...names].sort((a, b) => order.indexOf(a) - order.indexOf(b))
const sorted = computed(() => order.filter((name) => chosen.value.includes(name)))
/** For each value that was copied, in the order in which it was, the one that takes its keys. */
const onto = computed(() =>
  names.length === 1 ? sorted.value : names.map((name) => sorted.value[copied.indexOf(name)]!),
)
const isEnough = computed(() => (names.length === 1 ? sorted.value.length > 0 : sorted.value.length === names.length))
const edit = computed<Edit | null>(() =>
  isEnough.value ? clipboard.ontoChannels(onto.value, where.value === 'there') : null,
)
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)

let isKept = false
watch(edit, (now) => (now ? arranging.tryOn(now) : void arranging.cancel()), { immediate: true })
onBeforeUnmount(() => {
  if (!isKept) void arranging.cancel()
})
async function keep(): Promise<void> {
  isKept = true
  await arranging.make(edit.value!, [])
}
const from = copied.map(called).join(', ')
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
    <span v-if="lack || wrong" class="wrong" role="alert">{{ lack || wrong }}</span>
    <span v-else-if="!isEnough" class="told" role="status">
      {{
        names.length === 1
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
