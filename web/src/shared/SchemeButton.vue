<script setup lang="ts">
import { scheme, toggleScheme } from '../styles/scheme'
</script>

<template>
  <BButton
    variant="quiet"
    class="btn-small"
    :title="`Use the ${scheme === 'dark' ? 'light' : 'dark'} scheme`"
    aria-label="Light or dark scheme"
    @click="toggleScheme"
  >
    <i :class="scheme === 'dark' ? 'bi bi-sun' : 'bi bi-moon-stars'" aria-hidden="true" />
  </BButton>
</template>
