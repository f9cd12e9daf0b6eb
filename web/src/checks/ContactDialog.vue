<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import { usePlayhead } from '../timebar/playhead'
import NumberField from '../values/NumberField.vue'

/** Says for how long the selected objects stand. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const objects = [...selection.objects]
const first = ref(Math.round(usePlayhead().frame))
const last = ref(Math.max(first.value, Math.min(first.value + 12, scene.settings.range[1])))
const who = computed(() =>
  objects.length === 1 ? (scene.model.objects.get(objects[0]!)?.name ?? '') : `${objects.length} objects`,
)
const isWrong = computed(() => last.value < first.value)
const done = () => void scene.edit({ edit: 'markContact', objects, first: first.value, last: last.value })
</script>

<template>
  <AskDialog title="Mark a contact" ok="Mark" :ready="!isWrong" size="sm" @done="done" @close="emit('close')">
    <p>{{ who }} {{ objects.length === 1 ? 'stands' : 'stand' }} in the world</p>
    <div class="fields">
      <span>from frame</span>
      <NumberField
        :value="first"
        label="It stands from frame"
        :decimals="0"
        :step="1"
        @hold="first = $event"
        @keep="first = $event"
      />
      <span>to</span>
      <NumberField
        :value="last"
        label="It stands to frame"
        :decimals="0"
        :step="1"
        @hold="last = $event"
        @keep="last = $event"
      />
    </div>
    <p v-if="isWrong" class="wrong mb-0" role="alert">It does not stop before it starts; give a later last frame.</p>
    <p v-else class="dim mb-0">The timing check tells where it moves by more than 0.01 in that time.</p>
  </AskDialog>
</template>

<style scoped>
.fields {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-bottom: 10px;
}
.fields :deep(.field) {
  width: 76px;
}
</style>
