<script setup lang="ts">
import type { CurveMessage } from '../api/live'

/** What an edit of curves would do, in words. */
defineProps<{ told: CurveMessage | null; wrong: string }>()
const shown = (value: number) => String(Number(value.toPrecision(3)))
</script>

<template>
  <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  <span v-else-if="told" class="told" role="status">
    {{ told.keys }} keys become {{ told.keysAfter
    }}<template v-if="told.channel"
      >; the largest difference is {{ shown(told.difference) }}, at frame {{ shown(told.frame) }} of
      {{ told.channel }}</template
    ><template v-else>; nothing differs</template>
  </span>
  <span v-else class="told">Looking at what it would do…</span>
</template>
