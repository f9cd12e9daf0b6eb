<script setup lang="ts">
import { useLayerDialogs } from './layerDialogs'
import WriteLayersDialog from './WriteLayersDialog.vue'

const dialogs = useLayerDialogs()
</script>

<template>
  <WriteLayersDialog v-if="dialogs.asked" :dialog="dialogs.asked" @close="dialogs.close" />
</template>
