<script setup lang="ts">
import { ref } from 'vue'
import type { ReelCard } from '../api/http'
import AskDialog from '../shared/AskDialog.vue'

/** What a reel is called, and what is said of it. */
const props = defineProps<{ reel: ReelCard }>()
const emit = defineEmits<{ keep: [name: string, note: string]; close: [] }>()
const name = ref(props.reel.name)
const note = ref(props.reel.note)
</script>

<template>
  <AskDialog
    :title="`Reel ${reel.number}`"
    ok="Keep"
    :ready="true"
    @done="emit('keep', name, note)"
    @close="emit('close')"
  >
    <label class="field-line">
      <span>Name</span>
      <input v-model="name" type="text" class="form-control form-control-sm" maxlength="80" />
    </label>
    <label class="field-line">
      <span>Note</span>
      <textarea v-model="note" class="form-control form-control-sm" maxlength="500" rows="3" />
    </label>
  </AskDialog>
</template>

<style scoped>
.field-line {
  display: grid;
  grid-template-columns: 54px minmax(0, 1fr);
  align-items: start;
  gap: 8px;
}
</style>
