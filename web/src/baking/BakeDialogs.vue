<script setup lang="ts">
import { useBakeDialog } from './bakeDialog'
import BakeDialog from './BakeDialog.vue'

const dialog = useBakeDialog()
</script>

<template>
  <BakeDialog v-if="dialog.objects" :ids="dialog.objects" :part="dialog.only" @close="dialog.close" />
</template>
