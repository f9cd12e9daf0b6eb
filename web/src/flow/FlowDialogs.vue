<script setup lang="ts">
import BakeWarpDialog from './BakeWarpDialog.vue'
import CoversDialog from './CoversDialog.vue'
import { useFlowDialogs } from './flowDialogs'
import RenameWarpDialog from './RenameWarpDialog.vue'
import RetimeDialog from './RetimeDialog.vue'
import SceneSpeedDialog from './SceneSpeedDialog.vue'
import StepDialog from './StepDialog.vue'

const dialogs = useFlowDialogs()
</script>

<template>
  <RetimeDialog v-if="dialogs.asked?.kind === 'retime'" :warp="dialogs.asked.warp" @close="dialogs.close" />
  <CoversDialog v-else-if="dialogs.asked?.kind === 'covers'" :warp="dialogs.asked.warp" @close="dialogs.close" />
  <BakeWarpDialog v-else-if="dialogs.asked?.kind === 'bake'" :warp="dialogs.asked.warp" @close="dialogs.close" />
  <RenameWarpDialog v-else-if="dialogs.asked?.kind === 'rename'" :warp="dialogs.asked.warp" @close="dialogs.close" />
  <SceneSpeedDialog v-else-if="dialogs.asked?.kind === 'sceneSpeed'" @close="dialogs.close" />
  <StepDialog v-else-if="dialogs.asked?.kind === 'step'" @close="dialogs.close" />
</template>
