<script setup lang="ts">
import ProgressCard from '../shared/ProgressCard.vue'
import { useBackdrops } from './backdrops'

/** How many of the pictures that are sent have come. */
const backdrops = useBackdrops()
</script>

<template>
  <ProgressCard
    v-if="backdrops.sending"
    title="Background pictures"
    :detail="`${backdrops.sending.done} of ${backdrops.sending.all}, behind ${backdrops.sending.place}`"
    :done="backdrops.sending.done"
    :all="backdrops.sending.all"
    what="Pictures sent"
    hint="Nothing is put behind the view"
    @cancel="backdrops.callOff()"
  />
</template>
