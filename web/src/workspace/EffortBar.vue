<script setup lang="ts">
import { useScene } from '../scene/sceneStore'
import ProgressCard from '../shared/ProgressCard.vue'

/** How far an edit is that takes long, and its end before its time. */
const scene = useScene()
</script>

<template>
  <ProgressCard
    v-if="scene.effort?.share != null"
    :title="`Being made: ${scene.effort.words}`"
    :detail="`${Math.round(scene.effort.share * 100)} %`"
    :done="scene.effort.share"
    :all="1"
    what="Share that is done"
    hint="Call it off; nothing is changed"
    @cancel="scene.callOff"
  />
</template>
