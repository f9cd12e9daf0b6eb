<script setup lang="ts">
import { computed } from 'vue'
import { useClashes } from '../scene/clashes'

const clashes = useClashes()
const told = computed(() => {
  const clash = clashes.asked?.clash
  if (!clash) return ''
  const where = Number(clash.frame.toFixed(3))
  return clash.count === 1
    ? `A key would land on another, at frame ${where}.`
    : `${clash.count} keys would land on others, the first at frame ${where}.`
})
</script>

<template>
  <BModal
    focus="[autofocus]"
    v-if="clashes.asked"
    no-animation
    :model-value="true"
    title="Keys meet"
    centered
    no-footer
    @hidden="clashes.asked?.answer('stop')"
  >
    <div class="ask">
      <p class="mb-0">{{ told }}</p>
      <div class="ways">
        <BButton variant="lime" autofocus @click="clashes.asked.answer('keepBoth')">Keep both, a tick apart</BButton>
        <BButton variant="quiet" @click="clashes.asked.answer('replace')">Replace what stands there</BButton>
        <BButton variant="quiet" @click="clashes.asked.answer('stop')">Stop</BButton>
      </div>
    </div>
  </BModal>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 8px;
}
</style>
