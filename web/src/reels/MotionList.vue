<script setup lang="ts">
import { withFullNames } from '../scene/reasons'
import { useComparing } from './comparing'

/** Which channels move otherwise in the scenes that the two reels were shot of, and where. */
const comparing = useComparing()
const emit = defineEmits<{ go: [frame: number] }>()
const number = (value: number) => String(Math.round(value * 1000) / 1000)
</script>

<template>
  <div v-if="comparing.motion" class="motion">
    <span v-if="comparing.motion.length === 0" class="dim"
      >In the scenes themselves nothing moves otherwise on these frames.</span
    >
    <template v-else>
      <span class="dim">Moves otherwise:</span>
      <button
        v-for="each in comparing.motion"
        :key="`${each.object}/${each.channel}`"
        type="button"
        class="chip"
        :title="
          each.channel
            ? `Differs most on frame ${each.at}, by ${number(each.most)}. Click to go there`
            : 'It is in one of the two scenes only'
        "
        @click="emit('go', each.at)"
      >
        <b>{{ each.object }}</b> {{ each.channel ? withFullNames(each.channel) : 'in one only' }}
        <span v-if="each.channel" class="num dim">{{ each.first }}–{{ each.last }}</span>
      </button>
    </template>
  </div>
</template>

<style scoped>
.motion {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 5px 6px;
  max-height: 62px;
  overflow-y: auto;
  font-size: 12px;
}
.chip {
  padding: 1px 8px;
  border: 1px solid var(--line);
  border-radius: 999px;
  background: var(--ink);
  color: var(--text);
}
.chip:hover {
  border-color: var(--dim);
}
</style>
