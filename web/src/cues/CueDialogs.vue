<script setup lang="ts">
import CueDialog from './CueDialog.vue'
import { useCueDialogs } from './cueDialogs'
import CuesDialog from './CuesDialog.vue'

const dialogs = useCueDialogs()
</script>

<template>
  <CueDialog v-if="dialogs.asked?.kind === 'add'" :starts="dialogs.asked.starts" @close="dialogs.close" />
  <CueDialog
    v-else-if="dialogs.asked?.kind === 'change'"
    :key="dialogs.asked.cue"
    :cue="dialogs.asked.cue"
    @close="dialogs.close"
  />
  <CuesDialog v-else-if="dialogs.asked?.kind === 'list'" @close="dialogs.close" />
</template>
