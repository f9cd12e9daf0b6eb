<script setup lang="ts">
import BetweenDialog from '../curves/BetweenDialog.vue'
import CompareDialog from '../curves/CompareDialog.vue'
import TakeBackDialog from '../curves/TakeBackDialog.vue'
import HoldDialog from './HoldDialog.vue'
import { useKeyDialogs } from './keyDialogs'
import LeadDialog from './LeadDialog.vue'
import NamedSelectionDialog from './NamedSelectionDialog.vue'
import NoiseDialog from '../curves/NoiseDialog.vue'
import PivotDialog from '../values/PivotDialog.vue'
import RenameDialog from '../values/RenameDialog.vue'
import AfterDialog from '../texts/AfterDialog.vue'
import OnBookmarksDialog from './OnBookmarksDialog.vue'
import OnFramesDialog from './OnFramesDialog.vue'
import PasteOntoDialog from './PasteOntoDialog.vue'

const dialogs = useKeyDialogs()
</script>

<template>
  <OnFramesDialog v-if="dialogs.asked?.kind === 'onFrames'" @close="dialogs.close" />
  <OnBookmarksDialog v-else-if="dialogs.asked?.kind === 'onBookmarks'" @close="dialogs.close" />
  <HoldDialog v-else-if="dialogs.asked?.kind === 'hold'" @close="dialogs.close" />
  <LeadDialog v-else-if="dialogs.asked?.kind === 'lead'" @close="dialogs.close" />
  <CompareDialog v-else-if="dialogs.asked?.kind === 'compare'" @close="dialogs.close" />
  <NoiseDialog v-else-if="dialogs.asked?.kind === 'noise'" @close="dialogs.close" />
  <BetweenDialog v-else-if="dialogs.asked?.kind === 'between'" @close="dialogs.close" />
  <PasteOntoDialog v-else-if="dialogs.asked?.kind === 'pasteOnto'" @close="dialogs.close" />
  <RenameDialog v-else-if="dialogs.asked?.kind === 'rename'" @close="dialogs.close" />
  <PivotDialog v-else-if="dialogs.asked?.kind === 'pivot'" @close="dialogs.close" />
  <AfterDialog v-else-if="dialogs.asked?.kind === 'after'" @close="dialogs.close" />
  <TakeBackDialog v-else-if="dialogs.asked?.kind === 'takeBack'" @close="dialogs.close" />
  <NamedSelectionDialog
    v-else-if="dialogs.asked?.kind === 'namedSelection'"
    :id="dialogs.asked.id"
    @close="dialogs.close"
  />
</template>
