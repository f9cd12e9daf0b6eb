<script setup lang="ts">
/** Whether something is heard. */
const heard = defineModel<boolean>({ required: true })
defineProps<{ /** Where, as people say it. */ where?: string }>()
const words = (is: boolean, where = '') =>
  is ? `Sound is heard${where}; press for silence` : `Sound is not heard${where}; press to hear it`
</script>

<template>
  <BButton
    variant="quiet"
    class="btn-small"
    :title="words(heard, where && ` ${where}`)"
    aria-label="Sound"
    :aria-pressed="heard"
    @click="heard = !heard"
    ><i class="bi" :class="heard ? 'bi-volume-up' : 'bi-volume-mute'" aria-hidden="true"
  /></BButton>
</template>
