<script setup lang="ts">
import BeatsDialog from '../sound/BeatsDialog.vue'
import BookmarkDialog from './BookmarkDialog.vue'
import DelayDialog from './DelayDialog.vue'
import GapDialog from './GapDialog.vue'
import RateDialog from './RateDialog.vue'
import StartDialog from './StartDialog.vue'
import StretchDialog from './StretchDialog.vue'
import { useTimeDialogs } from './timeDialogs'

const dialogs = useTimeDialogs()
</script>

<template>
  <RateDialog v-if="dialogs.asked?.kind === 'rate'" :rate="dialogs.asked.rate" @close="dialogs.close" />
  <StretchDialog v-else-if="dialogs.asked?.kind === 'stretch'" @close="dialogs.close" />
  <DelayDialog v-else-if="dialogs.asked?.kind === 'delay'" @close="dialogs.close" />
  <StartDialog v-else-if="dialogs.asked?.kind === 'start'" @close="dialogs.close" />
  <GapDialog v-else-if="dialogs.asked?.kind === 'gap'" :way="dialogs.asked.way" @close="dialogs.close" />
  <BookmarkDialog
    v-else-if="dialogs.asked?.kind === 'bookmark'"
    :bookmark="dialogs.asked.bookmark"
    @close="dialogs.close"
  />
  <BeatsDialog v-else-if="dialogs.asked?.kind === 'beats'" :sounds="dialogs.asked.sounds" @close="dialogs.close" />
</template>
