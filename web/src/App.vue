<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { RouterView } from 'vue-router'
import { useEscapeOfDialogs } from './shared/escape'
import NoticeList from './shared/NoticeList.vue'

// Of no use to who only looks at the list, who is not to wait for it.
const ShootProgress = defineAsyncComponent(() => import('./reels/ShootProgress.vue'))
useEscapeOfDialogs()
</script>

<template>
  <RouterView />
  <ShootProgress />
  <NoticeList />
</template>
