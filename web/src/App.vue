<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { RouterView } from 'vue-router'
import { useEscapeOfDialogs, useEscapeOfMenus } from './shared/escape'
import { useTabOfMenus } from './shared/menuTab'
import NoticeList from './shared/NoticeList.vue'
import FieldProblem from './values/FieldProblem.vue'

// Of no use to who only looks at the list, who is not to wait for it.
const BackdropProgress = defineAsyncComponent(() => import('./backdrops/BackdropProgress.vue'))
const SoundProgress = defineAsyncComponent(() => import('./sound/SoundProgress.vue'))
const ShootProgress = defineAsyncComponent(() => import('./reels/ShootProgress.vue'))
useEscapeOfDialogs()
useEscapeOfMenus()
useTabOfMenus()
</script>

<template>
  <RouterView />
  <ShootProgress />
  <BackdropProgress />
  <SoundProgress />
  <NoticeList />
  <FieldProblem />
</template>
