<script setup lang="ts">
import type { HandleForm } from '../api/http'
import { useArranging } from '../desk/arranging'
import { useDesk } from '../desk/deskStore'
import { handleForms } from './handleForms'

/** What becomes of the handles of the selected keys. */
const desk = useDesk()
const arranging = useArranging()

const give = (form: HandleForm) => void arranging.onSelected((keys) => ({ edit: 'formHandles', keys, form }))
</script>

<template>
  <div class="forms">
    <BButton
      v-for="{ form, label, hint } in handleForms"
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
  <label
    class="alone"
    title="Else they grow and shrink with the stretch between a key that is moved and one that stays, so that its shape stays"
  >
    <input v-model="arranging.handlesStay" type="checkbox" class="form-check-input" /> Handles keep their length when a
    key is moved
  </label>
</template>

<style scoped>
.forms {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 5px;
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
