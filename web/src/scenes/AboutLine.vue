<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { http } from '../api/http'

const version = ref('')
onMounted(async () => {
  // Where the server cannot be reached, the page says so elsewhere.
  version.value = await http.health().then(
    (health) => health.version,
    () => '',
  )
})
</script>

<template>
  <footer class="dim">
    <span v-if="version"
      >Zesty Reel <span class="num">{{ version }}</span></span
    >
    <a
      href="/third-party-notices.txt"
      target="_blank"
      title="The packages and fonts that it ships with, and their licences"
      >Licences</a
    >
  </footer>
</template>

<style scoped>
footer {
  display: flex;
  flex: none;
  justify-content: center;
  gap: 16px;
  padding: 0 24px 18px;
  font-size: 12px;
}
a {
  color: inherit;
}
</style>
