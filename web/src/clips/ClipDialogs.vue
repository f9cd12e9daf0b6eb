<script setup lang="ts">
import { useClipDialogs } from './clipDialogs'
import ClipsDialog from './ClipsDialog.vue'
import SaveClipDialog from './SaveClipDialog.vue'
import BakeClipsDialog from './BakeClipsDialog.vue'

const dialogs = useClipDialogs()
</script>

<template>
  <SaveClipDialog v-if="dialogs.asked === 'save'" @close="dialogs.close" />
  <ClipsDialog v-else-if="dialogs.asked === 'clips'" @close="dialogs.close" />
  <BakeClipsDialog v-else-if="dialogs.asked === 'bake'" @close="dialogs.close" />
</template>
