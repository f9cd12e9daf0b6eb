<script setup lang="ts">
import type { LayerMessage } from '../api/messages'

/** The letter of a layer in its peel's colour. */
defineProps<{ layer: LayerMessage }>()
</script>

<template>
  <span class="letter" :style="{ '--peel': `var(--peel-${layer.peel})` }" aria-hidden="true">{{ layer.letter }}</span>
</template>

<style scoped>
.letter {
  display: inline-grid;
  place-items: center;
  flex: none;
  width: 16px;
  height: 16px;
  border: 1.5px solid var(--peel);
  border-radius: 5px;
  color: var(--peel);
  font-size: 10.5px;
  font-weight: 700;
  line-height: 1;
}
</style>
