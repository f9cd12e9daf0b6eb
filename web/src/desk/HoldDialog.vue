<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Edit } from '../api/http'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useLookAhead } from '../timebar/lookAhead'
import { usePlayhead } from '../timebar/playhead'
import TimeField from '../timebar/TimeField.vue'
import AskDialog from '../shared/AskDialog.vue'

/** Holds the pose of a frame until a later one. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()

const from = ref(usePlayhead().frame)
const to = ref(from.value + Math.round(scene.settings.framesPerSecond / 2))
const push = ref<'push' | 'stay'>('push')
/** Those selected with all that moves with them: a pose is that of the whole figure. */
const objects = computed(() => {
  const inside = new Set(selection.objects)
  for (const object of scene.model.inOrder())
    if (object.parent !== null && inside.has(object.parent)) inside.add(object.id)
  return [...inside]
})
const editOf = (pushes: boolean): Edit => ({
  edit: 'holdPose',
  from: from.value,
  to: to.value,
  objects: objects.value,
  push: pushes,
})
const { told, wrong, isTold } = useLookAhead(() => editOf(push.value === 'push'))
const { told: pushed } = useLookAhead(() => editOf(true))
/** Fewer keys than with everything pushed along: so many stand between and would go. */
const going = computed(() => (told.value && pushed.value ? pushed.value.keysAfter - told.value.keysAfter : 0))

async function hold(): Promise<void> {
  await scene.edit(editOf(push.value === 'push'))
}
</script>

<template>
  <AskDialog title="Hold the pose" ok="Hold" :ready="isTold" @done="hold" @close="emit('close')">
    <div class="row-of-fields">
      from <span class="box"><TimeField :frame="from" label="Pose of frame" @keep="from = $event" /></span> until
      <span class="box"><TimeField :frame="to" label="Held until frame" @keep="to = $event" /></span>
    </div>
    <fieldset>
      <legend>Keys that come after</legend>
      <label class="way">
        <input v-model="push" type="radio" class="form-check-input" value="push" />
        <span><b>Move along</b> by {{ to - from }} frames.</span>
      </label>
      <label class="way">
        <input v-model="push" type="radio" class="form-check-input" value="stay" />
        <span
          ><b>Stay.</b> Keys between the two frames go<template v-if="push === 'stay' && going > 0"
            >: {{ going }}</template
          >.</span
        >
      </label>
    </fieldset>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  </AskDialog>
</template>
