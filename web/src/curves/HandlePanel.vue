<script setup lang="ts">
import type { HandleForm } from '../api/http'
import { useArranging } from '../desk/arranging'
import { useDesk } from '../desk/deskStore'

/** What becomes of the handles of the selected keys. */
const desk = useDesk()
const arranging = useArranging()

const forms: { form: HandleForm; label: string; hint: string }[] = [
  { form: 'joined', label: 'Join', hint: 'Both handles in one line, at the mean of their slopes' },
  { form: 'equal', label: 'Equal', hint: 'Both handles in one line and equally long' },
  { form: 'third', label: 'A third', hint: 'Each handle a third of its stretch long, with the slope that it has' },
]
const give = (form: HandleForm) => void arranging.onSelected((keys) => ({ edit: 'formHandles', keys, form }))
</script>

<template>
  <div class="forms">
    <BButton
      v-for="{ form, label, hint } in forms"
      :key="form"
      variant="quiet"
      class="btn-small"
      :title="hint"
      @click="give(form)"
      >{{ label }}</BButton
    >
  </div>
  <label class="alone" title="Else a handle turns the one on the other side with it, where the two are in line">
    <input v-model="desk.handlesAlone" type="checkbox" class="form-check-input" /> A dragged handle moves alone
    <span class="dim">(or hold Alt)</span>
  </label>
</template>

<style scoped>
.forms {
  display: flex;
  gap: 5px;
}
.forms > * {
  flex: 1;
}
.alone {
  display: flex;
  gap: 6px;
  margin-top: 6px;
  font-size: 11.5px;
}
.alone input {
  margin: 1px 0 0;
}
</style>
