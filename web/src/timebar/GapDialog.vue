<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import NumberField from '../values/NumberField.vue'
import ToldLength from './ToldLength.vue'
import { useLookAhead } from './lookAhead'
import { usePlayhead } from './playhead'
import TimeField from './TimeField.vue'
import AskDialog from '../shared/AskDialog.vue'

const props = defineProps<{ way: 'insert' | 'remove' }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()

const at = ref(usePlayhead().frame)
const frames = ref(Math.round(scene.settings.framesPerSecond / 2))
const whose = ref<'all' | 'selected'>('all')
const inside = ref<'gather' | 'delete'>('gather')
const title = computed(() => (props.way === 'insert' ? 'Insert frames' : 'Remove frames'))

function editOf(deleteKeys: boolean): Edit {
  const objects = whose.value === 'selected' ? [...selection.objects] : null
  return props.way === 'insert'
    ? { edit: 'insertFrames', at: at.value, frames: frames.value, objects }
    : { edit: 'removeFrames', at: at.value, frames: frames.value, objects, deleteKeys }
}
const { told, wrong, isTold } = useLookAhead(() => editOf(inside.value === 'delete'))
/** The same with the keys in the frames deleted: how many fewer there are is how many stand there. */
const { told: without } = useLookAhead(() => (props.way === 'remove' ? editOf(true) : null))
const standing = computed(() => (without.value ? without.value.keys - without.value.keysAfter : 0))

async function change(): Promise<void> {
  await scene.edit(editOf(inside.value === 'delete'))
}
</script>

<template>
  <AskDialog :title="title" :ok="title" :ready="isTold" @done="change" @close="emit('close')">
    <div class="row-of-fields">
      <NumberField
        :value="frames"
        label="How many frames"
        :decimals="0"
        :step="1"
        :least="1"
        @keep="frames = Math.round($event)"
      />
      {{ way === 'insert' ? 'frames before frame' : 'frames from frame' }}
      <span class="box"><TimeField :frame="at" label="At frame" @keep="at = $event" /></span>
    </div>
    <fieldset>
      <legend>Whose keys move</legend>
      <label class="way">
        <input v-model="whose" type="radio" class="form-check-input" value="all" />
        <span><b>All.</b> Warps, bookmarks and the ranges move along.</span>
      </label>
      <label class="way">
        <input
          v-model="whose"
          type="radio"
          class="form-check-input"
          value="selected"
          :disabled="selection.objects.size === 0"
        />
        <span
          ><b>Those of the selected objects.</b>
          {{
            selection.objects.size
              ? `${selection.objects.size} selected; the scene keeps its length.`
              : 'Nothing is selected.'
          }}</span
        >
      </label>
    </fieldset>
    <fieldset v-if="standing > 0">
      <legend>{{ standing === 1 ? '1 key stands' : `${standing} keys stand` }} in these frames</legend>
      <label class="way">
        <input v-model="inside" type="radio" class="form-check-input" value="gather" />
        <span><b>Keep.</b> They gather at the cut, in order, and jump to what follows.</span>
      </label>
      <label class="way">
        <input v-model="inside" type="radio" class="form-check-input" value="delete" />
        <span><b>Delete.</b> Undo brings them back.</span>
      </label>
    </fieldset>
    <ToldLength :told="told" :wrong="wrong">{{ told?.keysAfter }} of {{ told?.keys }} keys stay</ToldLength>
  </AskDialog>
</template>
