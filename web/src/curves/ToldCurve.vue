<script setup lang="ts">
import { computed } from 'vue'
import type { CurveMessage } from '../api/messages'
import { useToldCurve } from './toldCurve'

/** What keys would be made, and how far off they would be at most. */
const props = defineProps<{ told: CurveMessage | null; wrong: string }>()
const inWords = useToldCurve()
const most = computed(() => props.told && inWords(props.told))
</script>

<template>
  <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  <span v-else-if="told" class="told" role="status">
    {{ told.keys }} keys become {{ told.keysAfter
    }}<template v-if="most">; the largest difference is {{ most.off }}, {{ most.where }}</template
    ><template v-else>; nothing differs</template>
  </span>
  <span v-else class="told">Looking at what it would do…</span>
</template>
