<script setup lang="ts">
import { RouterView } from 'vue-router'
import { useEscapeOfDialogs } from './shared/escape'
import NoticeList from './shared/NoticeList.vue'

useEscapeOfDialogs()
</script>

<template>
  <RouterView />
  <NoticeList />
</template>
