<script setup lang="ts">
import LooseDialog from './LooseDialog.vue'
import { useLooseDialog } from './looseDialog'

const dialog = useLooseDialog()
</script>

<template>
  <LooseDialog v-if="dialog.asked" :kind="dialog.asked.kind" :ids="dialog.asked.objects" @close="dialog.close" />
</template>
