<script setup lang="ts">
import ProgressCard from '../shared/ProgressCard.vue'
import { useSounds } from './sounds'

/** How many of the sounds that are sent have come. */
const sounds = useSounds()
</script>

<template>
  <ProgressCard
    v-if="sounds.sending"
    title="Sounds"
    :detail="sounds.sending.name"
    :done="sounds.sending.done"
    :all="sounds.sending.all"
    what="Sounds sent"
    hint="What is on its way is not laid on the desk"
    @cancel="sounds.callOff()"
  />
</template>
