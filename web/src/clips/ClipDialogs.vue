<script setup lang="ts">
import { useClipDialogs } from './clipDialogs'
import ClipsDialog from './ClipsDialog.vue'
import SaveClipDialog from './SaveClipDialog.vue'
import WriteClipsDialog from './WriteClipsDialog.vue'

const dialogs = useClipDialogs()
</script>

<template>
  <SaveClipDialog v-if="dialogs.asked === 'save'" @close="dialogs.close" />
  <ClipsDialog v-else-if="dialogs.asked === 'clips'" @close="dialogs.close" />
  <WriteClipsDialog v-else-if="dialogs.asked === 'write'" @close="dialogs.close" />
</template>
