<script setup lang="ts">
import { RouterView } from 'vue-router'
import NoticeList from './shared/NoticeList.vue'
</script>

<template>
  <RouterView />
  <NoticeList />
</template>
